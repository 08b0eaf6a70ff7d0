package neatroster.sheets;

import java.io.IOException;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import neatroster.core.grid.UnreadableSheetException;

/** What the ids of a OneRoster delivery stand for. */
final class OneRosterTables {
  private final Map<String, String[]> orgs = new HashMap<>();
  private final Map<String, String[]> sessions = new HashMap<>();
  private final Map<String, String> courseCodes = new HashMap<>();
  private final Map<String, String> classCodes = new HashMap<>();
  private final Map<String, String> usernames = new HashMap<>();
  private final Map<String, String> roles = new HashMap<>();
  private final Map<String, String> births = new HashMap<>();
  private final OneRosterUnread unread = new OneRosterUnread();

  OneRosterTables(OneRosterArchive zip) throws UnreadableSheetException, IOException {
    OneRosterRows.read(
        zip,
        "orgs.csv",
        (number, row) -> {
          orgs.put(id(row), new String[] {cell(row, "name"), cell(row, "parentSourcedId")});
          return true;
        });
    OneRosterRows.read(
        zip,
        "academicSessions.csv",
        (number, row) -> {
          sessions.put(
              id(row),
              new String[] {
                cell(row, "title"), cell(row, "startDate"), cell(row, "endDate"), cell(row, "type")
              });
          return true;
        });
    collect(zip, "courses.csv", "courseCode", courseCodes);
    collect(zip, "classes.csv", "classCode", classCodes);
    collect(zip, "users.csv", "username", usernames);
    collect(zip, "users.csv", "role", roles);
    collect(zip, "demographics.csv", "birthDate", births);
    OneRosterRows.read(
        zip,
        "roles.csv",
        (number, row) -> {
          String user = cell(row, "userSourcedId");
          boolean isPrimary = cell(row, "roleType").equals("primary");
          if (!isPrimary && roles.containsKey(user)) {
            unread.count("roles.csv", "further roles");
          }
          if (isPrimary || !roles.containsKey(user)) {
            roles.put(user, cell(row, "role"));
          }
          return true;
        });
    unread.countFiles(zip);
  }

  private void collect(OneRosterArchive zip, String file, String header, Map<String, String> into)
      throws UnreadableSheetException, IOException {
    OneRosterRows.read(
        zip,
        file,
        (number, row) -> {
          if (!header.equals("role")) {
            unread.row(file, row);
          }
          String value = cell(row, header);
          if (!value.isEmpty()) {
            into.put(id(row), value);
          }
          return true;
        });
  }

  static String cell(Map<String, String> row, String header) {
    return row.getOrDefault(header, "").strip();
  }

  static String id(Map<String, String> row) {
    return cell(row, "sourcedId");
  }

  /**
   * An org as the path of a site: the names of those above it and its own, but for the one that
   * everything is under.
   */
  String site(String ids) {
    String id = first(ids);
    StringBuilder path = new StringBuilder();
    Set<String> seen = new HashSet<>();
    for (String at = id; orgs.containsKey(at) && seen.add(at); at = orgs.get(at)[1]) {
      String above = orgs.get(at)[1];
      if (above.isEmpty()) {
        break;
      }
      path.insert(0, orgs.get(at)[0] + (path.isEmpty() ? "" : "/"));
    }
    return path.toString();
  }

  /** What a class is called: its code, or its id where it has none. */
  String classCode(String id) {
    return classCodes.getOrDefault(id, id);
  }

  /** The code of the course that a class is one of. */
  String courseCode(String id) {
    return courseCodes.getOrDefault(id, "");
  }

  /** What a user is called: the username, or the id where there is none. */
  String username(String id) {
    return usernames.getOrDefault(id, id);
  }

  /** A user's role in roles.csv, or nothing. */
  String role(String user) {
    return roles.getOrDefault(user, "");
  }

  /** What of the delivery is not read, in words. */
  List<String> unread() {
    return unread.text();
  }

  /** When somebody was born, or nothing. */
  String birthDate(String user) {
    return births.getOrDefault(user, "");
  }

  /** A term's title, first day and last day; blank ones for a whole school year. */
  String[] term(String ids) {
    String[] session = sessions.get(first(ids));
    boolean isTerm = session != null && !session[3].equals("schoolYear");
    return isTerm ? session : new String[] {"", "", ""};
  }

  /** The first of ids that stand in one cell. */
  static String first(String ids) {
    int comma = ids.indexOf(',');
    return (comma < 0 ? ids : ids.substring(0, comma)).strip();
  }
}
