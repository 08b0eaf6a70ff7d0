/** What can be wrong with a roster: the kinds of rules, what they see, what they find. */
package neatroster.core.check;
