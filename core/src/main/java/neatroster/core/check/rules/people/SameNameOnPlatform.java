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
  static final RuleText TEXT = new RuleText("same-name-on-platform", Severity.ERROR);

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
