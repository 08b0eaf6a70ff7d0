package neatroster.core.check;

import java.util.Set;
import neatroster.core.model.Field;
import neatroster.core.model.Place;
import neatroster.core.model.Settings;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.text.Quoted;

/** One email address on two rows. */
final class DuplicateEmail implements RowRule {
  static final RuleText TEXT =
      new RuleText(
          "duplicate-email",
          Severity.ERROR,
          "Two rows of users have the same email address.",
          "Platforms find people by their address: both would end up in one account, and one of them reads the other’s mail.",
          "Correct the address; if both rows are the same person, delete one. Where a family shares one address, say emails: {shared: allow} in roster.yaml.",
          """
          given name | email
          Ana        | ana@pier.example
          Bo         | ana@pier.example     ← Ana’s
          """);

  private final boolean allowed;

  DuplicateEmail(Settings settings) {
    allowed = settings.emails().usual().sharedAllowed();
  }

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
    int other = row.shared.email();
    // The same other row is reported once, by its username or id.
    if (other >= 0 && !allowed && other != row.shared.username() && other != row.shared.id()) {
      Place place = row.place(row.keys.userLine(other));
      findings.add(
          row.finding(
                  this,
                  Field.EMAIL,
                  Quoted.value(row.shown(Field.EMAIL))
                      + " is already the address in "
                      + row.named(place)
                      + ". Correct one of the two, or delete a row if both are the same person.")
              .against(place));
    }
  }
}
