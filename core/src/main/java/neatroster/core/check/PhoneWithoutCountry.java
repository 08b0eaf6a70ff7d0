package neatroster.core.check;

import neatroster.core.intake.SheetReading;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.text.Quoted;
import neatroster.core.value.Judged;

/** Phone numbers of which nobody knows the country. */
final class PhoneWithoutCountry extends TableRule {
  static final RuleText TEXT =
      new RuleText(
          "phone-without-country",
          Severity.NOTE,
          "Phone numbers have no country code, and roster.yaml does not say which country is meant. They are delivered as they stand.",
          "Two ways of writing one number are taken for two, and a number that is too short is not found.",
          "Say it in roster.yaml: phones: {region: GB}.",
          """
          given name | phone
          Ana        | +44 20 7946 0123
          Bo         | 020 7946 0124     ← of which country?
          """);

  private Finding.Builder first;
  private int count;

  PhoneWithoutCountry() {
    super(TEXT, Table.USERS);
  }

  @Override
  public void check(CheckedRow row, Findings findings) {
    if (row.cell(Field.PHONE).isEmpty()) {
      return;
    }
    Judged phone = row.row.judged(Field.PHONE);
    if (phone.isGood() && !phone.text().isEmpty() && phone.text().charAt(0) != '+') {
      if (first == null) {
        first = row.finding(this, Field.PHONE, Quoted.value(row.shown(Field.PHONE)));
      }
      count++;
    }
  }

  @Override
  public void endSheet(SheetReading sheet, Findings findings) {
    if (first != null) {
      findings.add(
          first.saying(
              (count == 1 ? "1 number has" : count + " numbers have")
                  + " no country code"
                  + (count == 1 ? "" : ", the first in this row")
                  + ". Say in roster.yaml which country is meant: phones: {region: GB}."));
    }
    first = null;
    count = 0;
  }
}
