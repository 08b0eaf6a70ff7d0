/** The runs that a roster folder remembers. */
package neatroster.work.history;
