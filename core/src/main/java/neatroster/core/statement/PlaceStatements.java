package neatroster.core.statement;

import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.Set;
import neatroster.core.change.PlannedChange;
import neatroster.core.change.Subject;
import neatroster.core.intake.RosterRow;
import neatroster.core.intake.SheetReading;
import neatroster.core.model.Field;
import neatroster.core.model.Table;
import neatroster.core.roster.Roster;
import neatroster.core.state.KnownPlaces;

/** Reads what is said of courses and groups. */
final class PlaceStatements {
  private final Roster exports;
  private final Set<String> sites;
  private final KnownPlaces places = new KnownPlaces();
  private final Set<String> categories = new LinkedHashSet<>();
  private final Set<String> doubledCourses = new LinkedHashSet<>();

  /**
   * Reads into new places.
   *
   * @param sites takes the sites that courses are in
   */
  PlaceStatements(Roster exports, Set<String> sites) {
    this.exports = exports;
    this.sites = sites;
  }

  KnownPlaces places() {
    return places;
  }

  Set<String> categories() {
    return categories;
  }

  Set<String> doubledCourses() {
    return doubledCourses;
  }

  void listAll(int at) {
    places.courses().listAll(at);
    places.groups().listAll(at);
  }

  /** Takes what a list says of courses or groups. */
  void read(SheetReading sheet, int at) {
    RecordColumns columns = new RecordColumns(sheet);
    if (sheet.table() == Table.COURSES) {
      places.courses().list(0, at);
      Set<String> codes = new HashSet<>();
      exports.read(sheet, (row, line) -> course(row, columns, codes, at));
    } else if (sheet.table() == Table.GROUPS) {
      exports.read(sheet, (row, line) -> group(row, columns, at));
    }
  }

  private void course(RosterRow row, RecordColumns columns, Set<String> codes, int at) {
    note(sites, row.text(Field.SITE));
    note(categories, row.text(Field.CATEGORY));
    String code = row.text(Field.CODE);
    if (!code.isEmpty()) {
      if (!codes.add(code)) {
        doubledCourses.add(code);
      }
      int number = places.addCourse(code);
      columns.tell(row, places.courses(), number, isThere(row), at);
    }
  }

  private void group(RosterRow row, RecordColumns columns, int at) {
    if (row.has(Field.NAME)) {
      String course = row.text(Field.COURSE);
      places.groups().list(places.addCourseOfGroups(course), at);
      int number = places.addGroup(course, row.text(Field.NAME));
      columns.tell(row, places.groups(), number, isThere(row), at);
    }
  }

  private static boolean isThere(RosterRow row) {
    return !row.text(Field.STATUS).equals("removed");
  }

  private static void note(Set<String> names, String name) {
    if (!name.isEmpty()) {
      names.add(name);
    }
  }

  /** Takes what we delivered of a course or a group. */
  void apply(PlannedChange change, int at) {
    Subject subject = Subject.of(change);
    note(sites, change.value(Field.SITE));
    note(categories, change.value(Field.CATEGORY));
    if (subject.table() == Table.COURSES) {
      int number = places.addCourse(subject.course());
      DeliveredRecord.apply(change, places.courses(), number, at);
    } else {
      int number = places.addGroup(subject.course(), subject.group());
      DeliveredRecord.apply(change, places.groups(), number, at);
    }
  }
}
