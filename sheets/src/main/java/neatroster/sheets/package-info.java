/**
 * Reading and writing spreadsheet files. A new format is one new file and one line in {@link
 * SheetFiles}.
 */
package neatroster.sheets;
