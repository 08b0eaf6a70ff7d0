/**
 * Understanding sheets: which table a sheet is, which header is which field, and its rows one by
 * one.
 */
package neatroster.core.intake;
