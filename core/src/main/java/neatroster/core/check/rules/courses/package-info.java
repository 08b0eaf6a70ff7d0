/** Rules about courses and groups. */
package neatroster.core.check.rules.courses;
