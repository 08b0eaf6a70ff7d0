package neatroster.core.check;

import neatroster.core.model.Field;
import neatroster.core.model.Settings;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.text.Cell;
import neatroster.core.text.Quoted;

/** A phone number that cannot be one. */
final class BadPhone extends TableRule {
  static final RuleText TEXT =
      new RuleText(
          "bad-phone",
          Severity.WARNING,
          "A phone number that cannot be dialled: letters in it, too few or too many digits for its country (ITU-T E.164).",
          "Messages to it fail, and a wrong number may be somebody else’s.",
          "Write it with the country code: +44 20 7946 0123. Where numbers have none, say in roster.yaml which country is meant: phones: {region: GB}.",
          """
          given name | phone
          Ana        | +44 20 7946 0123
          Bo         | 012           ← too short for any country
          Cy         | +44 20 79     ← too short for Britain
          """);

  private final String region;

  BadPhone(Settings settings) {
    super(TEXT, Table.USERS);
    region = settings.checks().phoneRegion();
  }

  @Override
  public void check(CheckedRow row, Findings findings) {
    Cell cell = row.cell(Field.PHONE);
    if (cell.isEmpty() || cell.isBlank()) {
      return;
    }
    String phone = row.text(Field.PHONE);
    Phones.Trouble trouble = Phones.trouble(phone, region);
    if (trouble != Phones.Trouble.NONE) {
      findings.add(
          row.finding(
              this,
              Field.PHONE,
              Quoted.value(phone)
                  + switch (trouble) {
                    case LETTERS -> " is no phone number: there are letters in it.";
                    case TOO_SHORT -> " is too short for a phone number.";
                    case TOO_LONG -> " is too long for a phone number.";
                    default -> " is no number of the country whose code it has.";
                  }));
    }
  }
}
