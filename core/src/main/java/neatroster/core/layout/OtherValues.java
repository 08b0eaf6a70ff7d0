package neatroster.core.layout;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import neatroster.core.change.Change;
import neatroster.core.change.Phase;
import neatroster.core.change.PlannedChange;
import neatroster.core.model.Field;
import neatroster.core.text.PackedCells;

/**
 * What rows may say of the users and courses that they name. Of those that the batch changes only
 * the values that some row asks for are remembered.
 */
final class OtherValues {
  private final LayoutValues values;
  private final List<String> askedOfUsers;
  private final List<String> askedOfCourses;
  private final Map<String, byte[]> users = new HashMap<>();
  private final Map<String, byte[]> courses = new HashMap<>();

  OtherValues(LayoutValues values, Layout layout, Map<RowKind, Set<String>> names) {
    this.values = values;
    Set<String> asked = new TreeSet<>();
    for (LayoutFile file : layout.files()) {
      RowKind kind = file.hasEnrollments() ? RowKind.ENROLLMENT : file.row();
      if (kind.withOthers().size() > 1) {
        Set<String> named = new TreeSet<>(file.name().names());
        for (LayoutColumn column : file.columns()) {
          if (column.isForEachEnrollment() || !file.hasEnrollments()) {
            named.addAll(column.value().names());
          }
        }
        // What a row says itself is not asked of others.
        kind.fields().forEach(field -> named.remove(field.label()));
        asked.addAll(named);
      }
    }

    askedOfUsers = new ArrayList<>(asked);
    askedOfUsers.retainAll(names.get(RowKind.USER));
    askedOfCourses = new ArrayList<>(asked);
    askedOfCourses.retainAll(names.get(RowKind.COURSE));
  }

  /** Remembers what a change makes of a user or a course. */
  void add(RowKind kind, PlannedChange change, Map<String, String> of) {
    if (kind == RowKind.USER && !askedOfUsers.isEmpty()) {
      users.put(key(of.get(Field.USERNAME.label())), packed(askedOfUsers, of));
    } else if (kind == RowKind.COURSE && change.change() != Change.REMOVE) {
      courses.put(key(of.get(Field.CODE.label())), packed(askedOfCourses, of));
    }
  }

  private static String key(String name) {
    return name.toLowerCase(Locale.ROOT);
  }

  private static byte[] packed(List<String> names, Map<String, String> of) {
    return PackedCells.of(names.stream().map(name -> of.getOrDefault(name, "")).toList());
  }

  /** Puts what is known of the user and the course of a row under its own values. */
  void putUnder(Map<String, String> row, PlannedChange change) {
    String user = change.value(Field.USER);
    if (!user.isEmpty() && !askedOfUsers.isEmpty()) {
      putAbsent(row, askedOfUsers, users.get(key(user)), () -> user(user));
    }
    String course = change.value(Field.COURSE);
    if (!course.isEmpty() && !askedOfCourses.isEmpty()) {
      putAbsent(row, askedOfCourses, courses.get(key(course)), () -> course(course));
    }
  }

  private static void putAbsent(
      Map<String, String> row,
      List<String> names,
      byte[] remembered,
      java.util.function.Supplier<Map<String, String>> known) {
    if (remembered == null) {
      known.get().forEach(row::putIfAbsent);
      return;
    }
    List<String> cells = PackedCells.cells(remembered);
    for (int i = 0; i < names.size(); i++) {
      row.putIfAbsent(names.get(i), cells.get(i));
    }
  }

  /** A user whom the batch does not change, as the platform has them. */
  Map<String, String> user(String name) {
    return values.of(
        RowKind.USER, new PlannedChange(Phase.USERS, Change.CHANGE, Map.of(Field.USERNAME, name)));
  }

  private Map<String, String> course(String code) {
    return values.of(
        RowKind.COURSE, new PlannedChange(Phase.COURSES, Change.CHANGE, Map.of(Field.CODE, code)));
  }
}
