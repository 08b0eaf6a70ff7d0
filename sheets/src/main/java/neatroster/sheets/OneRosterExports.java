package neatroster.sheets;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import neatroster.core.grid.UnreadableSheetException;

/**
 * OneRoster exports of the platform, as far as a delta has to go by them: under which sourcedId
 * each thing is there, and what its rows say that no table of ours holds.
 */
public final class OneRosterExports {
  /** No exports. */
  public static final OneRosterExports NONE =
      new OneRosterExports(List.of(), Map.of(), Map.of(), Set.of());

  private static final String USERS = "users.csv";
  private static final String CLASSES = "classes.csv";
  private static final String ENROLLMENTS = "enrollments.csv";

  private final List<Path> files;
  private final Map<String, String> ids;
  private final Map<String, String> latest;
  private final Set<String> ambiguous;

  private OneRosterExports(
      List<Path> files,
      Map<String, String> ids,
      Map<String, String> latest,
      Set<String> ambiguous) {
    this.ambiguous = ambiguous;
    this.files = files;
    this.ids = ids;
    this.latest = latest;
  }

  /**
   * Reads the ids of exports.
   *
   * @param paths any files, the newest last; those that are no OneRoster deliveries are passed over
   * @param sinceDelivery those of them that were made after the last delivery
   */
  public static OneRosterExports of(List<Path> paths, List<Path> sinceDelivery)
      throws UnreadableSheetException, IOException {
    List<Path> files = new ArrayList<>();
    Map<String, String> ids = new HashMap<>();
    Map<String, String> latest = new HashMap<>();
    Set<String> ambiguous = new HashSet<>();
    for (Path path : paths) {
      if (OneRosterArchive.isOne(path)) {
        files.add(path);
        try (OneRosterArchive zip = OneRosterArchive.open(path)) {
          Map<String, String> told = ids(zip, ambiguous);
          ids.putAll(told);
          if (sinceDelivery.contains(path)) {
            latest.putAll(told);
          }
        }
      }
    }
    return files.isEmpty() ? NONE : new OneRosterExports(files, ids, latest, ambiguous);
  }

  private static Map<String, String> ids(OneRosterArchive zip, Set<String> ambiguous)
      throws UnreadableSheetException, IOException {
    OneRosterTables tables = new OneRosterTables(zip);
    Map<String, String> ids = new HashMap<>();
    Set<String> several = new HashSet<>();
    each(zip, USERS, row -> put(ids, several, "user", lower(row, "username"), row));
    each(zip, CLASSES, row -> put(ids, several, "class", cell(row, "classCode"), row));
    each(zip, "courses.csv", row -> put(ids, several, "course", cell(row, "courseCode"), row));
    each(
        zip,
        "orgs.csv",
        row -> {
          String path = tables.site(OneRosterTables.id(row));
          if (!path.isEmpty() || cell(row, "parentSourcedId").isEmpty()) {
            put(ids, several, "org", path.isEmpty() ? " " : path, row);
          }
        });
    each(
        zip,
        "roles.csv",
        row -> {
          if (cell(row, "roleType").equals("primary")) {
            put(ids, several, "role", cell(row, "userSourcedId"), row);
          }
        });
    // What two things are called says of neither which id is meant.
    ids.keySet().removeAll(several);
    ambiguous.addAll(several);
    String school = ids.remove("org  ");
    if (school != null) {
      ids.put("org ", school);
    }
    return ids;
  }

  private static void put(
      Map<String, String> ids,
      Set<String> several,
      String kind,
      String name,
      Map<String, String> row) {
    String key = kind + " " + name;
    if (!name.isEmpty() && ids.put(key, OneRosterTables.id(row)) != null) {
      several.add(key);
    }
  }

  private interface RowUse {
    void row(Map<String, String> row);
  }

  /** Hands on the rows of what is there. */
  private static void each(OneRosterArchive zip, String file, RowUse use)
      throws UnreadableSheetException, IOException {
    OneRosterRows.read(
        zip,
        file,
        (number, row) -> {
          if (!cell(row, "status").equalsIgnoreCase("tobedeleted")) {
            use.row(row);
          }
          return true;
        });
  }

  private static String cell(Map<String, String> row, String header) {
    return OneRosterTables.cell(row, header);
  }

  private static String lower(Map<String, String> row, String header) {
    return cell(row, header).toLowerCase(Locale.ROOT);
  }

  /** Whether there is none. */
  public boolean isEmpty() {
    return files.isEmpty();
  }

  /**
   * The sourcedIds by kind and name: {@code user ana}, {@code class NAV-1}, {@code course NAV},
   * {@code org Main Pier}, {@code role u1}. What two things are called is not among them.
   */
  public Map<String, String> ids() {
    return ids;
  }

  /** What two things are called, by kind and name. */
  public Set<String> ambiguous() {
    return ambiguous;
  }

  /** Those that exports say that were made after the last delivery: what we remember is older. */
  public Map<String, String> latestIds() {
    return latest;
  }

  /**
   * The rows of a file with these ids, by id; of several exports the newest.
   *
   * @param file its name, as {@code users.csv}
   */
  public Map<String, Map<String, String>> rows(String file, Set<String> wanted)
      throws UnreadableSheetException, IOException {
    Map<String, Map<String, String>> rows = new HashMap<>();
    for (Path path : files) {
      try (OneRosterArchive zip = OneRosterArchive.open(path)) {
        each(
            zip,
            file,
            row -> {
              if (wanted.contains(OneRosterTables.id(row))) {
                rows.put(OneRosterTables.id(row), new HashMap<>(row));
              }
            });
      }
    }
    return rows;
  }

  /**
   * The sourcedIds of enrollments.
   *
   * @param wanted the sourcedId of a user, a blank and that of a class, for each
   */
  public Map<String, String> enrollments(Set<String> wanted)
      throws UnreadableSheetException, IOException {
    Map<String, String> found = new HashMap<>();
    for (Path path : files) {
      try (OneRosterArchive zip = OneRosterArchive.open(path)) {
        each(
            zip,
            ENROLLMENTS,
            row -> {
              String pair = cell(row, "userSourcedId") + " " + cell(row, "classSourcedId");
              if (wanted.contains(pair)) {
                found.put(pair, OneRosterTables.id(row));
              }
            });
      }
    }
    return found;
  }

  /** What we read a role as that a row names. */
  public static String roleRead(String role) {
    return role.isEmpty() ? "" : OneRosterSheet.ourRole(role);
  }
}
