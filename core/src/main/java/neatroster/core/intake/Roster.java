package neatroster.core.intake;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.BiConsumer;
import java.util.function.Consumer;
import neatroster.core.model.Place;
import neatroster.core.model.SheetName;
import neatroster.core.model.Table;
import neatroster.core.text.IntList;

/**
 * The sheets of one roster, gone over a table at a time.
 *
 * <p>Each row has a <em>line</em>: one number for its sheet and row together, so that keys can
 * remember where they were seen in four bytes.
 */
public final class Roster {
  private final List<SheetReading> sheets;
  private final List<Unread> unread;
  private final List<SheetName> order;
  private final int[] firstLine;
  private final IntList starts = new IntList();
  private final List<SheetReading> started = new ArrayList<>();
  private int nextLine;

  /** Of each sheet and table, what the first reading came to: later ones must come to the same. */
  private final Map<SheetReading, Map<Table, Extent>> extents = new HashMap<>();

  /**
   * A roster of these sheets.
   *
   * @param sheets the sheets that were understood
   * @param unread the ones that were not
   * @param order all of them, in the order in which the user named them
   */
  public Roster(List<SheetReading> sheets, List<Unread> unread, List<SheetName> order) {
    this.sheets = List.copyOf(sheets);
    this.unread = List.copyOf(unread);
    this.order = List.copyOf(order);
    this.firstLine = new int[sheets.size()];
    Arrays.fill(firstLine, -1);
  }

  /**
   * A sheet that was not understood.
   *
   * @param why why not
   * @param besideTables whether other tabs of its file are tables: then it may be notes or a chart
   */
  public record Unread(SheetName name, UnreadableSheetException why, boolean besideTables) {
    /** Whether nobody needs to do anything about it. */
    public boolean isLeftAlone() {
      return besideTables && why.isNotATable();
    }
  }

  /** Takes the rows of a table. */
  @FunctionalInterface
  public interface Receiver {
    /**
     * Takes one row.
     *
     * @param row valid during the call
     * @param line the row's line
     */
    void row(RosterRow row, int line);
  }

  /** Is told that a sheet can be read no further. */
  @FunctionalInterface
  public interface OnTrouble {
    void unreadable(SheetReading sheet, UnreadableSheetException why);
  }

  /** The sheets that were understood, in the order in which the user named them. */
  public List<SheetReading> sheets() {
    return sheets;
  }

  /** The sheets that were not. */
  public List<Unread> unread() {
    return unread;
  }

  /** The names of all sheets in the order in which the user named them. */
  public List<SheetName> order() {
    return order;
  }

  /** Whether any sheet lists rows of this table. */
  public boolean lists(Table table) {
    return sheets.stream().anyMatch(sheet -> sheet.table() == table);
  }

  /**
   * How far a sheet could be read.
   *
   * @param lastRow the last row that was data
   * @param stoppedAt the row where it could be read no further, or -1
   */
  private record Extent(int lastRow, int stoppedAt) {}

  /**
   * Hands on every row of a table once more, sheet by sheet, after somebody was told which sheets
   * can be read only in part.
   *
   * @throws SheetChangedException where a sheet does not give the same rows as then
   */
  public void read(Table table, Receiver receiver) {
    read(
        table,
        receiver,
        (sheet, why) -> {
          Extent before = extents.getOrDefault(sheet, Map.of()).get(table);
          if (before == null || before.stoppedAt() != why.row()) {
            throw new SheetChangedException(
                sheet.name(), "could not be read to its end: " + why.getMessage(), why);
          }
        },
        (sheet, row) -> {});
  }

  /** The sheets that could be read only in part. */
  public List<SheetReading> brokenOff() {
    return sheets.stream()
        .filter(
            sheet ->
                extents.getOrDefault(sheet, Map.of()).values().stream()
                    .anyMatch(extent -> extent.stoppedAt() >= 0))
        .toList();
  }

  /**
   * Hands on every row of a table, sheet by sheet.
   *
   * @param onSkipped is told which rows of the table's sheets are none
   */
  public void read(
      Table table,
      Receiver receiver,
      OnTrouble onTrouble,
      BiConsumer<SheetReading, SkippedRow> onSkipped) {
    for (int i = 0; i < sheets.size(); i++) {
      SheetReading sheet = sheets.get(i);
      boolean alongWithPeople = table == Table.ENROLLMENTS && sheet.enrolls();
      if (sheet.table() != table && !alongWithPeople) {
        continue;
      }
      boolean firstTime = firstLine[i] < 0;
      if (firstTime) {
        firstLine[i] = nextLine;
        starts.add(nextLine);
        started.add(sheet);
      }
      int base = firstLine[i];
      int[] last = {0};
      Consumer<RosterRow> numbered =
          row -> {
            last[0] = row.number();
            receiver.row(row, Math.addExact(base, row.number()));
          };
      try {
        if (table == Table.ENROLLMENTS) {
          sheet.readEnrollments(
              numbered,
              row -> {
                if (!alongWithPeople || sheet.table() == Table.ENROLLMENTS) {
                  onSkipped.accept(sheet, row);
                }
              });
        } else {
          sheet.read(numbered, row -> onSkipped.accept(sheet, row));
        }
        verifyExtent(sheet, table, new Extent(last[0], -1));
      } catch (UnreadableSheetException e) {
        onTrouble.unreadable(sheet, e);
        verifyExtent(sheet, table, new Extent(last[0], e.row()));
      }
      if (firstTime) {
        nextLine = Math.addExact(base, last[0] + 1);
      }
    }
  }

  /** A file that is cut off while it is read may look like one that ends there. */
  private void verifyExtent(SheetReading sheet, Table table, Extent extent) {
    Extent before =
        extents.computeIfAbsent(sheet, s -> new EnumMap<>(Table.class)).putIfAbsent(table, extent);
    if (before != null && !before.equals(extent)) {
      throw new SheetChangedException(
          sheet.name(), "was changed while it was being read; run the command again", null);
    }
  }

  /** The line of a place, or -1 where the place is no row of a sheet that was read. */
  public int line(Place place) {
    for (int i = 0; i < started.size(); i++) {
      if (started.get(i).name().equals(place.sheet())) {
        return place.row() == 0 ? -1 : starts.get(i) + place.row();
      }
    }
    return -1;
  }

  /** The sheet and row of a line. */
  public Place place(int line) {
    int at = startOf(line);
    return new Place(started.get(at).name(), line - starts.get(at));
  }

  /** The sheet of a line. */
  public SheetReading sheet(int line) {
    return started.get(startOf(line));
  }

  private int startOf(int line) {
    int low = 0;
    int high = starts.size() - 1;
    while (low < high) {
      int middle = (low + high + 1) >>> 1;
      if (starts.get(middle) <= line) {
        low = middle;
      } else {
        high = middle - 1;
      }
    }
    return low;
  }
}
