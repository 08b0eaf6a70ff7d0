package neatroster.core.check;

import java.time.LocalDate;
import java.util.Optional;
import neatroster.core.intake.SheetReading;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.text.Quoted;

/** A child for whom nobody has consented. */
final class ConsentNeeded extends TableRule {
  static final RuleText TEXT =
      new RuleText(
          "consent-needed",
          Severity.WARNING,
          "Somebody is younger than roster.yaml says under consent: below-age, by the birth date, and the consent is missing or refused; or has no birth date in a sheet where others are.",
          "In many countries a platform may not hold a child’s data without it.",
          "Ask for it and write yes or the date on which it came; or set consent: {below-age: 0} where the school has settled it in another way.",
          """
          given name | birth date | consent
          Ana        | 2017-03-02 | 2026-08-20
          Bo         | 2017-07-19 |              ← below 13, and nobody said yes
          """);

  private final int age;
  private final Optional<LocalDate> today;
  private Finding.Builder first;
  private int without;
  private Finding.Builder firstUndated;
  private int undated;
  private boolean children;

  ConsentNeeded(Basis basis) {
    super(TEXT, Table.USERS);
    age = basis.settings().checks().consentBelowAge();
    today = basis.today();
  }

  @Override
  public void check(CheckedRow row, Findings findings) {
    if (age == 0 || today.isEmpty()) {
      return;
    }
    if (!row.has(Field.BIRTH_DATE)) {
      if (row.row.column(Field.BIRTH_DATE).isPresent() && !Consent.isGiven(row.row)) {
        if (firstUndated == null) {
          firstUndated = row.finding(this, Field.BIRTH_DATE, "");
        }
        undated++;
      }
      return;
    }
    Optional<LocalDate> born = row.row.date(Field.BIRTH_DATE);
    if (born.isEmpty()
        || !born.get().plusYears(age).isAfter(today.get())
        || born.get().isAfter(today.get())) {
      return;
    }
    children = true;
    if (Consent.isGiven(row.row)) {
      return;
    }
    if (row.row.column(Field.CONSENT).isEmpty()) {
      // Without such a column the sheet says nothing of anybody: that is told once.
      if (first == null) {
        first = row.finding(this, Field.BIRTH_DATE, "");
      }
      without++;
      return;
    }
    findings.add(
        row.finding(
            this,
            Field.CONSENT,
            "Born on "
                + born.get()
                + ", which is below "
                + age
                + ", and the consent is "
                + (row.has(Field.CONSENT)
                    ? Quoted.value(row.shown(Field.CONSENT)) + "."
                    : "blank.")));
  }

  @Override
  public void endSheet(SheetReading sheet, Findings findings) {
    if (first != null) {
      findings.add(
          first.saying(
              (without == 1 ? "1 person" : without + " people")
                  + " in this sheet "
                  + (without == 1 ? "is" : "are")
                  + " below "
                  + age
                  + ", the first in this row, and there is no column “consent”."));
    }
    if (firstUndated != null && children) {
      findings.add(
          firstUndated.saying(
              (undated == 1 ? "1 person has" : undated + " people have")
                  + " no birth date, the first in this row, so whether they need consent cannot be"
                  + " told."));
    }
    first = null;
    without = 0;
    firstUndated = null;
    undated = 0;
    children = false;
  }
}
