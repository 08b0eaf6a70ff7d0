package neatroster.core.intake;

import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Consumer;
import neatroster.core.grid.Hidden;
import neatroster.core.grid.UnreadableSheetException;
import neatroster.core.model.Field;
import neatroster.core.model.Table;
import neatroster.core.text.RowBlock;

/** Hands on the rows of a sheet. */
public final class SheetRows {
  private SheetRows() {}

  /**
   * Hands on each row below the header that is data.
   *
   * @throws UnreadableSheetException where the sheet can be read no further
   */
  public static void read(SheetReading sheet, Consumer<RosterRow> receiver)
      throws UnreadableSheetException {
    read(sheet, receiver, skipped -> {});
  }

  /** Hands on the rows up to where the sheet breaks off, which the check comes to and says. */
  static void readSoFar(SheetReading sheet, Consumer<RosterRow> receiver) {
    try {
      read(sheet, receiver);
    } catch (UnreadableSheetException e) {
      // What the rows up to there show is all that there is.
      return;
    }
  }

  /**
   * Hands on each row that is data, and says which rows are none.
   *
   * @throws UnreadableSheetException where the sheet can be read no further
   */
  public static void read(
      SheetReading sheet, Consumer<RosterRow> receiver, Consumer<SkippedRow> skipped)
      throws UnreadableSheetException {
    sheet.titles().forEach(skipped);
    RowSorting sorting =
        new RowSorting(
            sheet,
            new RowReceiver() {
              @Override
              public void rows(RowBlock block, int from, int to) {
                throw new IllegalStateException("only rows were asked for");
              }

              @Override
              public void row(RosterRow row) {
                receiver.accept(row);
              }

              @Override
              public void skipped(SkippedRow row) {
                skipped.accept(row);
              }
            });
    sheet.sheet().read(sorting);
  }

  /**
   * Hands on each enrollment that the rows hold: the rows themselves in a sheet of enrollments,
   * else what the rows of people say besides.
   *
   * @throws UnreadableSheetException where the sheet can be read no further
   */
  public static void readEnrollments(SheetReading sheet, Consumer<RosterRow> receiver)
      throws UnreadableSheetException {
    readEnrollments(sheet, receiver, skipped -> {});
  }

  /**
   * Hands on each enrollment that the rows hold, and says which rows are no data.
   *
   * @throws UnreadableSheetException where the sheet can be read no further
   */
  public static void readEnrollments(
      SheetReading sheet, Consumer<RosterRow> receiver, Consumer<SkippedRow> skipped)
      throws UnreadableSheetException {
    boolean isOfEnrollments = sheet.table() == Table.ENROLLMENTS;
    if (!sheet.enrolls() && !isOfEnrollments) {
      return;
    }
    read(
        sheet,
        row -> {
          if (isOfEnrollments && (!sheet.enrolls() || row.isUneven())) {
            receiver.accept(row);
          } else if (!row.isUneven()) {
            row.enrollments(receiver);
          }
        },
        skipped);
  }

  /**
   * Hands on each row that is data, many together where nothing about them needs a closer look.
   *
   * @throws UnreadableSheetException where the sheet can be read no further
   */
  public static void readBlocks(SheetReading sheet, RowReceiver receiver)
      throws UnreadableSheetException {
    sheet.titles().forEach(receiver::skipped);
    sheet.sheet().readBlocks(new RowSorting(sheet, receiver));
  }

  /**
   * What the workbook does not show of the sheet; of its columns only those in which something
   * stands. Goes over the sheet where any are hidden.
   */
  public static Hidden hidden(SheetReading sheet) {
    Hidden hidden = sheet.sheet().hidden();
    if (hidden.columns().isEmpty()) {
      return hidden;
    }
    Set<Integer> used = new TreeSet<>();
    try {
      read(
          sheet,
          row -> {
            for (int column : hidden.columns()) {
              if (!row.raw().cell(column).isBlank()) {
                used.add(column);
              }
            }
          });
    } catch (UnreadableSheetException e) {
      // The check comes to the same place and says so.
      return hidden;
    }
    return new Hidden(hidden.sheet(), hidden.rows(), List.copyOf(used));
  }

  /** Goes over a sheet once for the order of the dates in all its columns of dates. */
  static DateColumns dates(SheetReading sheet) {
    DateColumns columns = new DateColumns();
    List<Field> there = sheet.dateFields();
    readSoFar(
        sheet,
        row -> {
          for (Field field : there) {
            if (row.has(field)) {
              columns.add(field, row.cell(field).cleaned(), 1);
            }
          }
        });
    return columns;
  }
}
