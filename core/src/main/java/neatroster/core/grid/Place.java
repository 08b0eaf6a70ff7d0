package neatroster.core.grid;

/**
 * A row of a sheet.
 *
 * @param sheet the sheet
 * @param row the row as the spreadsheet program numbers it, from 1; 0 for the sheet as a whole
 */
public record Place(SheetName sheet, int row) {}
