/** The pass over a roster: every rule, asked about what wakes it. */
package neatroster.core.check.pass;
