package neatroster.core.check.rules.people;

import neatroster.core.check.CheckedRow;
import neatroster.core.check.ColumnRule;
import neatroster.core.check.Finding;
import neatroster.core.check.Findings;
import neatroster.core.check.RowFilter;
import neatroster.core.check.RuleText;
import neatroster.core.check.SheetView;
import neatroster.core.check.TableRule;
import neatroster.core.intake.NameParts;
import neatroster.core.intake.Names;
import neatroster.core.intake.RosterRow;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.text.Quoted;

/** A name of which it is a guess what is the given and what the family name. */
public final class UncertainName extends TableRule implements ColumnRule {
  static final RuleText TEXT = new RuleText("uncertain-name", Severity.WARNING);

  public UncertainName() {
    super(TEXT, Table.USERS);
  }

  @Override
  public void check(SheetView sheet, Findings findings) {
    for (int position = 0; position < sheet.rows(); position++) {
      if (!sheet.reading().hasDoubtfulNames()) {
        return;
      }
      if (!sheet.isMisaligned(position)) {
        RosterRow row = sheet.row(position);
        findings.add(
            Finding.about(
                sheet.reading(),
                this,
                "Nothing tells which of the two columns of names is the given name; "
                    + Quoted.value(row.cell(Field.GIVEN_NAME).cleaned())
                    + " was taken for it in row "
                    + row.number()
                    + ". Put headers above the columns, or say under sheets: in roster.yaml which is"
                    + " which."));
        return;
      }
    }
  }

  @Override
  public void select(RowFilter on) {
    on.text(Field.FULL_NAME, cell -> NameParts.isUncertain(cell.cleaned()));
  }

  @Override
  public void check(CheckedRow row, Findings findings) {
    if (!row.row.reading().hasDoubtfulNames()
        && Names.isUncertain(row.row)
        && !isTakenApartElsewhere(row)) {
      NameParts parts = Names.parts(row.row);
      findings.add(
          row.finding(
              this,
              Field.FULL_NAME,
              Quoted.value(row.shown(Field.FULL_NAME))
                  + " is read as "
                  + parts.given()
                  + " | "
                  + parts.family()
                  + "; it could be taken apart in another way."));
    }
  }

  /** Whether another row about the person says the parts of the name. */
  private static boolean isTakenApartElsewhere(CheckedRow row) {
    return row.user.isFound()
        && row.resolved.people().lines(row.user.number()).stream()
            .map(line -> row.resolved.rows().row(line))
            .anyMatch(other -> other.has(Field.GIVEN_NAME) && other.has(Field.FAMILY_NAME));
  }
}
