package neatroster.core.check.rules.people;

import neatroster.core.check.RuleText;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;

/** One email address on two rows. */
public final class DuplicateEmail extends SharedMark {
  static final RuleText TEXT =
      new RuleText(
          "duplicate-email",
          Severity.ERROR,
          "Two rows have the same email address and different ids: they are two people. Rows that are one person are one person in any number of lists; in a plain list the second is a note.",
          "Platforms find people by their address: both would end up in one account, and one of them reads the other’s mail.",
          "Correct the address; if both rows are the same person, make them say the same id. Where a family shares one address, say emails: {shared: allow} in roster.yaml.",
          """
          id   | given name | email
          2041 | Ana        | ana@pier.example
          2042 | Bo         | ana@pier.example     ← Ana’s
          """);

  public DuplicateEmail() {
    super(TEXT, Field.EMAIL, "address");
  }
}
