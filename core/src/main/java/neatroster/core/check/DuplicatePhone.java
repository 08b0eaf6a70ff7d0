package neatroster.core.check;

import neatroster.core.model.Field;
import neatroster.core.model.Place;
import neatroster.core.model.Settings;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.text.Cell;
import neatroster.core.text.IntList;
import neatroster.core.text.KeyIndex;
import neatroster.core.text.Quoted;
import neatroster.core.value.Phones;

/** One phone number on two rows. */
final class DuplicatePhone extends TableRule {
  static final RuleText TEXT =
      new RuleText(
          "duplicate-phone",
          Severity.WARNING,
          "Two rows of users have the same phone number.",
          "Where a platform finds people by their phone, both end up in one account; brothers and sisters often share one, though.",
          "Correct the number; if it is shared on purpose, accept it in roster.yaml: accept: [{rule: duplicate-phone, value: “+44 20 7946 0123”, why: sisters}].",
          """
          given name | phone
          Ana        | +44 20 7946 0123
          Bo         | 0044 20 79460123     ← the same number
          """);

  private final String region;
  private final KeyIndex phones = KeyIndex.exact();
  private final IntList lines = new IntList();
  private final IntList users = new IntList();

  DuplicatePhone(Settings settings) {
    super(TEXT, Table.USERS);
    region = settings.checks().phoneRegion();
  }

  @Override
  public void check(CheckedRow row, Findings findings) {
    Cell cell = row.cell(Field.PHONE);
    if (cell.isEmpty() || cell.isBlank()) {
      return;
    }
    String key = Phones.key(row.text(Field.PHONE), region);
    if (key.length() < 5) {
      return;
    }
    int number = phones.add(key);
    if (number == lines.size()) {
      lines.add(row.line);
      users.add(row.user.isFound() ? row.user.number() : -1);
    } else if (!row.user.isTo(users.get(number))) {
      Place place = row.place(lines.get(number));
      findings.add(
          row.finding(
                  this,
                  Field.PHONE,
                  Quoted.value(row.shown(Field.PHONE))
                      + " is also the number in "
                      + row.named(place)
                      + ".")
              .with(place));
    }
  }
}
