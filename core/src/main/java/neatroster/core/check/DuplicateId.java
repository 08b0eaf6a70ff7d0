package neatroster.core.check;

import java.util.Set;
import neatroster.core.model.Field;
import neatroster.core.model.Place;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.text.Quoted;

/** One id on two rows. */
final class DuplicateId implements RowRule {
  static final RuleText TEXT =
      new RuleText(
          "duplicate-id",
          Severity.ERROR,
          "Two rows of users have the same id.",
          "The id is how a person is recognised from one year to the next; two people with one id become one.",
          "Correct the id; if both rows are the same person, delete one.",
          """
          id     | given name
          004711 | Ana
          004711 | Bo     ← Ana’s number
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
    int other = row.shared.id();
    if (other >= 0 && other != row.shared.username()) {
      Place place = row.place(row.keys.userLine(other));
      String also =
          row.shared.email() == other
              ? " They share the email address too: if both are the same person, delete one."
              : " Correct one of the two.";
      findings.add(
          row.finding(
                  this,
                  Field.ID,
                  Quoted.value(row.shown(Field.ID))
                      + " is already the id in "
                      + row.named(place)
                      + "."
                      + also)
              .against(place));
    }
  }
}
