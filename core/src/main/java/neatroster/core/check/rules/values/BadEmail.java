package neatroster.core.check.rules.values;

import java.util.List;
import neatroster.core.check.RuleText;
import neatroster.core.intake.SheetReading;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.text.Cell;
import neatroster.core.value.EmailShape;

/** An email address cannot be one. */
public final class BadEmail extends ValueRule {
  static final RuleText TEXT = new RuleText("bad-email", Severity.ERROR);

  public BadEmail() {
    super(TEXT, List.of(Field.EMAIL, Field.GUARDIAN_EMAIL), Table.USERS);
  }

  @Override
  boolean mayBeFaulty(SheetReading sheet, Field field, Cell cell) {
    // Most roster's longest column: what the judge makes of an address is not needed.
    return EmailShape.trouble(cell) != null;
  }
}
