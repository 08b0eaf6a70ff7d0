package neatroster.formats;

import com.fasterxml.jackson.core.JsonFactory;
import com.fasterxml.jackson.core.JsonGenerator;
import java.io.IOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import neatroster.core.change.Change;
import neatroster.core.change.PlannedChange;
import neatroster.core.model.Field;
import neatroster.disk.NewFiles;

/** Writes the operations of one Bulk request: users as they come, then the Groups with members. */
final class ScimWriter implements BatchWriter {
  static final String BULK = "urn:ietf:params:scim:api:messages:2.0:BulkRequest";
  private static final String NAME = "1-bulk.json";

  /** All bulkIds are equally long: none begins as another does, for services that replace text. */
  private static final int FIRST = 1_000_001;

  private static final String NEEDS_ID = "the platform has, whose ids a batch does not know";

  private final NewFiles files;
  private final Map<String, Integer> notCarried = new TreeMap<>();

  /** The bulkIds of users by their names in lower case, and of Groups within theirs. */
  private final Map<String, String> users = new HashMap<>();

  private final Map<String, Group> groups = new LinkedHashMap<>();
  private final List<PlannedChange> waiting = new ArrayList<>();
  private JsonGenerator json;
  private int operations;

  /** A course or a group, until its members are all there. */
  private static final class Group {
    final PlannedChange change;
    final String bulkId;

    /** What is said of each member, by the member's bulkId. */
    final Map<String, List<PlannedChange>> members = new LinkedHashMap<>();

    Group(PlannedChange change, String bulkId) {
      this.change = change;
      this.bulkId = bulkId;
    }
  }

  ScimWriter(NewFiles files) {
    this.files = files;
  }

  private static String lower(String text) {
    return text.toLowerCase(Locale.ROOT);
  }

  private static String course(String code) {
    return "course:" + lower(code);
  }

  private static String group(String course, String name) {
    return "group:" + lower(course) + ":" + lower(name);
  }

  @Override
  public boolean carries(PlannedChange change) {
    return switch (change.phase()) {
      case SITES -> true;
      case USERS -> change.change() == Change.CREATE && !change.value(Field.USERNAME).isEmpty();
      case COURSES, GROUPS -> change.change() == Change.CREATE;
      case ENROLLMENTS ->
          change.change() == Change.ENROLL
              && users.containsKey(lower(change.value(Field.USER)))
              && place(change).isPresent();
      case WITHDRAWALS, REMOVALS -> false;
    };
  }

  /** The Group that an enrollment is in. */
  private Optional<Group> place(PlannedChange change) {
    String in = change.value(Field.COURSE);
    return Optional.ofNullable(
        groups.get(in.isEmpty() ? group("", change.value(Field.GROUP)) : course(in)));
  }

  @Override
  public void row(PlannedChange change) throws IOException {
    if (!carries(change)) {
      boolean isNameless =
          change.change() == Change.CREATE && change.value(Field.USERNAME).isEmpty();
      miss(isNameless ? "user without a username" : change.phase().one() + " that " + NEEDS_ID);
      return;
    }
    switch (change.phase()) {
      case USERS -> {
        missFields(change, ScimUser.CARRIED, "users");
        users.put(lower(change.value(Field.USERNAME)), "user-" + (FIRST + users.size()));
        if (change.value(Field.MANAGER).isEmpty()) {
          write(change, "");
        } else {
          // A manager may come later.
          waiting.add(change);
        }
      }
      case COURSES -> {
        missFields(change, ScimGroup.CARRIED, "courses");
        put(course(change.value(Field.CODE)), change);
      }
      case GROUPS -> put(group(change.value(Field.COURSE), change.value(Field.NAME)), change);
      case ENROLLMENTS -> enroll(change);
      default -> {
        // A site is a word of each user and course.
      }
    }
  }

  /** A bulkId is letters, digits and hyphens: names have signs that some services refuse in one. */
  private void put(String key, PlannedChange change) {
    groups.put(key, new Group(change, "group-" + (FIRST + groups.size())));
  }

  private void enroll(PlannedChange change) {
    String who = users.get(lower(change.value(Field.USER)));
    place(change).orElseThrow().members.computeIfAbsent(who, w -> new ArrayList<>(1)).add(change);
    Group within = groups.get(group(change.value(Field.COURSE), change.value(Field.GROUP)));
    if (within != null && !change.value(Field.COURSE).isEmpty()) {
      within.members.computeIfAbsent(who, w -> new ArrayList<>(1)).add(change);
    }
  }

  private void miss(String what) {
    notCarried.merge(what, 1, Integer::sum);
  }

  private void missFields(PlannedChange change, Set<Field> carried, String of) {
    change
        .values()
        .forEach(
            (field, value) -> {
              if (!carried.contains(field) && !value.isEmpty()) {
                miss(field.label() + " of " + of);
              }
            });
    change
        .own()
        .forEach(
            (name, value) -> {
              if (!value.isEmpty()) {
                miss(name + " of " + of);
              }
            });
  }

  private void begin(String path, String bulkId) throws IOException {
    if (json == null) {
      json = new JsonFactory().createGenerator(files.create(NAME));
      json.useDefaultPrettyPrinter();
      json.writeStartObject();
      json.writeArrayFieldStart("schemas");
      json.writeString(BULK);
      json.writeEndArray();
      json.writeArrayFieldStart("Operations");
    }
    operations++;
    json.writeStartObject();
    json.writeStringField("method", "POST");
    json.writeStringField("path", path);
    json.writeStringField("bulkId", bulkId);
    json.writeFieldName("data");
  }

  private void write(PlannedChange user, String manager) throws IOException {
    begin("/Users", users.get(lower(user.value(Field.USERNAME))));
    new ScimUser(json).write(user, manager);
    json.writeEndObject();
  }

  private void write(Group group) throws IOException {
    PlannedChange change = group.change;
    boolean isCourse = ScimGroup.isCourse(change);
    String in = isCourse ? "" : change.value(Field.COURSE);
    begin("/Groups", group.bulkId);
    json.writeStartObject();
    json.writeArrayFieldStart("schemas");
    json.writeString(ScimGroup.SCHEMA);
    json.writeString(ScimGroup.COURSE);
    json.writeEndArray();
    json.writeStringField("externalId", ScimGroup.externalId(change));
    json.writeStringField("displayName", ScimGroup.displayName(change));
    json.writeArrayFieldStart("members");
    for (String who : group.members.keySet()) {
      json.writeStartObject();
      json.writeStringField("value", "bulkId:" + who);
      json.writeStringField("type", "User");
      json.writeEndObject();
    }
    json.writeEndArray();
    json.writeObjectFieldStart(ScimGroup.COURSE);
    ScimGroup.writeExtension(json, change);
    Group courseOf = groups.get(course(in));
    if (courseOf != null) {
      json.writeStringField("course", "bulkId:" + courseOf.bulkId);
    }
    if (isCourse) {
      enrollments(group);
    }
    json.writeEndObject();
    json.writeEndObject();
    json.writeEndObject();
  }

  private void enrollments(Group course) throws IOException {
    json.writeArrayFieldStart("enrollments");
    for (Map.Entry<String, List<PlannedChange>> member : course.members.entrySet()) {
      PlannedChange first = member.getValue().get(0);
      json.writeStartObject();
      json.writeStringField("user", "bulkId:" + member.getKey());
      text("role", first.value(Field.ROLE));
      List<String> names =
          member.getValue().stream()
              .map(change -> change.value(Field.GROUP))
              .filter(name -> !name.isEmpty())
              .distinct()
              .toList();
      if (!names.isEmpty()) {
        json.writeArrayFieldStart("groups");
        for (String name : names) {
          json.writeString(name);
        }
        json.writeEndArray();
      }
      text("starts", first.value(Field.STARTS));
      text("ends", first.value(Field.ENDS));
      json.writeEndObject();
    }
    json.writeEndArray();
  }

  private void text(String name, String value) throws IOException {
    if (!value.isEmpty()) {
      json.writeStringField(name, value);
    }
  }

  @Override
  public void close() throws IOException {
    for (PlannedChange user : waiting) {
      String manager = users.get(lower(user.value(Field.MANAGER)));
      if (manager == null) {
        miss("manager whom " + NEEDS_ID);
      }
      write(user, manager == null ? "" : "bulkId:" + manager);
    }
    for (Group group : groups.values()) {
      write(group);
    }
    if (json != null) {
      json.writeEndArray();
      json.writeEndObject();
      json.close();
    }
  }

  @Override
  public List<WrittenFile> written() {
    return operations == 0
        ? List.of()
        : List.of(new WrittenFile(NAME, Optional.empty(), operations));
  }

  @Override
  public Map<String, Integer> notCarried() {
    return notCarried;
  }
}
