package neatroster.core.check.rules.courses;

import java.util.Set;
import neatroster.core.check.CheckedRow;
import neatroster.core.check.Findings;
import neatroster.core.check.RowRule;
import neatroster.core.check.RuleText;
import neatroster.core.grid.Place;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.text.Quoted;

/** One code on two courses. */
public final class DuplicateCourse implements RowRule {
  static final RuleText TEXT = new RuleText("duplicate-course", Severity.ERROR);

  @Override
  public RuleText text() {
    return TEXT;
  }

  @Override
  public Set<Table> tables() {
    return Set.of(Table.COURSES);
  }

  @Override
  public void check(CheckedRow row, Findings findings) {
    if (row.earlierLine >= 0) {
      Place place = row.place(row.earlierLine);
      findings.add(
          row.finding(
                  this,
                  Field.CODE,
                  Quoted.value(row.shown(Field.CODE))
                      + " is already the code in "
                      + row.named(place)
                      + ". Give one of the courses another code, or delete the row that is too many.")
              .against(place));
    }
  }
}
