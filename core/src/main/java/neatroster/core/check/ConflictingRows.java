package neatroster.core.check;

import java.util.Set;
import neatroster.core.model.Field;
import neatroster.core.model.Place;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;

/** Two rows that disagree about one person. */
final class ConflictingRows implements RowRule {
  static final RuleText TEXT =
      new RuleText(
          "conflicting-rows",
          Severity.ERROR,
          "A list with a row for each course says different things of the same person in two rows.",
          "One of the two would win, and nobody would know which.",
          "Make the rows say the same of the person, or, if they are two people, give each an id of their own.",
          """
          id   | given name | email          | course
          2041 | Ana        | a@pier.example | NAV-1
          2041 | Ana        | b@pier.example | NAV-2     ← which address?
          """);

  @Override
  public RuleText text() {
    return TEXT;
  }

  @Override
  public Set<Table> tables() {
    return Set.of(Table.USERS);
  }

  @Override
  public void check(CheckedRow row, Findings findings) {
    if (row.earlierDisagrees) {
      Place place = row.place(row.keys.userLine(row.user));
      findings.add(
          row.finding(
                  this,
                  row.firstColumn(
                      Field.ID, Field.USERNAME, Field.EMAIL, Field.FULL_NAME, Field.GIVEN_NAME),
                  "What this row says of the person is not what "
                      + row.named(place)
                      + " says. Make both the same.")
              .against(place));
    }
  }
}
