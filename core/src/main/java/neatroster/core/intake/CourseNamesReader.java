package neatroster.core.intake;

import java.util.List;
import java.util.Map;
import java.util.function.Consumer;
import neatroster.core.model.Field;
import neatroster.core.model.Table;

/** Reads the names of courses from the sheets that list courses and groups. */
final class CourseNamesReader {
  private CourseNamesReader() {}

  /**
   * The courses of some sheets.
   *
   * @param aliases other names of courses, each with the code
   */
  static CourseNames of(List<SheetReading> sheets, Map<String, String> aliases) {
    CourseNames names = new CourseNames();
    read(sheets, Table.COURSES, row -> names.add(row.text(Field.CODE), row.text(Field.TITLE)));
    read(sheets, Table.GROUPS, row -> names.addGroup(row.text(Field.COURSE), row.text(Field.NAME)));
    aliases.forEach(names::addAlias);
    return names;
  }

  private static void read(List<SheetReading> sheets, Table table, Consumer<RosterRow> receiver) {
    for (SheetReading sheet : sheets) {
      if (sheet.table() == table) {
        SheetRows.readSoFar(sheet, receiver);
      }
    }
  }
}
