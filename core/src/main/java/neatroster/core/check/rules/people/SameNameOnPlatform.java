package neatroster.core.check.rules.people;

import neatroster.core.check.CheckedRow;
import neatroster.core.check.Findings;
import neatroster.core.check.RuleText;
import neatroster.core.check.TableRule;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.roster.Doubt;

/** Somebody of whom only the name says that the platform has them already. */
public final class SameNameOnPlatform extends TableRule {
  static final RuleText TEXT =
      new RuleText(
          "same-name-on-platform",
          Severity.ERROR,
          "The platform has somebody of this name, and neither id nor username nor email address says whether it is the same person.",
          "A second account would be made for one person, or one account would be two people’s.",
          "Type the username that the platform has, or the id or email address into both lists. If a name that nobody else has is enough, write match-by: [id, username, email, name] into roster.yaml.",
          """
          (known)
          username | given name | family name
          amarlowe | Ana        | Marlowe

          id  | given name | family name
          417 | Ana        | Marlowe     ← the same Ana?
          418 | Bo         | Finch
          """);

  public SameNameOnPlatform() {
    super(TEXT, Table.USERS);
  }

  @Override
  public void check(CheckedRow row, Findings findings) {
    for (Doubt doubt : row.doubts(Doubt.Kind.ONLY_THE_NAME)) {
      findings.add(
          row.finding(
              this,
              row.firstColumn(Field.GIVEN_NAME, Field.FULL_NAME, Field.FAMILY_NAME),
              "The platform has "
                  + row.named(doubt)
                  + ", and only the name says that it is this person. Type the username if it is, or"
                  + " add name to match-by in roster.yaml."));
    }
  }
}
