package neatroster.core.check.rules.enrollments;

import neatroster.core.check.CheckedRow;
import neatroster.core.check.Findings;
import neatroster.core.check.RuleText;
import neatroster.core.check.TableRule;
import neatroster.core.grid.Place;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;

/** Somebody who is in a course by one row and has left it by another. */
public final class ConflictingStatus extends TableRule {
  static final RuleText TEXT = new RuleText("conflicting-status", Severity.WARNING);

  public ConflictingStatus() {
    super(TEXT, Table.ENROLLMENTS);
  }

  @Override
  public void check(CheckedRow row, Findings findings) {
    if (row.endedBy < 0
        || row.resolved.rows().movesPeople(row.resolved.rows().sheet(row.endedBy))) {
      // Whoever is moved is still in the list that they are moved out of.
      return;
    }
    Place place = row.place(row.endedBy);
    findings.add(
        row.finding(
                this,
                row.firstColumn(Field.STATUS, Field.USER),
                "The user has left "
                    + (row.has(Field.COURSE) ? row.text(Field.COURSE) : row.text(Field.GROUP))
                    + " by "
                    + row.named(place)
                    + ", which holds, and is enrolled there by this row. Delete the row that is"
                    + " wrong; a start after that end makes it a new enrollment.")
            .with(place));
  }
}
