/** Rules about who is enrolled where, and in what role. */
package neatroster.core.check.rules.enrollments;
