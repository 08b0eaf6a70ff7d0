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
  static final RuleText TEXT = new RuleText("bad-date", Severity.ERROR);

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
