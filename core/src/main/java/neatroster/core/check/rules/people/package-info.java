/** Rules about people and their accounts. */
package neatroster.core.check.rules.people;
