/** The memory of a roster folder: the accounts issued and who is at work in it. */
package neatroster.register;
