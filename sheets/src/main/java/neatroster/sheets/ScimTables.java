package neatroster.sheets;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import neatroster.core.grid.FileFacts;
import neatroster.core.grid.Sheet;
import neatroster.core.grid.SheetName;
import neatroster.core.grid.SheetRow;
import neatroster.core.text.PackedCells;

/**
 * The Users and Groups of SCIM (RFC 7643) as tables of ours: a Group is a course or a group, as its
 * extension or its external id says, else a course.
 */
final class ScimTables {
  private static final List<String> USERS = List.copyOf(ScimUserAttributes.PATHS.keySet());
  private static final List<String> COURSES = List.copyOf(ScimCourseAttributes.NAMES.keySet());
  private static final List<String> GROUPS =
      List.of("course", "name", "description", "capacity", "join code");
  private static final List<String> ENROLLMENTS =
      List.of("user", "course", "role", "group", "starts", "ends");

  /** What a Group says of itself and its members without the extension. */
  private static final List<String> PLAIN =
      List.of("code", "title", "name", "user", "course", "group");

  private boolean hasExtension;
  private final List<Line> users = new ArrayList<>();
  private final List<Line> courses = new ArrayList<>();
  private final List<Line> groups = new ArrayList<>();
  private final List<Line> enrollments = new ArrayList<>();
  private final Map<String, String> usernames = new HashMap<>();
  private final Map<String, String> codes = new HashMap<>();

  /** A row with the line of the file at which its resource begins. */
  private static final class Line {
    private final int number;
    private final byte[] cells;

    Line(int number, List<String> cells) {
      this.number = number;
      this.cells = PackedCells.of(cells);
    }
  }

  /**
   * Adds a resource.
   *
   * @param line the line at which it begins
   * @param id what others refer to it by
   */
  void add(int line, String id, Map<?, ?> resource) {
    if (!JsonTree.text(resource, "username").isEmpty()) {
      user(line, id, resource);
    } else if (!JsonTree.text(resource, "displayname").isEmpty()) {
      group(line, id, resource);
    }
  }

  private void user(int line, String id, Map<?, ?> user) {
    usernames.put(id, JsonTree.text(user, "username"));
    List<String> cells = new ArrayList<>();
    ScimUserAttributes.PATHS.forEach((header, path) -> cells.add(cell(user, header, path)));
    users.add(new Line(line, cells));
  }

  private static String cell(Map<?, ?> user, String header, String path) {
    String value = value(user, path.toLowerCase(Locale.ROOT));
    return switch (header) {
      case "id" ->
          value.isEmpty()
              ? value(user, ScimUserAttributes.EMPLOYEE_NUMBER.toLowerCase(Locale.ROOT))
              : value;
      case "status" -> value.equals("false") ? "suspended" : "";
      default -> value;
    };
  }

  /** The value of a path: of a list the one that counts, of an object its own value. */
  private static String value(Map<?, ?> resource, String path) {
    int within = path.startsWith("urn:") ? path.lastIndexOf(':') : path.indexOf('.');
    if (within < 0) {
      Object value = resource.get(path);
      return value instanceof String
          ? JsonTree.text(resource, path)
          : part(resource, path, "value");
    }
    return part(resource, path.substring(0, within), path.substring(within + 1));
  }

  private static String part(Map<?, ?> resource, String attribute, String part) {
    Object of =
        resource.get(attribute) instanceof List<?>
            ? first(resource, attribute)
            : JsonTree.object(resource, attribute);
    Object value = of instanceof Map<?, ?> map ? map.get(part) : "";
    return value instanceof Map<?, ?> object
        ? JsonTree.text(object, "value")
        : JsonTree.text(of, part);
  }

  private static Object first(Map<?, ?> resource, String key) {
    List<?> all = JsonTree.list(resource, key);
    for (Object one : all) {
      if (JsonTree.text(one, "primary").equals("true")) {
        return one;
      }
    }
    return all.isEmpty() ? Map.of() : all.get(0);
  }

  private void group(int line, String id, Map<?, ?> group) {
    Map<?, ?> more = JsonTree.object(group, ScimCourseAttributes.SCHEMA);
    hasExtension |= !more.isEmpty();
    String external = JsonTree.text(group, "externalid");
    String shown = JsonTree.text(group, "displayname");
    String[] parts = external.split(":", 3);
    boolean isGroup = JsonTree.text(more, "kind").equals("group") || parts[0].equals("group");
    if (isGroup) {
      String course = parts[0].equals("group") && parts.length == 3 ? parts[1] : "";
      String in = codes.getOrDefault(JsonTree.text(more, "course"), course);
      String name = parts[0].equals("group") && parts.length == 3 ? parts[2] : shown;
      groups.add(new Line(line, told(GROUPS, more, Map.of("course", in, "name", name))));
      for (Object member : JsonTree.list(group, "members")) {
        enrollments.add(
            new Line(line, List.of(JsonTree.text(member, "value"), in, "", name, "", "")));
      }
      return;
    }
    String code = JsonTree.text(more, "code");
    if (code.isEmpty()) {
      code = external.startsWith("course:") ? external.substring("course:".length()) : shown;
    }
    codes.put(id, code);
    String title = shown.equals(code) ? "" : shown;
    courses.add(new Line(line, told(COURSES, more, Map.of("code", code, "title", title))));
    members(line, group, more, code);
  }

  /** The cells of a list, of which the Group itself tells some, and the extension the others. */
  private static List<String> told(
      List<String> headers, Map<?, ?> extension, Map<String, String> known) {
    return headers.stream()
        .map(
            header ->
                known.containsKey(header)
                    ? known.get(header)
                    : JsonTree.text(
                        extension, ScimCourseAttributes.NAMES.get(header).toLowerCase(Locale.ROOT)))
        .toList();
  }

  /** Who is in a course, with what the extension says of it. */
  private void members(int line, Map<?, ?> group, Map<?, ?> more, String code) {
    Map<String, Object> details = new HashMap<>();
    for (Object one : JsonTree.list(more, "enrollments")) {
      details.put(JsonTree.text(one, "user"), one);
    }
    for (Object member : JsonTree.list(group, "members")) {
      String user = JsonTree.text(member, "value");
      Object detail = details.getOrDefault(user, Map.of());
      List<?> inGroups = JsonTree.list(detail, "groups");
      for (Object name : inGroups.isEmpty() ? List.of("") : inGroups) {
        enrollments.add(
            new Line(
                line,
                List.of(
                    user,
                    code,
                    JsonTree.text(detail, "role"),
                    String.valueOf(name),
                    JsonTree.text(detail, "starts"),
                    JsonTree.text(detail, "ends"))));
      }
    }
  }

  /** The tables that have rows. */
  List<Sheet> sheets(String file) {
    List<Sheet> sheets = new ArrayList<>();
    int manager = USERS.indexOf("manager");
    add(sheets, new SheetName(file, "Users"), USERS, users, manager);
    add(sheets, new SheetName(file, "Courses"), COURSES, courses, -1);
    add(sheets, new SheetName(file, "Groups"), GROUPS, groups, -1);
    add(sheets, new SheetName(file, "Members"), ENROLLMENTS, withoutTwins(), 0);
    return sheets;
  }

  /** That somebody is in a group within a course is said by the course's members already. */
  private List<Line> withoutTwins() {
    Map<String, Line> told = new HashMap<>();
    List<Line> lines = new ArrayList<>();
    for (boolean isOfCourses : new boolean[] {true, false}) {
      for (Line line : enrollments) {
        List<String> cells = PackedCells.cells(line.cells);
        boolean isPlain = cells.get(2).isEmpty() && !cells.get(3).isEmpty();
        String key = cells.get(0) + "\n" + cells.get(1) + "\n" + cells.get(3);
        if (isPlain != isOfCourses && told.putIfAbsent(key, line) == null) {
          lines.add(line);
        }
      }
    }
    return lines;
  }

  private void add(
      List<Sheet> sheets, SheetName name, List<String> headers, List<Line> lines, int reference) {
    if (lines.isEmpty()) {
      return;
    }
    // A platform that knows nothing of roles and dates does not say that there are none.
    boolean isTold = hasExtension || headers.equals(USERS);
    List<Integer> shown = new ArrayList<>();
    for (int i = 0; i < headers.size(); i++) {
      if (isTold || PLAIN.contains(headers.get(i))) {
        shown.add(i);
      }
    }
    sheets.add(new Table(name, headers, shown, lines, reference, usernames));
  }

  /**
   * One table.
   *
   * @param shown the columns that it has
   * @param reference the column that refers to a user, or -1
   */
  private record Table(
      SheetName name,
      List<String> headers,
      List<Integer> shown,
      List<Line> all,
      int reference,
      Map<String, String> usernames)
      implements Sheet {
    @Override
    public FileFacts facts() {
      return FileFacts.of("scim");
    }

    @Override
    public void read(Receiver receiver) {
      SheetRow row = new SheetRow();
      row.begin(1);
      shown.forEach(i -> row.add(headers.get(i)));
      if (!receiver.row(row)) {
        return;
      }
      int number = 1;
      for (Line line : all) {
        // Of resources on one line the place in the table tells them apart.
        number = Math.max(number + 1, line.number);
        row.begin(number);
        List<String> cells = PackedCells.cells(line.cells);
        for (int i : shown) {
          String cell = cells.get(i);
          row.add(i == reference ? usernames.getOrDefault(cell, cell) : cell);
        }
        if (!receiver.row(row)) {
          return;
        }
      }
    }
  }
}
