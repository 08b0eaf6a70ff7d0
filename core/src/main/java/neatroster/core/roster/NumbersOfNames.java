package neatroster.core.roster;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import neatroster.core.model.Field;
import neatroster.core.text.KeyIndex;
import neatroster.core.text.PairIndex;

/** The names of a sheet's people as numbers; a name that comes again is not looked at again. */
final class NumbersOfNames {
  private static final int BLANK = -1;
  private static final List<Field> FIELDS =
      List.of(
          Field.GIVEN_NAME,
          Field.FAMILY_NAME,
          Field.FULL_NAME,
          Field.MIDDLE_NAME,
          Field.PREFERRED_NAME,
          Field.SUFFIX);

  private final SheetColumns sheet;
  private final KeyIndex names;
  private final List<Field> fields = new ArrayList<>();
  private final List<PairIndex> steps = new ArrayList<>();
  private final PairIndex numbers = new PairIndex();

  /** Names that say more than their keys. */
  private final Map<Integer, PersonName> others = new HashMap<>();

  private int[] sizes = {};
  private PersonName other;

  /**
   * Numbers of the names in a sheet.
   *
   * @param names takes their keys
   */
  NumbersOfNames(SheetColumns sheet, KeyIndex names) {
    this.sheet = sheet;
    this.names = names;
    for (Field field : FIELDS) {
      if (sheet.reading().has(field)) {
        fields.add(field);
        steps.add(new PairIndex());
      }
    }
    sizes = new int[fields.size()];
  }

  /** The number of the name in a row, or -1 where there is none. */
  int at(int position, RowCursor cursor) {
    int written = 0;
    for (int i = 0; i < sizes.length; i++) {
      int text = sheet.text(position, fields.get(i));
      if (i == 0) {
        written = text;
        continue;
      }
      int before = steps.get(i).putIfNew(written, text, sizes[i]);
      written = before == PairIndex.NEW ? sizes[i]++ : before;
    }
    int number = numbers.find(written, 0);
    if (number == PairIndex.NEW) {
      PersonName name = PersonName.of(cursor.at(position));
      number = name.isBlank() ? 0 : names.add(name.key()) + 1;
      numbers.putIfNew(written, 0, number);
      if (name.hasOtherNames()) {
        others.put(written, name);
      }
    }
    other = others.isEmpty() ? null : others.get(written);
    return number == 0 ? BLANK : number - 1;
  }

  /** The last name that was asked for where it says more than its key; else null. */
  PersonName other() {
    return other;
  }
}
