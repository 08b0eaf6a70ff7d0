package neatroster.core.statement;

import java.util.ArrayList;
import java.util.List;
import neatroster.core.intake.NameParts;
import neatroster.core.intake.Names;
import neatroster.core.intake.RosterRow;
import neatroster.core.intake.SheetReading;
import neatroster.core.model.Field;
import neatroster.core.state.KnownRecords;

/** The columns of a list that tell of accounts, courses or groups. */
final class RecordColumns {
  private static final List<Field> NAMES =
      List.of(Field.GIVEN_NAME, Field.MIDDLE_NAME, Field.FAMILY_NAME, Field.SUFFIX);

  private final SheetReading sheet;
  private final List<Field> fields = new ArrayList<>();
  private final boolean isNamed;

  RecordColumns(SheetReading sheet) {
    this.sheet = sheet;
    for (Field field : sheet.table().fields()) {
      // A password in an export is nobody's business.
      if (sheet.has(field) && field != Field.PASSWORD && !NAMES.contains(field)) {
        fields.add(field);
      }
    }
    isNamed =
        sheet.has(Field.FULL_NAME) || sheet.has(Field.GIVEN_NAME) || sheet.has(Field.FAMILY_NAME);
  }

  /** Puts what a row of a time tells of a record. */
  void tell(RosterRow row, KnownRecords records, int number, boolean isThere, int at) {
    boolean isFirst = records.say(number, isThere, at);
    if (isFirst && isNamed) {
      records.nameIsWhole(number, Names.hasOnlyFull(row));
    }
    for (Field field : fields) {
      records.tell(number, field, row.text(field));
    }
    if (isNamed) {
      NameParts name = Names.parts(row);
      tell(row, records, number, Field.GIVEN_NAME, name.given());
      tell(row, records, number, Field.MIDDLE_NAME, name.middle());
      tell(row, records, number, Field.FAMILY_NAME, name.family());
      tell(row, records, number, Field.SUFFIX, name.suffix());
    }
    sheet
        .ownFields()
        .forEach(
            (field, column) ->
                records.tell(number, field.name(), row.judged(field, column).text()));
  }

  /** A part of a name that has a column, or stands in another one. */
  private void tell(RosterRow row, KnownRecords records, int number, Field part, String text) {
    if (sheet.has(part) || !text.isEmpty() || Names.hasOnlyFull(row)) {
      records.tell(number, part, text);
    }
  }
}
