package neatroster.core.tidy;

import java.io.Closeable;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import neatroster.core.grid.Place;
import neatroster.core.grid.RowWriter;
import neatroster.core.grid.SheetName;

/** The list of everything that {@code tidy} changed, written while it goes. */
public final class TidyChanges implements Closeable {
  /**
   * One thing that was changed.
   *
   * @param sheet the sheet
   * @param row its row, or 0
   * @param column its header as it was
   * @param before the cell before
   * @param after the cell after
   * @param why what was done
   */
  public record Change(
      SheetName sheet, int row, String column, String before, String after, String why) {}

  private final RowWriter out;
  private final int most;
  private final List<Change> first = new ArrayList<>();
  private final Map<SheetName, List<Integer>> uncertain = new LinkedHashMap<>();
  private int count;

  /**
   * Starts the list.
   *
   * @param out where it is written
   * @param most how many are kept for showing them
   */
  public TidyChanges(RowWriter out, int most) throws IOException {
    this.out = out;
    this.most = most;
    out.row(List.of("sheet", "row", "column", "before", "after", "what was done"));
  }

  void add(Place place, String column, String before, String after, String why) {
    Change change = new Change(place.sheet(), place.row(), column, before, after, why);
    if (first.size() < most) {
      first.add(change);
    }
    count++;
    try {
      out.row(
          List.of(
              place.sheet().toString(),
              place.row() == 0 ? "" : String.valueOf(place.row()),
              column,
              before,
              after,
              why));
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  /** Remembers a name that could be taken apart in another way. */
  void addUncertain(Place place) {
    uncertain.computeIfAbsent(place.sheet(), s -> new ArrayList<>()).add(place.row());
  }

  /** The rows of names that could be taken apart in another way, by sheet. */
  public Map<SheetName, List<Integer>> uncertain() {
    return uncertain;
  }

  /** The first of them. */
  public List<Change> first() {
    return first;
  }

  public int count() {
    return count;
  }

  @Override
  public void close() throws IOException {
    out.close();
  }
}
