package neatroster.core.check;

import java.util.List;
import neatroster.core.intake.SheetReading;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.roster.Doubt;

/** People who were found in another list by their names alone. */
final class JoinedByName extends TableRule {
  static final RuleText TEXT =
      new RuleText(
          "joined-by-name",
          Severity.NOTE,
          "A list says no more of some people than their names, and each is the only one of that name among everybody else: they are read as those people.",
          "It is what is meant nearly always; only you can know where it is not.",
          "Nothing is to be done. Where it is somebody else, fill in an id, a username or an email address.",
          """
          id     | given name | family name
          000417 | Ana        | Morgan

          full name   | course
          Morgan, Ana | NAV-1     ← found by the name
          """);

  private Finding.Builder first;
  private String found = "";
  private int count;

  JoinedByName() {
    super(TEXT, Table.USERS);
  }

  @Override
  public void check(CheckedRow row, Findings findings) {
    List<Doubt> doubts = row.doubts(Doubt.Kind.BY_NAME);
    if (!doubts.isEmpty()) {
      if (first == null) {
        first = row.finding(this, row.columnOfPerson(), "");
        found = row.named(doubts.get(0));
      }
      count++;
    }
  }

  @Override
  public void endSheet(SheetReading sheet, Findings findings) {
    if (first != null) {
      findings.add(
          first.saying(
              (count == 1
                      ? "1 person of this list was found by the name alone: "
                      : count
                          + " people of this list were found by their names alone; the first is ")
                  + found
                  + "."));
    }
    first = null;
    count = 0;
  }
}
