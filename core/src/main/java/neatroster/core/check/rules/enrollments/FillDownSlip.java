package neatroster.core.check.rules.enrollments;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Function;
import java.util.function.IntFunction;
import java.util.function.Supplier;
import neatroster.core.check.ColumnRule;
import neatroster.core.check.Finding;
import neatroster.core.check.Findings;
import neatroster.core.check.RuleText;
import neatroster.core.check.SheetView;
import neatroster.core.grid.Place;
import neatroster.core.intake.RosterRow;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.roster.Link;

/** A code that somebody dragged down until it counted upwards. */
public final class FillDownSlip implements ColumnRule {
  public static final RuleText TEXT = new RuleText("fill-down-slip", Severity.ERROR);

  /** Fewer are more likely two slips of their own. */
  private static final int FEWEST = 2;

  private static final int MOST_DIGITS = 18;

  /** One column, gone down. */
  private final class Run {
    private final Field field;
    private final Findings findings;
    private String start = "";
    private String end = "";
    private Finding.Builder first;
    private String firstValue = "";
    private final List<Place> more = new ArrayList<>();

    Run(Field field, Findings findings) {
      this.field = field;
      this.findings = findings;
    }

    /**
     * Takes a value that does not exist.
     *
     * @param above the value above it
     * @param exists whether that exists
     * @param begin where the values that lead to it began to count, if it counts too
     */
    void take(RosterRow row, String above, boolean exists, Supplier<String> begin) {
      String value = row.cell(field).toString();
      if (!(exists || first != null) || !isNext(above, value)) {
        close();
        return;
      }
      if (first == null) {
        start = begin.get();
        firstValue = row.text(field);
        first = Finding.about(row, field, FillDownSlip.this, "");
      } else {
        more.add(row.place());
      }
      end = value;
    }

    void close() {
      if (first != null && more.size() + 1 >= FEWEST) {
        first.saying(
            "From row "
                + first.place().row()
                + " to row "
                + more.get(more.size() - 1).row()
                + " the value counts upwards, "
                + firstValue
                + " to "
                + end
                + ", and none of these exist; "
                + start
                + " in a row before does. Was it dragged down?");
        first.showing(firstValue).suggesting(start);
        more.forEach(first::against);
        findings.add(first);
      }
      first = null;
      more.clear();
    }
  }

  @Override
  public RuleText text() {
    return TEXT;
  }

  @Override
  public boolean seesReferences() {
    return true;
  }

  @Override
  public void check(SheetView sheet, Findings findings) {
    if (sheet.table() == Table.USERS && sheet.has(Field.MANAGER)) {
      Link[] found = new Link[sheet.texts(Field.MANAGER)];
      down(sheet, Field.MANAGER, position -> manager(sheet, position, found), findings);
    }
    if (!sheet.mayBeUnresolved()) {
      return;
    }
    if (sheet.reading().enrolls()) {
      enrolled(sheet, Field.COURSE, row -> sheet.roster().course(row), findings);
      enrolled(sheet, Field.GROUP, row -> sheet.roster().group(row), findings);
    } else if (sheet.table() == Table.GROUPS || sheet.table() == Table.ENROLLMENTS) {
      down(sheet, Field.COURSE, sheet.links()::course, findings);
      if (sheet.table() == Table.ENROLLMENTS) {
        down(sheet, Field.GROUP, sheet.links()::group, findings);
      }
    }
  }

  private static Link manager(SheetView sheet, int position, Link[] found) {
    int text = sheet.text(position, Field.MANAGER);
    if (found[text] == null) {
      found[text] = sheet.roster().user(sheet.shown(Field.MANAGER, text).toString());
    }
    return found[text];
  }

  private void down(SheetView sheet, Field field, IntFunction<Link> links, Findings findings) {
    Run run = new Run(field, findings);
    int above = -1;
    boolean exists = false;
    for (int position = 0; sheet.has(field) && position < sheet.rows(); position++) {
      int text = sheet.text(position, field);
      Link link = text == 0 ? Link.BLANK : links.apply(position);
      if (link.isBlank() || link.isUnchecked() || sheet.isMisaligned(position)) {
        continue;
      }
      if (!link.isNone()) {
        run.close();
      } else if (above >= 0) {
        String value = sheet.shown(field, sheet.text(above, field)).toString();
        int last = above;
        run.take(sheet.row(position), value, exists, () -> begin(sheet, field, links, last, value));
      }
      above = position;
      exists = !link.isNone();
    }
    run.close();
  }

  /**
   * Goes up from a value as long as those above exist and count: what was dragged is where that
   * begins, even if some of them exist by chance.
   */
  private static String begin(
      SheetView sheet, Field field, IntFunction<Link> links, int from, String value) {
    String began = value;
    int above = sheet.above(from, field);
    while (above >= 0 && links.apply(above).isFound()) {
      String before = sheet.shown(field, sheet.text(above, field)).toString();
      if (!isNext(before, began)) {
        break;
      }
      began = before;
      above = sheet.above(above, field);
    }
    return began;
  }

  private void enrolled(
      SheetView sheet, Field field, Function<RosterRow, Link> links, Findings findings) {
    Run run = new Run(field, findings);
    String[] above = {null};
    boolean[] exists = {false};
    sheet.enrollments(
        row -> {
          Link link = row.has(field) ? links.apply(row) : Link.BLANK;
          if (link.isBlank() || link.isUnchecked()) {
            return;
          }
          if (!link.isNone()) {
            run.close();
          } else if (above[0] != null) {
            String last = above[0];
            run.take(row, last, exists[0], () -> last);
          }
          above[0] = row.cell(field).toString();
          exists[0] = !link.isNone();
        });
    run.close();
  }

  /** Whether one value is the other with a number at its end that is one more. */
  static boolean isNext(CharSequence before, CharSequence after) {
    int digits = digits(before);
    int digitsAfter = digits(after);
    int prefix = before.length() - digits;
    if (digits == 0
        || digits > MOST_DIGITS
        || digitsAfter > MOST_DIGITS
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
