package neatroster.core.check.rules.enrollments;

import neatroster.core.check.CheckedRow;
import neatroster.core.check.ColumnRule;
import neatroster.core.check.Findings;
import neatroster.core.check.RuleText;
import neatroster.core.check.SheetView;
import neatroster.core.check.TableRule;
import neatroster.core.check.TextTests;
import neatroster.core.model.Field;
import neatroster.core.model.KnownUser;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.roster.Link;
import neatroster.core.roster.People;

/** Somebody who is shut out is enrolled. */
public final class SuspendedUser extends TableRule implements ColumnRule {
  static final RuleText TEXT = new RuleText("suspended-user", Severity.WARNING);

  public SuspendedUser() {
    super(TEXT, Table.ENROLLMENTS);
  }

  @Override
  public void check(CheckedRow row, Findings findings) {
    if (row.user.isFound()
        && !row.text(Field.STATUS).equals("ended")
        && row.counts.isSuspended(row.user.number())) {
      findings.add(
          row.finding(
              this,
              row.firstColumn(Field.USER, Field.COURSE, Field.ENROLLMENTS_CELL),
              "The account is suspended: the person cannot come in."));
    }
  }

  @Override
  public boolean tellsOfPeople() {
    return true;
  }

  /** Notes whom a list suspends, or leaves suspended as the platform has it. */
  @Override
  public void check(SheetView sheet, Findings findings) {
    if (sheet.table() != Table.USERS) {
      return;
    }
    People people = sheet.roster().people();
    boolean anyAccount = !sheet.roster().known().users().isEmpty();
    boolean tells = sheet.has(Field.STATUS);
    TextTests suspended =
        tells
            ? sheet.tests(
                Field.STATUS,
                cell -> sheet.reading().judged(Field.STATUS, cell).text().equals("suspended"))
            : null;
    for (int position = 0; (tells || anyAccount) && position < sheet.rows(); position++) {
      int text = sheet.text(position, Field.STATUS);
      boolean shut = text != 0 && suspended.passes(text);
      if ((shut || (text == 0 && anyAccount)) && !sheet.isMisaligned(position)) {
        Link person = sheet.person(position);
        boolean leftSo =
            person.isFound()
                && text == 0
                && people
                    .knownAs(person.number())
                    .filter(account -> account.standing() == KnownUser.Standing.SUSPENDED)
                    .isPresent();
        if (person.isFound() && (shut || leftSo)) {
          sheet.counts().suspend(person.number());
        }
      }
    }
  }
}
