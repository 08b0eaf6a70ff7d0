package neatroster.core.check.rules.values;

import neatroster.core.check.ColumnRule;
import neatroster.core.check.Findings;
import neatroster.core.check.RuleText;
import neatroster.core.check.SheetView;
import neatroster.core.check.TextTests;
import neatroster.core.intake.SheetReading;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.text.Cell;
import neatroster.core.value.Judged;

/** Phone numbers of which nobody knows the country. */
public final class PhoneWithoutCountry implements ColumnRule {
  static final RuleText TEXT = new RuleText("phone-without-country", Severity.NOTE);

  @Override
  public RuleText text() {
    return TEXT;
  }

  @Override
  public void check(SheetView sheet, Findings findings) {
    if (sheet.table() != Table.USERS || !sheet.has(Field.PHONE)) {
      return;
    }
    TextTests homeless = sheet.tests(Field.PHONE, cell -> isHomeless(sheet.reading(), cell));
    int first = -1;
    int count = 0;
    for (int position = 0; position < sheet.rows(); position++) {
      if (homeless.passes(sheet.text(position, Field.PHONE))
          && !sheet.isMisaligned(position)
          && sheet.text(position, Field.COUNTRY) == 0) {
        first = first < 0 ? position : first;
        count++;
      }
    }
    if (count > 0) {
      findings.add(
          sheet.finding(
              first,
              Field.PHONE,
              this,
              (count == 1 ? "1 number has" : count + " numbers have")
                  + " no country code"
                  + (count == 1 ? "" : ", the first in this row")
                  + ". Say in roster.yaml which country is meant: phones: {region: GB}."));
    }
  }

  private static boolean isHomeless(SheetReading sheet, Cell cell) {
    Judged phone = sheet.judged(Field.PHONE, cell);
    return phone.isGood() && !phone.text().isEmpty() && phone.text().charAt(0) != '+';
  }
}
