/** Rules about sheets as a whole: whether they can be read, their headers, their shape. */
package neatroster.core.check.rules.sheets;
