package neatroster.core.check.rules.enrollments;

import java.util.Set;
import neatroster.core.check.CheckedRow;
import neatroster.core.check.Finding;
import neatroster.core.check.Findings;
import neatroster.core.check.RowRule;
import neatroster.core.check.RuleText;
import neatroster.core.grid.Place;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.text.Quoted;

/** One person twice in a course and group. */
public final class DuplicateEnrollment implements RowRule {
  static final RuleText TEXT = new RuleText("duplicate-enrollment", Severity.ERROR);

  @Override
  public RuleText text() {
    return TEXT;
  }

  @Override
  public Set<Table> tables() {
    return Set.of(Table.ENROLLMENTS);
  }

  @Override
  public void check(CheckedRow row, Findings findings) {
    if (row.earlierEnrollment >= 0 && !row.earlierRoleDiffers) {
      if (row.isOfOneRow()) {
        findings.add(
            row.finding(
                    this,
                    row.firstColumn(Field.COURSE, Field.GROUP),
                    "The row names "
                        + (row.has(Field.COURSE) ? row.text(Field.COURSE) : row.text(Field.GROUP))
                        + " twice; it is done once.")
                .asWarning());
        return;
      }
      Place place = row.place(row.earlierEnrollment);
      Field whom = row.firstColumn(Field.USER, Field.MEMBERS_OF);
      String where =
          row.has(Field.COURSE)
              ? " in "
                  + row.text(Field.COURSE)
                  + (row.has(Field.GROUP) ? ", " + row.text(Field.GROUP) + "," : "")
              : " in the group " + row.text(Field.GROUP);
      Finding.Builder finding =
          row.finding(
              this,
              whom,
              Quoted.value(row.has(whom) ? row.shown(whom) : row.personOf(row.line))
                  + " is already"
                  + where
                  + " by "
                  + row.named(place)
                  + "."
                  + (place.sheet().equals(row.row.reading().name())
                      ? " Delete the row that is too many."
                      : " Both lists say so; it is done once."));
      boolean otherList = !place.sheet().equals(row.row.reading().name());
      findings.add(otherList ? finding.with(place).asNote() : finding.with(place));
    }
  }
}
