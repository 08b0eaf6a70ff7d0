/** The pass over a roster: every rule, asked about the rows that it has to see. */
package neatroster.core.check.pass;
