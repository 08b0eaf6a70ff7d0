package neatroster.core.check;

import java.util.regex.Matcher;
import java.util.regex.Pattern;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.text.Cell;
import neatroster.core.text.Quoted;

/** A number that is none. */
final class BadNumber extends TableRule {
  static final RuleText TEXT =
      new RuleText(
          "bad-number",
          Severity.ERROR,
          "A cell that should hold a whole number holds something else.",
          "The platform refuses the row, or takes the class for one without a limit.",
          "Type digits alone, or leave the cell blank.",
          """
          code  | title   | capacity
          NAV-1 | Coastal | 24
          NAV-2 | Night   | twenty     ← 20
          """);

  BadNumber() {
    super(TEXT, Table.COURSES, Table.GROUPS);
  }

  private static final Pattern WITH_NOUGHTS = Pattern.compile("(\\d{1,9})[.,]0+");

  @Override
  public void check(CheckedRow row, Findings findings) {
    Cell cell = row.cell(Field.CAPACITY);
    if (cell.isEmpty() || cell.isBlank()) {
      return;
    }
    String number = row.text(Field.CAPACITY);
    if (!number.matches("\\d{1,9}")) {
      Finding.Builder finding =
          row.finding(this, Field.CAPACITY, Quoted.value(number) + " is no whole number.");
      Matcher whole = WITH_NOUGHTS.matcher(number);
      if (whole.matches()) {
        finding.suggesting(whole.group(1));
      }
      findings.add(finding);
    }
  }
}
