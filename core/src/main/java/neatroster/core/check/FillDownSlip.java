package neatroster.core.check;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Supplier;
import neatroster.core.intake.Column;
import neatroster.core.intake.SheetReading;
import neatroster.core.model.Field;
import neatroster.core.model.Place;
import neatroster.core.model.Severity;
import neatroster.core.text.Cell;

/** A code that somebody dragged down until it counted upwards. */
final class FillDownSlip implements Rule {
  static final RuleText TEXT =
      new RuleText(
          "fill-down-slip",
          Severity.ERROR,
          "A code counts upwards from row to row into codes that do not exist: somebody dragged a cell down, and the spreadsheet program counted.",
          "Everybody in those rows would be enrolled elsewhere, or nowhere; platforms that make what is missing would make a class for each of them.",
          "Type the first code into all of the rows, or copy it down while holding the key that keeps the spreadsheet program from counting.",
          """
          code  | title
          NAV-2 | Night

          user    | course
          amorgan | NAV-2
          bfinch  | NAV-3     ← only NAV-2 exists
          mlund   | NAV-4     ← dragged down too
          """);

  @Override
  public RuleText text() {
    return TEXT;
  }

  /** Fewer are more likely two slips of their own. */
  private static final int FEWEST = 2;

  /** What counts upwards in one column. */
  private static final class Run {
    private final StringBuilder last = new StringBuilder();
    private boolean lastExists;
    private String start = "";
    private final List<Place> places = new ArrayList<>();
    private Finding.Builder ofFirst;
    private CheckedCell first;
    private String end = "";
  }

  /** The cell where a run begins. */
  private record CheckedCell(Optional<Column> column, String value) {}

  private final Map<Field, Run> runs = new EnumMap<>(Field.class);

  /**
   * Whether a value that does not exist is one of a run of them, which is told when it ends. Every
   * value of the column is shown to this in the order of the rows.
   *
   * @param exists whether the value does
   * @param unknown what there is to say of the value alone
   */
  boolean takes(
      CheckedRow row,
      Field field,
      boolean exists,
      Supplier<Finding.Builder> unknown,
      Findings findings) {
    Run run = runs.computeIfAbsent(field, f -> new Run());
    Cell cell = row.cell(field);
    boolean counts = !exists && (run.lastExists || !run.places.isEmpty()) && isNext(run.last, cell);
    if (!counts) {
      flush(run, findings);
      run.lastExists = exists;
      run.last.setLength(0);
      run.last.append(cell, 0, cell.length());
      return false;
    }
    if (run.places.isEmpty()) {
      run.start = run.last.toString();
      run.ofFirst = unknown.get();
      run.first = new CheckedCell(row.row.column(field), row.text(field));
    }
    run.places.add(row.row.place());
    run.end = cell.toString();
    run.last.setLength(0);
    run.last.append(cell, 0, cell.length());
    run.lastExists = false;
    return true;
  }

  @Override
  public void endSheet(SheetReading sheet, Findings findings) {
    runs.values().forEach(run -> flush(run, findings));
    runs.clear();
  }

  private void flush(Run run, Findings findings) {
    if (run.places.isEmpty()) {
      return;
    }
    if (run.places.size() < FEWEST) {
      findings.add(run.ofFirst);
    } else {
      Place from = run.places.get(0);
      Place to = run.places.get(run.places.size() - 1);
      Finding.Builder finding =
          new Finding.Builder(
              this,
              from,
              "From row "
                  + from.row()
                  + " to row "
                  + to.row()
                  + " the value counts upwards, "
                  + run.first.value()
                  + " to "
                  + run.end
                  + ", and none of these exist; "
                  + run.start
                  + " in the row before does. Was it dragged down?");
      run.first.column().ifPresent(finding::in);
      finding.showing(run.first.value()).suggesting(run.start);
      run.places.subList(1, run.places.size()).forEach(finding::against);
      findings.add(finding);
    }
    run.places.clear();
  }

  /** Whether one value is the other with a number at its end that is one more. */
  static boolean isNext(CharSequence before, CharSequence after) {
    int digits = digits(before);
    int digitsAfter = digits(after);
    int prefix = before.length() - digits;
    if (digits == 0
        || digits > 9
        || digitsAfter > 9
        || after.length() - digitsAfter != prefix
        || (digitsAfter != digits && digitsAfter != digits + 1)) {
      return false;
    }
    for (int i = 0; i < prefix; i++) {
      if (before.charAt(i) != after.charAt(i)) {
        return false;
      }
    }
    return number(before, prefix) + 1 == number(after, prefix);
  }

  private static int digits(CharSequence text) {
    int digits = 0;
    for (int i = text.length() - 1; i >= 0 && text.charAt(i) >= '0' && text.charAt(i) <= '9'; i--) {
      digits++;
    }
    return digits;
  }

  private static long number(CharSequence text, int from) {
    long number = 0;
    for (int i = from; i < text.length(); i++) {
      number = number * 10 + text.charAt(i) - '0';
    }
    return number;
  }
}
