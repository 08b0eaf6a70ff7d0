/**
 * What the values of fields are: for each type one judge that says how a value is written, and what
 * is wrong with one that is none.
 */
package neatroster.core.value;
