package neatroster.core.check;

import java.util.Set;
import neatroster.core.model.Field;
import neatroster.core.model.Place;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;

/** Two rows that nothing tells apart. */
final class SamePersonTwice implements RowRule {
  static final RuleText TEXT =
      new RuleText(
          "same-person-twice",
          Severity.ERROR,
          "Two rows of users have the same name, birth date and site, and one of them has no id, username or email address to tell it from the other.",
          "It cannot be known whether they are one person or two, so no account is made.",
          "Delete one if it is the same person; else add an id, an email address or a birth date to both.",
          """
          given name | family name | email
          Mei        | Lin         | mei@pier.example
          Mei        | Lin         |                      ← the same Mei Lin?
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
    int other = row.shared.name();
    if (other < 0
        || other == row.shared.username()
        || other == row.shared.email()
        || other == row.shared.id()) {
      return;
    }
    if (row.keys.isUnmarked(row.user) || row.keys.isUnmarked(other)) {
      Place place = row.place(row.keys.userLine(other));
      findings.add(
          row.finding(
                  this,
                  row.firstColumn(Field.GIVEN_NAME, Field.FULL_NAME, Field.FAMILY_NAME),
                  "Nothing tells this user from the one in "
                      + row.named(place)
                      + ", who has the same name. Delete the row if it is the same person; else fill in an id, an email address or a birth date for both.")
              .against(place));
    }
  }
}
