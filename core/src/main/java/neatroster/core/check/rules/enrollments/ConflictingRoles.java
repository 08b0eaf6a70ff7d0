package neatroster.core.check.rules.enrollments;

import neatroster.core.check.CheckedRow;
import neatroster.core.check.Findings;
import neatroster.core.check.RuleText;
import neatroster.core.check.TableRule;
import neatroster.core.grid.Place;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;

/** One person in a course twice, with two roles. */
public final class ConflictingRoles extends TableRule {
  public static final RuleText TEXT = new RuleText("conflicting-roles", Severity.ERROR);

  public ConflictingRoles() {
    super(TEXT, Table.ENROLLMENTS);
  }

  @Override
  public void check(CheckedRow row, Findings findings) {
    if (row.earlierEnrollment < 0 || !row.earlierRoleDiffers || !row.areRolesKnown) {
      return;
    }
    Place place = row.place(row.earlierEnrollment);
    Field where = row.firstColumn(Field.ROLE, Field.USER, Field.MEMBERS_OF);
    String course = row.has(Field.COURSE) ? row.text(Field.COURSE) : row.text(Field.GROUP);
    if (row.isOfOneRow()) {
      // The row is the person's too: a second role in it costs nobody the account.
      findings.add(
          row.finding(
                  this,
                  where,
                  "The row has the user in "
                      + course
                      + " twice, with two roles; the first counts. Leave one of them.")
              .asWarning());
      return;
    }
    findings.add(
        row.finding(
                this,
                where,
                "The same user is in "
                    + course
                    + " by "
                    + row.named(place)
                    + " with another role than "
                    + (row.role.isEmpty() ? "here" : "“" + row.role + "”")
                    + ". Delete the row that is wrong.")
            .against(place));
  }
}
