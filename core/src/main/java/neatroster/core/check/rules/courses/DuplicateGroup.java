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

/** One name on two groups of a course. */
public final class DuplicateGroup implements RowRule {
  static final RuleText TEXT = new RuleText("duplicate-group", Severity.ERROR);

  @Override
  public RuleText text() {
    return TEXT;
  }

  @Override
  public Set<Table> tables() {
    return Set.of(Table.GROUPS);
  }

  @Override
  public void check(CheckedRow row, Findings findings) {
    if (row.earlierLine >= 0) {
      Place place = row.place(row.earlierLine);
      String of = row.has(Field.COURSE) ? " of " + row.text(Field.COURSE) : "";
      findings.add(
          row.finding(
                  this,
                  Field.NAME,
                  Quoted.value(row.shown(Field.NAME))
                      + of
                      + " is already in "
                      + row.named(place)
                      + ". Delete one of the rows, or give one of the groups another name.")
              .with(place));
    }
  }
}
