package neatroster.core.check;

import neatroster.core.intake.Known;
import neatroster.core.model.Field;
import neatroster.core.model.KnownUser;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.text.Cell;
import neatroster.core.text.Quoted;

/** An address that belongs to somebody else’s account. */
final class EmailTaken extends TableRule {
  static final RuleText TEXT =
      new RuleText(
          "email-taken",
          Severity.ERROR,
          "A new user’s email address is the one of an account that belongs to another person.",
          "The platform refuses the row, or the two share one account.",
          "Correct the address; if it is the same person, give both the same id.",
          """
          (known)
          id  | username | given name | family name | email
          417 | amarlowe | Ana        | Marlowe     | ana@pier.example

          id  | given name | email
          533 | Anabel     | ana@pier.example     ← Ana’s
          """);

  private final Known known;
  private final boolean allowed;

  EmailTaken(Basis basis) {
    super(TEXT, Table.USERS);
    known = basis.known();
    allowed = basis.settings().emails().usual().sharedAllowed();
  }

  @Override
  public void check(CheckedRow row, Findings findings) {
    Cell cell = row.cell(Field.EMAIL);
    if (allowed || cell.isEmpty() || known.users().isEmpty() || cell.isBlank()) {
      return;
    }
    int owner = known.users().findEmail(row.text(Field.EMAIL));
    // What stands in the sheets twice was found to.
    if (owner >= 0 && owner != row.accountNumber && row.shared.email() < 0 && row.shared.id() < 0) {
      KnownUser other = known.users().all().get(owner);
      findings.add(
          row.finding(
              this,
              Field.EMAIL,
              Quoted.value(row.shown(Field.EMAIL))
                  + " belongs to the account "
                  + other.username()
                  + (other.person().fullName().isEmpty() ? "" : " of " + other.person().fullName())
                  + "."));
    }
  }
}
