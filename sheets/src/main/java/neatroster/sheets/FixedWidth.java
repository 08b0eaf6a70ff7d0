package neatroster.sheets;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import neatroster.core.grid.FileFacts;
import neatroster.core.grid.Sheet;
import neatroster.core.grid.SheetName;
import neatroster.core.grid.SheetRow;
import neatroster.core.grid.UnreadableSheetException;

/**
 * Text whose columns are kept apart by spaces alone, each beginning at the same place of every
 * line.
 *
 * @param text the same text line by line
 * @param starts where the columns begin, counted from 0
 */
record FixedWidth(Sheet text, List<Integer> starts) implements Sheet {
  private static final int ROWS = 60;
  private static final int FEWEST_ROWS = 3;
  private static final int WIDEST = 4000;

  /** In so many lines one value may be too long for its column. */
  private static final int LINES_TO_ONE_TOO_LONG = 5;

  /** So wide a gap stands in no name. */
  private static final int GAP = 2;

  /** The text as columns, if the lines that it begins with have gaps in the same places. */
  static Optional<Sheet> find(Sheet text, String head) {
    List<String> lines = new ArrayList<>();
    for (String line : head.split("\\R", ROWS + 1)) {
      if (!line.isBlank() && !isRule(line) && lines.size() < ROWS) {
        lines.add(line);
      }
    }
    if (lines.size() < FEWEST_ROWS || lines.stream().anyMatch(l -> l.length() > WIDEST)) {
      return Optional.empty();
    }
    List<Integer> starts = starts(lines);
    long wide = lines.stream().filter(line -> cells(line, starts) > 1).count();
    return starts.size() > 1 && wide * 10 >= lines.size() * 8L
        ? Optional.of(new FixedWidth(text, starts))
        : Optional.empty();
  }

  private static List<Integer> starts(List<String> lines) {
    List<Integer> starts = new ArrayList<>();
    int width = lines.stream().mapToInt(String::length).max().orElse(0);
    int blank = GAP;
    for (int i = 0; i < width; i++) {
      if (filledAt(lines, i) <= lines.size() / LINES_TO_ONE_TOO_LONG) {
        blank++;
      } else {
        if (blank >= GAP) {
          starts.add(starts.isEmpty() ? 0 : leftmost(lines, i, starts.get(starts.size() - 1)));
        }
        blank = 0;
      }
    }
    return starts;
  }

  /** Where a column really begins: behind the last place that is blank in every line. */
  private static int leftmost(List<String> lines, int start, int before) {
    for (int i = start; i > before; i--) {
      if (filledAt(lines, i - 1) == 0) {
        return i;
      }
    }
    return start;
  }

  private static int filledAt(List<String> lines, int at) {
    int filled = 0;
    for (String line : lines) {
      filled += at < line.length() && line.charAt(at) != ' ' ? 1 : 0;
    }
    return filled;
  }

  private static int cells(String line, List<Integer> starts) {
    int filled = 0;
    for (int i = 0; i < starts.size(); i++) {
      filled += cell(line, starts, i).isBlank() ? 0 : 1;
    }
    return filled;
  }

  private static String cell(String line, List<Integer> starts, int column) {
    int from = Math.min(line.length(), starts.get(column));
    int to = column + 1 < starts.size() ? starts.get(column + 1) : line.length();
    return line.substring(from, Math.max(from, Math.min(line.length(), to))).strip();
  }

  /** A line of hyphens below the headers. */
  private static boolean isRule(String line) {
    return line.matches("[-=_+| ]*[-=_]{3}[-=_+| ]*");
  }

  /** Whether a value reaches into the next column, so that it cannot be told where it ends. */
  private boolean isBroken(String line) {
    for (int i = 1; i < starts.size(); i++) {
      int start = starts.get(i);
      boolean ends = start > line.length();
      if (!ends && (line.charAt(start - 1) != ' ')) {
        return true;
      }
    }
    return false;
  }

  @Override
  public SheetName name() {
    return text.name();
  }

  @Override
  public FileFacts facts() {
    FileFacts facts = text.facts();
    return new FileFacts("fixed-width", facts.encoding(), null, true, facts.doubt());
  }

  @Override
  public Optional<Sheet> lines() {
    return Optional.of(text);
  }

  @Override
  public void read(Receiver receiver) throws UnreadableSheetException {
    SheetRow row = new SheetRow();
    text.read(
        raw -> {
          String line = raw.cell(0).toString();
          row.begin(raw.number());
          if (isBroken(line)) {
            // One cell where several should be: the check says so at its row.
            row.add(line);
          } else if (!isRule(line)) {
            for (int i = 0; i < starts.size(); i++) {
              row.add(cell(line, starts, i));
            }
          }
          return receiver.row(row);
        });
  }
}
