package neatroster.core.check;

import java.util.Set;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.text.Cell;
import neatroster.core.text.Quoted;

/** An email address cannot be one. */
final class BadEmail implements RowRule {
  static final RuleText TEXT =
      new RuleText(
          "bad-email",
          Severity.ERROR,
          "An email address that cannot be one: no @ or two, a comma for a dot, spaces inside, nothing before or behind the @, a last part without a dot (RFC 5321, section 4.1.2).",
          "Invitations and lost passwords go there; most platforms refuse the row.",
          "Type the address as its owner writes it.",
          """
          email
          ana.ferreira@pier.example
          tomas.novak@pier,example     ← a comma where a dot belongs
          """);

  private static final Field[] FIELDS = {Field.EMAIL, Field.GUARDIAN_EMAIL};

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
    for (Field field : FIELDS) {
      Cell cell = row.cell(field);
      if (!cell.isEmpty() && !cell.isBlank() && !SpreadsheetError.isFormula(cell)) {
        EmailShape.Trouble trouble = EmailShape.trouble(cell);
        if (trouble != null) {
          Finding.Builder finding =
              row.finding(
                  this,
                  field,
                  Quoted.value(row.text(field)) + " is no email address: " + trouble.what());
          if (trouble.probably() != null) {
            finding.suggesting(trouble.probably());
          }
          findings.add(finding);
        }
      }
    }
  }
}
