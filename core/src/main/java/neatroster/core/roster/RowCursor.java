package neatroster.core.roster;

import neatroster.core.grid.SheetRow;
import neatroster.core.intake.RosterRow;
import neatroster.core.text.LetterReceiver;

/** Shows the rows of a sheet one after the other in one and the same object. */
public final class RowCursor {
  private final SheetColumns sheet;
  private final SheetRow raw = new SheetRow();
  private final LetterReceiver taker = raw::add;
  private final char[] room = new char[256];
  private final int[] codes;
  private final RosterRow row;

  /** A cursor on a sheet. */
  public RowCursor(SheetColumns sheet) {
    this.sheet = sheet;
    codes = new int[sheet.reading().columns().size()];
    row = new RosterRow(sheet.reading());
  }

  /** The row at a position, until another is asked for. */
  public RosterRow at(int position) {
    sheet.fill(raw, taker, position, room, codes);
    row.bind(raw, codes);
    row.clear(sheet.cleared(position));
    return row;
  }
}
