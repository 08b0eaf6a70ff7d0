/** The platform as commands work with it: reaching it, delivering to it, reading from it. */
package neatroster.work.delivery;
