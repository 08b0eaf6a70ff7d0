package neatroster.core.compare;

import java.util.HashSet;
import java.util.Optional;
import java.util.Set;
import neatroster.core.intake.RosterRow;
import neatroster.core.intake.SheetReading;
import neatroster.core.model.Field;
import neatroster.core.model.Table;
import neatroster.core.roster.Link;
import neatroster.core.roster.ResolvedRoster;
import neatroster.core.roster.RowCursor;
import neatroster.core.roster.SheetColumns;
import neatroster.core.settings.SheetPlan;

/**
 * What the sheets are the whole of: only there can something be absent. The settings say it of each
 * sheet, {@code covers: everything} or {@code covers: course NAV-2}.
 */
final class Coverage {
  private static final String COURSE = "course ";

  private boolean users;
  private boolean courses;
  private boolean enrollments;
  private final Set<String> enrollmentsOf = new HashSet<>();

  /** The courses whose instructors a sheet names one and all. */
  private final Set<String> instructorsOf = new HashSet<>();

  /**
   * What the sheets cover.
   *
   * @param isWhole whether they are the whole of what they list, whatever the settings say
   */
  Coverage(ResolvedRoster roster, boolean isWhole) {
    for (SheetReading sheet : roster.rows().sheets()) {
      Optional<String> covers = isWhole ? Optional.of(SheetPlan.EVERYTHING) : sheet.covers();
      if (covers.isEmpty()) {
        continue;
      }
      if (covers.get().startsWith(COURSE)) {
        String named = covers.get().substring(COURSE.length()).strip();
        Link course = roster.courses().find(named);
        enrollmentsOf.add(course.isFound() ? roster.courses().code(course.number()) : named);
      } else {
        users |= sheet.table() == Table.USERS;
        courses |= sheet.table() == Table.COURSES;
        enrollments |= sheet.table() == Table.ENROLLMENTS || sheet.enrolls();
        if (sheet.table() == Table.COURSES && sheet.has(Field.INSTRUCTORS)) {
          instructors(roster, sheet);
        }
      }
    }
  }

  private void instructors(ResolvedRoster roster, SheetReading sheet) {
    SheetColumns columns = roster.rows().columns(sheet);
    RowCursor cursor = new RowCursor(columns);
    for (int position = 0; position < columns.rows(); position++) {
      RosterRow row = cursor.at(position);
      if (row.has(Field.INSTRUCTORS) || row.clears(Field.INSTRUCTORS)) {
        instructorsOf.add(row.text(Field.CODE));
      }
    }
  }

  /** Whether the sheets say who teaches a course, one and all. */
  boolean coversInstructorsOf(String course) {
    return instructorsOf.contains(course);
  }

  boolean coversUsers() {
    return users;
  }

  boolean coversCourses() {
    return courses;
  }

  boolean coversEnrollmentsOf(String course) {
    return enrollments || enrollmentsOf.contains(course);
  }

  boolean coversNothing() {
    return !users && !courses && !enrollments && enrollmentsOf.isEmpty();
  }
}
