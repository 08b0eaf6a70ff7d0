package neatroster.core.check.rules.people;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import neatroster.core.check.CheckInput;
import neatroster.core.check.CheckedRow;
import neatroster.core.check.ColumnRule;
import neatroster.core.check.Findings;
import neatroster.core.check.RowFilter;
import neatroster.core.check.RuleText;
import neatroster.core.check.SheetView;
import neatroster.core.check.TableRule;
import neatroster.core.check.TextTests;
import neatroster.core.intake.SheetReading;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.roster.Consent;
import neatroster.core.text.Cell;
import neatroster.core.text.Quoted;

/** A child for whom nobody has consented. */
public final class ConsentNeeded extends TableRule implements ColumnRule {
  static final RuleText TEXT = new RuleText("consent-needed", Severity.WARNING);

  private final int age;
  private final Optional<LocalDate> today;

  public ConsentNeeded(CheckInput checkInput) {
    super(TEXT, Table.USERS);
    age = checkInput.settings().checks().consentBelowAge();
    today = checkInput.today();
  }

  @Override
  public void select(RowFilter on) {
    if (age > 0 && today.isPresent() && on.sheet().has(Field.CONSENT)) {
      on.text(Field.BIRTH_DATE, cell -> isChilds(on.sheet(), cell));
    }
  }

  private boolean isChilds(SheetReading sheet, Cell birthDate) {
    return sheet.day(Field.BIRTH_DATE, birthDate).filter(this::isBelowAge).isPresent();
  }

  @Override
  public void check(CheckedRow row, Findings findings) {
    if (age == 0
        || today.isEmpty()
        || !row.has(Field.BIRTH_DATE)
        || row.row.column(Field.CONSENT).isEmpty()
        || Consent.isGiven(row.row)) {
      return;
    }
    row.row
        .date(Field.BIRTH_DATE)
        .filter(this::isBelowAge)
        .ifPresent(
            born ->
                findings.add(
                    row.finding(
                        this,
                        Field.CONSENT,
                        "Born on "
                            + born
                            + ", which is below "
                            + age
                            + ", and the consent is "
                            + (row.has(Field.CONSENT)
                                ? Quoted.value(row.shown(Field.CONSENT)) + "."
                                : "blank."))));
  }

  /** What a sheet does not say of anybody is told once. */
  @Override
  public void check(SheetView sheet, Findings findings) {
    if (age == 0
        || today.isEmpty()
        || sheet.table() != Table.USERS
        || !sheet.has(Field.BIRTH_DATE)) {
      return;
    }
    TextTests ofChildren = sheet.tests(Field.BIRTH_DATE, cell -> isChilds(sheet.reading(), cell));
    List<Integer> children = new ArrayList<>();
    List<Integer> undated = new ArrayList<>();
    for (int position = 0; position < sheet.rows(); position++) {
      int text = sheet.text(position, Field.BIRTH_DATE);
      boolean child = ofChildren.passes(text);
      if ((text == 0 || child) && !sheet.isMisaligned(position)) {
        boolean consented = Consent.isGiven(sheet.row(position));
        if (child) {
          children.add(consented ? -1 : position);
        } else if (!consented) {
          undated.add(position);
        }
      }
    }
    List<Integer> without = children.stream().filter(position -> position >= 0).toList();
    if (!without.isEmpty() && !sheet.has(Field.CONSENT)) {
      findings.add(
          sheet.finding(
              without.get(0),
              Field.BIRTH_DATE,
              this,
              (without.size() == 1 ? "1 person" : without.size() + " people")
                  + " in this sheet "
                  + (without.size() == 1 ? "is" : "are")
                  + " below "
                  + age
                  + ", the first in this row, and there is no column “consent”."));
    }
    if (!undated.isEmpty() && !children.isEmpty()) {
      findings.add(
          sheet.finding(
              undated.get(0),
              Field.BIRTH_DATE,
              this,
              (undated.size() == 1 ? "1 person has" : undated.size() + " people have")
                  + " no birth date, the first in this row, so whether they need consent cannot be"
                  + " told."));
    }
  }

  private boolean isBelowAge(LocalDate born) {
    return born.plusYears(age).isAfter(today.orElseThrow()) && !born.isAfter(today.orElseThrow());
  }
}
