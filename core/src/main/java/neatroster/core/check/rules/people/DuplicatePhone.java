package neatroster.core.check.rules.people;

import neatroster.core.check.ColumnRule;
import neatroster.core.check.Finding;
import neatroster.core.check.Findings;
import neatroster.core.check.RuleText;
import neatroster.core.check.SheetView;
import neatroster.core.grid.Place;
import neatroster.core.intake.RosterRow;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.roster.Link;
import neatroster.core.text.IntList;
import neatroster.core.text.KeyIndex;
import neatroster.core.text.Quoted;
import neatroster.core.value.Phones;

/** One phone number on two rows. */
public final class DuplicatePhone implements ColumnRule {
  static final RuleText TEXT = new RuleText("duplicate-phone", Severity.WARNING);

  /** The lines and people of the numbers, through all sheets. */
  private final KeyIndex phones = KeyIndex.exact();

  private final IntList lines = new IntList();
  private final IntList users = new IntList();

  @Override
  public RuleText text() {
    return TEXT;
  }

  @Override
  public void check(SheetView sheet, Findings findings) {
    if (sheet.table() != Table.USERS || !sheet.has(Field.PHONE)) {
      return;
    }
    int[] keys = new int[sheet.texts(Field.PHONE)];
    for (int position = 0; position < sheet.rows(); position++) {
      int text = sheet.text(position, Field.PHONE);
      if (text == 0 || sheet.isMisaligned(position)) {
        continue;
      }
      if (keys[text] == 0) {
        keys[text] = key(sheet, text) + 1;
      }
      if (keys[text] > 0) {
        number(sheet, position, keys[text] - 1, findings);
      }
    }
  }

  /** The number of a phone number; less than -1 where it is none. */
  private int key(SheetView sheet, int text) {
    String key = Phones.key(sheet.reading().judged(Field.PHONE, sheet.shown(Field.PHONE, text)));
    return key.length() < 5 ? -2 : phones.add(key);
  }

  private void number(SheetView sheet, int position, int number, Findings findings) {
    Link user = sheet.person(position);
    if (number == lines.size()) {
      lines.add(sheet.line(position));
      users.add(user.isFound() ? user.number() : -1);
    } else if (!user.isTo(users.get(number))) {
      Place place = sheet.roster().rows().place(lines.get(number));
      RosterRow row = sheet.row(position);
      findings.add(
          Finding.about(
                  row,
                  Field.PHONE,
                  this,
                  Quoted.value(row.cell(Field.PHONE).cleaned())
                      + " is also the number in "
                      + sheet.named(place)
                      + ".")
              .with(place));
    }
  }
}
