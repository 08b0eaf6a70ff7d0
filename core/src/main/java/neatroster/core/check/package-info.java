/**
 * What can be wrong with a roster: one rule a file, with its text beside its code, and the pass
 * that applies them.
 */
package neatroster.core.check;
