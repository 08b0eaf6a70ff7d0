package neatroster.core.check.rules.people;

import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import neatroster.core.check.Findings;
import neatroster.core.check.RosterRule;
import neatroster.core.check.RosterView;
import neatroster.core.check.RuleText;
import neatroster.core.intake.SheetReading;
import neatroster.core.model.Field;
import neatroster.core.model.KnownUser;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.roster.People;

/** People whom the platform has already. */
public final class AlreadyKnown implements RosterRule {
  private static final List<Field> COLUMNS =
      List.of(Field.USERNAME, Field.EMAIL, Field.ID, Field.FULL_NAME, Field.GIVEN_NAME);

  static final RuleText TEXT = new RuleText("already-known", Severity.NOTE);

  @Override
  public RuleText text() {
    return TEXT;
  }

  /** One note for each list: where everybody is known, a note each would hide all others. */
  @Override
  public void check(RosterView view, Findings findings) {
    People people = view.resolved().people();
    List<KnownUser> accounts = view.resolved().known().users().all();
    Map<SheetReading, List<Integer>> firstOfSheet = new LinkedHashMap<>();
    Map<SheetReading, Integer> counts = new HashMap<>();
    for (int person = 0; person < people.count(); person++) {
      int account = people.account(person);
      if (account < 0 || !accounts.get(account).isOnPlatform()) {
        continue;
      }
      int line = people.firstLine(person);
      SheetReading sheet = line < 0 ? null : view.resolved().rows().sheet(line);
      if (sheet != null && sheet.table() == Table.USERS) {
        firstOfSheet.merge(
            sheet,
            List.of(line, account),
            (one, other) -> one.get(0) <= other.get(0) ? one : other);
        counts.merge(sheet, 1, Integer::sum);
      }
    }
    firstOfSheet.forEach(
        (sheet, first) -> {
          String account = accounts.get(first.get(1)).reference();
          int count = counts.get(sheet);
          String message =
              count == 1
                  ? "The platform has this person already, as " + account + "."
                  : "The platform has "
                      + count
                      + " people of this list already; the first is "
                      + account
                      + ".";
          findings.add(view.about(first.get(0), COLUMNS, this, message));
        });
  }
}
