/** What commands do, without the terminal and the options that ask for it. */
package neatroster.work;
