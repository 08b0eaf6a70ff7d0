package neatroster.core.check.rules.values;

import java.util.List;
import neatroster.core.check.CheckedRow;
import neatroster.core.check.Finding;
import neatroster.core.check.RuleText;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;

/** A date that cannot be read. */
public final class BadDate extends ValueRule {
  static final RuleText TEXT =
      new RuleText(
          "bad-date",
          Severity.ERROR,
          "A cell that should hold a date and holds none, a day that is not in the calendar, or, where roster.yaml says dates: ask, a date that could be two.",
          "A class opens on the wrong day, or the platform refuses the row.",
          "Write the date as year-month-day, such as 2027-01-31. A start or an end may also be written as +90 days.",
          """
          code  | title   | starts
          NAV-1 | Coastal | 2027-01-11
          NAV-2 | Night   | 31.02.2027     ← February has no 31st
          """);

  public BadDate() {
    super(
        TEXT,
        List.of(Field.BIRTH_DATE, Field.STARTS, Field.ENDS, Field.CONSENT),
        Table.USERS,
        Table.COURSES,
        Table.ENROLLMENTS);
  }

  @Override
  Finding.Builder said(CheckedRow row, Field field, Finding.Builder finding) {
    // A consent that nobody can read is none; the person is not locked out for it.
    return field == Field.CONSENT
        ? finding.asWarning()
        : finding.saying(finding.message() + " Write it as year-month-day: 2027-01-31.");
  }
}
