package neatroster.formats;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * What OneRoster CSV 1.1 and 1.2 ask of a delivery, written from the standard's text and apart from
 * the writer: required fields, vocabularies, marks of bulk and delta, references, unique ids.
 */
final class OneRosterRules {
  private static final String DATE = "\\d{4}-\\d\\d-\\d\\d";
  private static final String STAMP = DATE + "T\\d\\d:\\d\\d:\\d\\d\\.\\d{3}Z";

  /** The fields of each file that must not be blank, beside the id. */
  private static final Map<String, String> REQUIRED =
      Map.of(
          "orgs", "name,type",
          "academicSessions", "title,type,startDate,endDate,schoolYear",
          "courses", "title,orgSourcedId",
          "classes", "title,courseSourcedId,classType,schoolSourcedId,termSourcedIds",
          "enrollments", "classSourcedId,schoolSourcedId,userSourcedId,role",
          "roles", "userSourcedId,roleType,role,orgSourcedId");

  private static final Map<String, Set<String>> WORDS =
      Map.of(
          "orgs.type",
          Set.of("department", "school", "district", "local", "state", "national"),
          "academicSessions.type",
          Set.of("gradingPeriod", "semester", "schoolYear", "term"),
          "classes.classType",
          Set.of("homeroom", "scheduled"),
          "enrollments.role",
          Set.of("administrator", "proctor", "student", "teacher"),
          "enrollments.primary",
          Set.of("true", "false", ""),
          "users.enabledUser",
          Set.of("true", "false"),
          "users.role",
          Set.of(
              "administrator",
              "aide",
              "guardian",
              "parent",
              "proctor",
              "relative",
              "student",
              "teacher"),
          "roles.role",
          Set.of(
              "aide",
              "counselor",
              "districtAdministrator",
              "guardian",
              "parent",
              "principal",
              "proctor",
              "relative",
              "siteAdministrator",
              "student",
              "systemAdministrator",
              "teacher"),
          "roles.roleType",
          Set.of("primary", "secondary"));

  /** Where the references of a column lead. */
  private static final Map<String, String> LEADS_TO =
      Map.of(
          "orgSourcedId", "orgs",
          "orgSourcedIds", "orgs",
          "schoolSourcedId", "orgs",
          "primaryOrgSourcedId", "orgs",
          "courseSourcedId", "courses",
          "classSourcedId", "classes",
          "termSourcedIds", "academicSessions",
          "userSourcedId", "users",
          "agentSourcedIds", "users");

  private final String version;
  private final boolean isBulk;
  private final Map<String, List<Map<String, String>>> files;
  private final List<String> broken = new ArrayList<>();

  private OneRosterRules(
      String version, boolean isBulk, Map<String, List<Map<String, String>>> files) {
    this.version = version;
    this.isBulk = isBulk;
    this.files = files;
  }

  /** What a delivery breaks; nothing where it is as the standard asks. */
  static List<String> brokenBy(
      String version, boolean isBulk, Map<String, List<Map<String, String>>> files) {
    OneRosterRules rules = new OneRosterRules(version, isBulk, files);
    files.forEach(
        (file, rows) -> {
          if (!file.equals("manifest")) {
            rules.file(file, rows);
          }
        });
    rules.manifest();
    rules.primaries();
    return rules.broken;
  }

  private void ask(boolean holds, String what) {
    if (!holds) {
      broken.add(what);
    }
  }

  private void manifest() {
    Map<String, String> manifest = new HashMap<>();
    files.get("manifest").forEach(row -> manifest.put(row.get("propertyName"), row.get("value")));
    ask(manifest.get("manifest.version").equals("1.0"), "manifest.version");
    ask(manifest.get("oneroster.version").equals(version), "oneroster.version");
    manifest.forEach(
        (name, value) -> {
          if (name.startsWith("file.")) {
            String kind =
                files.containsKey(name.substring(5)) ? isBulk ? "bulk" : "delta" : "absent";
            ask(value.equals(kind), name + " is " + value);
          }
        });
    files.keySet().stream()
        .filter(file -> !file.equals("manifest"))
        .forEach(file -> ask(manifest.containsKey("file." + file), "no file." + file));
  }

  private void file(String file, List<Map<String, String>> rows) {
    Set<String> ids = new HashSet<>();
    for (Map<String, String> row : rows) {
      String at = file + " " + row;
      ask(!row.get("sourcedId").isEmpty() && ids.add(row.get("sourcedId")), "id of " + at);
      ask(
          isBulk
              ? row.get("status").isEmpty() && row.get("dateLastModified").isEmpty()
              : row.get("status").matches("active|tobedeleted")
                  && row.get("dateLastModified").matches(STAMP),
          "mark of " + at);
      for (String field : required(file)) {
        ask(!row.get(field).isEmpty(), field + " of " + at);
      }
      row.forEach((header, value) -> cell(file, header, value, at));
    }
  }

  private List<String> required(String file) {
    if (file.equals("users")) {
      return version.equals("1.1")
          ? List.of("enabledUser", "orgSourcedIds", "role", "username", "givenName", "familyName")
          : List.of("enabledUser", "username", "givenName", "familyName");
    }
    String fields = REQUIRED.getOrDefault(file, "");
    return fields.isEmpty() ? List.of() : List.of(fields.split(",", -1));
  }

  private void cell(String file, String header, String value, String at) {
    Set<String> words = WORDS.get(file + "." + header);
    ask(words == null || words.contains(value), header + " of " + at);
    if (header.endsWith("Date")) {
      ask(value.isEmpty() || value.matches(DATE), header + " of " + at);
    }
    if (header.equals("schoolYear")) {
      ask(value.matches("\\d{4}"), header + " of " + at);
    }
    if (isBulk && LEADS_TO.containsKey(header) && !value.isEmpty()) {
      for (String id : value.split(",", -1)) {
        ask(
            files.getOrDefault(LEADS_TO.get(header), List.of()).stream()
                .anyMatch(row -> row.get("sourcedId").equals(id.strip())),
            header + " of " + at + " leads nowhere");
      }
    }
  }

  /** One primary teacher a class at the most; in 1.2 one primary role a user, and for each one. */
  private void primaries() {
    Map<String, Integer> ofClass = new HashMap<>();
    for (Map<String, String> row : files.getOrDefault("enrollments", List.of())) {
      if (row.get("primary").equals("true")) {
        ask(row.get("role").equals("teacher"), "a primary " + row.get("role"));
        ofClass.merge(row.get("classSourcedId"), 1, Integer::sum);
      }
    }
    ofClass.forEach((one, count) -> ask(count == 1, "primary teachers of " + one));
    if (version.equals("1.2")) {
      for (Map<String, String> user : files.getOrDefault("users", List.of())) {
        long primaries =
            files.getOrDefault("roles", List.of()).stream()
                .filter(row -> row.get("userSourcedId").equals(user.get("sourcedId")))
                .filter(row -> row.get("roleType").equals("primary"))
                .count();
        ask(primaries == 1, "primary roles of " + user);
      }
    }
  }
}
