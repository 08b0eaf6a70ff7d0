package neatroster.core.check.rules.people;

import java.util.List;
import neatroster.core.check.CheckedRow;
import neatroster.core.check.ColumnRule;
import neatroster.core.check.Findings;
import neatroster.core.check.RuleText;
import neatroster.core.check.SheetView;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.roster.Doubt;

/** People who were found in another list by their names alone. */
public final class JoinedByName implements ColumnRule {
  static final RuleText TEXT = new RuleText("joined-by-name", Severity.NOTE);

  @Override
  public RuleText text() {
    return TEXT;
  }

  @Override
  public void check(SheetView sheet, Findings findings) {
    int first = -1;
    int count = 0;
    for (int position = 0; sheet.table() == Table.USERS && position < sheet.rows(); position++) {
      if (!doubts(sheet, position).isEmpty()) {
        first = first < 0 ? position : first;
        count++;
      }
    }
    if (count > 0) {
      CheckedRow row = sheet.checked(first);
      String found = row.named(doubts(sheet, first).get(0));
      findings.add(
          row.finding(
              this,
              row.columnOfPerson(),
              (count == 1
                      ? "1 person of this list was found by the name alone: "
                      : count
                          + " people of this list were found by their names alone; the first is ")
                  + found
                  + "."));
    }
  }

  private static List<Doubt> doubts(SheetView sheet, int position) {
    List<Doubt> all = sheet.roster().people().doubts(sheet.line(position));
    return all.isEmpty()
        ? all
        : all.stream().filter(doubt -> doubt.kind() == Doubt.Kind.BY_NAME).toList();
  }
}
