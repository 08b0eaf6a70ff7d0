package neatroster.core.check.rules.people;

import neatroster.core.check.CheckedRow;
import neatroster.core.check.Finding;
import neatroster.core.check.Findings;
import neatroster.core.check.RuleText;
import neatroster.core.check.TableRule;
import neatroster.core.grid.Place;
import neatroster.core.model.Field;
import neatroster.core.model.Table;
import neatroster.core.roster.Doubt;
import neatroster.core.text.Quoted;

/** A rule about an id, a username or an email address that two rows have. */
abstract class SharedMark extends TableRule {
  private final Field mark;
  private final String what;

  SharedMark(RuleText text, Field mark, String what) {
    super(text, Table.USERS);
    this.mark = mark;
    this.what = what;
  }

  @Override
  public final void check(CheckedRow row, Findings findings) {
    for (Doubt doubt : row.doubts(Doubt.Kind.SHARED_MARK)) {
      if (doubt.field() == mark) {
        Place first = row.place(doubt.lines().get(0));
        Finding.Builder finding =
            row.finding(
                this,
                mark,
                Quoted.value(row.shown(mark))
                    + " is already the "
                    + what
                    + " in "
                    + row.named(first)
                    + ". Correct one of the two; if both rows are the same person, make them say"
                    + " the same id, or delete one."
                    + (mark == Field.EMAIL
                        ? " Where a family shares one address, say emails: {shared: allow} in"
                            + " roster.yaml."
                        : ""));
        doubt.lines().forEach(line -> finding.against(row.place(line)));
        findings.add(finding);
      }
    }
    for (Doubt doubt : row.doubts(Doubt.Kind.LISTED_TWICE)) {
      if (doubt.field() == mark) {
        Place first = row.place(doubt.lines().get(0));
        findings.add(
            row.finding(
                    this,
                    mark,
                    Quoted.value(row.shown(mark))
                        + " is the "
                        + what
                        + " in "
                        + row.named(first)
                        + " too, and the names go together: both rows are read as one person.")
                .with(first)
                .asNote());
      }
    }
  }
}
