package neatroster.core.intake;

import neatroster.core.model.Field;
import neatroster.core.model.Place;
import neatroster.core.model.Table;
import neatroster.core.text.Cell;

/** One row of a table, its cells named by fields. Valid until the next row is read. */
public final class RosterRow {
  private final SheetReading reading;
  private SheetRow raw;

  RosterRow(SheetReading reading) {
    this.reading = reading;
  }

  void bind(SheetRow raw) {
    this.raw = raw;
  }

  /** How the row's sheet is understood. */
  public SheetReading reading() {
    return reading;
  }

  /** The row's table. */
  public Table table() {
    return reading.table();
  }

  /** The row as the spreadsheet program numbers it. */
  public int number() {
    return raw.number();
  }

  /** Where the row is. */
  public Place place() {
    return new Place(reading.name(), raw.number());
  }

  /** The cells as they stand, the ones without a field included. */
  public SheetRow raw() {
    return raw;
  }

  /** The cell of a field as it stands; empty where the sheet has no such column. */
  public Cell cell(Field field) {
    int column = reading.indexOf(field);
    return column < 0 ? Cell.EMPTY : raw.cell(column);
  }

  /** Whether the cell of a field holds something. */
  public boolean has(Field field) {
    return !cell(field).isBlank();
  }

  /** The cleaned text of a field; empty where there is none. */
  public String text(Field field) {
    return cell(field).cleaned();
  }

  /**
   * Whether the row does not have as many cells as the header, so that values may stand in the
   * wrong columns. Blank cells beyond the last header do not count.
   */
  public boolean isUneven() {
    int width = reading.columns().size();
    if (raw.size() < width) {
      return reading.sheet().facts().writesEveryCell();
    }
    for (int i = width; i < raw.size(); i++) {
      if (!raw.cell(i).isBlank()) {
        return true;
      }
    }
    return false;
  }
}
