package neatroster.core.intake;

import neatroster.core.grid.Sheet;
import neatroster.core.grid.SheetRow;
import neatroster.core.text.RowBlock;

/** Tells the rows of a sheet that are data from what stands above, between and below them. */
final class RowSorting implements Sheet.BlockReceiver {
  private final RowReceiver receiver;
  private final NonDataRows noData;
  private final RosterRow row;
  private final int lastAbove;
  private final boolean plain;
  private final int width;
  private final SheetRow raw = new SheetRow();
  private final char[] room = new char[256];

  RowSorting(SheetReading reading, RowReceiver receiver) {
    this.receiver = receiver;
    noData = new NonDataRows(reading);
    row = new RosterRow(reading);
    lastAbove = reading.lastAbove();
    plain = reading.mappings().isEmpty();
    width = reading.columns().size();
  }

  @Override
  public boolean row(SheetRow next) {
    if (next.number() > lastAbove && !next.isBlank()) {
      String why = noData.why(next);
      if (why == null) {
        row.bind(next);
        receiver.row(row);
      } else {
        receiver.skipped(new SkippedRow(next.number(), why, noData.person(next, why)));
      }
    }
    return true;
  }

  @Override
  public boolean block(RowBlock block) {
    int from = 0;
    for (int i = 0; i < block.rows(); i++) {
      boolean together =
          plain
              && block.number(i) > lastAbove
              && block.endCell(i) - block.firstCell(i) == width
              && noData.isSurelyData(block, i);
      if (!together) {
        if (from < i) {
          receiver.rows(block, from, i);
        }
        row(block, i);
        from = i + 1;
      }
    }
    if (from < block.rows()) {
      receiver.rows(block, from, block.rows());
    }
    return true;
  }

  private void row(RowBlock block, int number) {
    raw.begin(block.number(number));
    for (int cell = block.firstCell(number); cell < block.endCell(number); cell++) {
      block.addTo(cell, room, raw::add);
    }
    row(raw);
  }
}
