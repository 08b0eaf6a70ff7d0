/** Each result as text, JSON, a page, a workbook. */
package neatroster.cli.report;
