/** Rules about values of a kind: dates, addresses, numbers, words of a list. */
package neatroster.core.check.rules.values;
