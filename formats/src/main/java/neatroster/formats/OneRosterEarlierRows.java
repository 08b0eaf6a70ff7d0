package neatroster.formats;

import java.io.IOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import neatroster.core.grid.UnreadableSheetException;
import neatroster.core.model.Field;
import neatroster.sheets.OneRosterExports;

/**
 * The rows that the platform's exports have of what a delta changes. A row of a delta takes the
 * place of the whole row that is there, so what we hold nothing of is written as it was.
 */
final class OneRosterEarlierRows {
  private static final String AGENTS = "agentSourcedIds";
  private static final String ORGS = "orgSourcedIds";
  private static final String PRIMARY_ORG = "primaryOrgSourcedId";

  private final BatchBackground background;
  private final OneRosterExports exports;
  private Map<String, Map<String, String>> users = Map.of();
  private Map<String, Map<String, String>> roles = Map.of();
  private Map<String, Map<String, String>> demographics = Map.of();
  private Map<String, Map<String, String>> classes = Map.of();

  OneRosterEarlierRows(BatchBackground background) {
    this.background = background;
    this.exports = background.isFirst() ? OneRosterExports.NONE : background.exports();
  }

  boolean isAny() {
    return !exports.isEmpty();
  }

  /** Whether two things of the platform have one name, so that no id can be told. */
  boolean isAmbiguous(String kind, String name) {
    return exports.ambiguous().contains(kind + " " + name);
  }

  /** Reads the rows of users and of courses, by their codes. */
  void read(List<Map<Field, String>> changed, List<String> codes) throws IOException {
    if (!isAny()) {
      return;
    }
    Set<String> userIds = new HashSet<>();
    Set<String> roleIds = new HashSet<>();
    for (Map<Field, String> user : changed) {
      String id = background.ids().of("user", user.getOrDefault(Field.USERNAME, ""));
      userIds.add(id);
      roleIds.add(background.ids().of("role", id));
    }
    Set<String> classIds = new HashSet<>();
    codes.forEach(code -> classIds.add(background.ids().of("class", code)));
    try {
      users = exports.rows("users.csv", userIds);
      roles = exports.rows("roles.csv", roleIds);
      demographics = exports.rows("demographics.csv", userIds);
      classes = exports.rows("classes.csv", classIds);
    } catch (UnreadableSheetException e) {
      throw new IOException(e.getMessage(), e);
    }
  }

  /** The ids of enrollments, by those of the user and of the class with a blank between them. */
  Map<String, String> enrollments(Set<String> pairs) throws IOException {
    try {
      return pairs.isEmpty() ? Map.of() : exports.enrollments(pairs);
    } catch (UnreadableSheetException e) {
      throw new IOException(e.getMessage(), e);
    }
  }

  Map<String, String> user(String id) {
    return new HashMap<>(users.getOrDefault(id, Map.of()));
  }

  Map<String, String> role(String id) {
    return new HashMap<>(roles.getOrDefault(id, Map.of()));
  }

  Map<String, String> demographics(String user) {
    return new HashMap<>(demographics.getOrDefault(user, Map.of()));
  }

  Map<String, String> theClass(String id) {
    return new HashMap<>(classes.getOrDefault(id, Map.of()));
  }

  /** The role that a user has there, where ours is what we read it as; else an empty text. */
  String roleKept(String user, String ours) {
    String there = users.getOrDefault(user, Map.of()).getOrDefault("role", "").strip();
    if (there.isEmpty()) {
      Map<String, String> row = roles.getOrDefault(background.ids().of("role", user), Map.of());
      there = row.getOrDefault("role", "").strip();
    }
    return !there.isEmpty() && OneRosterExports.roleRead(there).equals(ours) ? there : "";
  }

  private static List<String> ids(Map<String, String> row, String header) {
    List<String> ids = new ArrayList<>();
    for (String id : row.getOrDefault(header, "").split(",", -1)) {
      if (!id.isBlank()) {
        ids.add(id.strip());
      }
    }
    return ids;
  }

  /** All orgs of a user: the one that we know of may be another by now, the further ones stay. */
  String orgs(String user, String org) {
    Map<String, String> row = users.getOrDefault(user, Map.of());
    List<String> there = ids(row, ORGS);
    String primary = row.getOrDefault(PRIMARY_ORG, "").strip();
    Set<String> orgs = new LinkedHashSet<>();
    orgs.add(org);
    orgs.addAll(there);
    String known = primary.isEmpty() && !there.isEmpty() ? there.get(0) : primary;
    if (!known.equals(org)) {
      orgs.remove(known);
    }
    return String.join(",", orgs);
  }

  boolean isFirstAgent(String user, String agent) {
    List<String> there = ids(users.getOrDefault(user, Map.of()), AGENTS);
    return !there.isEmpty() && there.get(0).equals(agent);
  }

  /** All agents of a user: the first is the one that we know of, the further ones stay. */
  String agents(String user, String agent) {
    List<String> there = ids(users.getOrDefault(user, Map.of()), AGENTS);
    Set<String> agents = new LinkedHashSet<>();
    if (!agent.isEmpty()) {
      agents.add(agent);
    }
    agents.addAll(there.subList(Math.min(1, there.size()), there.size()));
    return String.join(",", agents);
  }

  /**
   * The catalog course that a class is one of there, where ours is the same; else an empty text.
   */
  String courseKept(
      String theClass, String classCode, Map<Field, String> known, String catalogCode) {
    String there = classes.getOrDefault(theClass, Map.of()).getOrDefault("courseSourcedId", "");
    String code = known.getOrDefault(Field.CATALOG_CODE, "");
    boolean isSame = code.equals(catalogCode) || (code.isEmpty() && catalogCode.equals(classCode));
    return isSame ? there.strip() : "";
  }

  /** When a class is there, where ours says the same; else an empty text. */
  String termsKept(String theClass, Map<Field, String> known, Map<Field, String> whole) {
    String there = classes.getOrDefault(theClass, Map.of()).getOrDefault("termSourcedIds", "");
    for (Field field : List.of(Field.STARTS, Field.ENDS, Field.TERM)) {
      if (!known.getOrDefault(field, "").equals(whole.getOrDefault(field, ""))) {
        return "";
      }
    }
    return there.strip();
  }
}
