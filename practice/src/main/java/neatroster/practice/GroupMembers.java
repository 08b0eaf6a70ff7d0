package neatroster.practice;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import com.unboundid.scim2.common.Path;
import com.unboundid.scim2.common.exceptions.ScimException;
import com.unboundid.scim2.common.filters.Filter;
import com.unboundid.scim2.common.messages.PatchOpType;
import com.unboundid.scim2.common.messages.PatchOperation;
import com.unboundid.scim2.common.utils.FilterEvaluator;
import com.unboundid.scim2.common.utils.JsonUtils;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;

/**
 * Who is in a Group: the attribute {@code members}, and the attribute {@code enrollments} of the
 * extension, which says in what role. Both are kept as one row for each member.
 */
final class GroupMembers {
  private static final String MEMBERS = "members";
  private static final String ENROLLMENTS = "enrollments";
  private static final String VALUE = "value";

  private final PracticeStore store;
  private final boolean keepsExtension;

  GroupMembers(PracticeStore store, boolean keepsExtension) {
    this.store = store;
    this.keepsExtension = keepsExtension;
  }

  /** Takes the members out of a Group that a client sent. */
  static ObjectNode without(ObjectNode sent) {
    ObjectNode rest = sent.deepCopy();
    rest.remove(MEMBERS);
    if (rest.get(Schemas.COURSE) instanceof ObjectNode extension) {
      extension.remove(ENROLLMENTS);
    }
    return rest;
  }

  /** Sets the members of a Group to those that a client sent. */
  void replace(long group, ObjectNode sent) throws SQLException, ScimError {
    store.clearMembers(group);
    add(group, sent);
  }

  /** Adds the members that a client sent. */
  void add(long group, ObjectNode sent) throws SQLException, ScimError {
    put(group, sent.get(MEMBERS));
    if (sent.get(Schemas.COURSE) instanceof ObjectNode extension) {
      place(group, extension.get(ENROLLMENTS), true);
    }
  }

  private void put(long group, JsonNode members) throws SQLException, ScimError {
    for (JsonNode one : all(members)) {
      store.putMember(group, user(one.path(VALUE).asText("")));
    }
  }

  private static List<JsonNode> all(JsonNode values) {
    List<JsonNode> list = new ArrayList<>();
    if (values instanceof ArrayNode array) {
      array.forEach(list::add);
    } else if (values != null && !values.isNull()) {
      list.add(values);
    }
    return list;
  }

  private long user(String id) throws SQLException, ScimError {
    return store
        .find(false, id)
        .orElseThrow(() -> ScimError.invalid("There is no user " + id + " to be a member."))
        .number();
  }

  private void place(long group, JsonNode enrollments, boolean isAddition)
      throws SQLException, ScimError {
    if (!keepsExtension) {
      return;
    }
    for (JsonNode one : all(enrollments)) {
      long user = user(one.path("user").asText(""));
      Set<String> names = new LinkedHashSet<>();
      store.putMember(group, user);
      if (isAddition) {
        // Somebody may be in several groups, which may come one after another.
        store.groupsOf(group, user).lines().forEach(names::add);
      }
      all(one.get("groups")).forEach(name -> names.add(name.asText("")));
      store.place(
          group,
          user,
          one.path("role").asText(""),
          String.join("\n", names),
          one.path("starts").asText(""),
          one.path("ends").asText(""));
    }
  }

  /** Whether an operation of a patch is about members alone. */
  static boolean concerns(PatchOperation operation) {
    Path path = operation.getPath();
    if (path == null || path.isRoot()) {
      return false;
    }
    String first = path.getElement(0).getAttribute();
    return (path.getSchemaUrn() == null && first.equalsIgnoreCase(MEMBERS))
        || (Schemas.COURSE.equalsIgnoreCase(path.getSchemaUrn())
            && first.equalsIgnoreCase(ENROLLMENTS));
  }

  /** Carries out an operation of a patch that is about members alone. */
  void patch(long group, PatchOperation operation) throws SQLException, ScimError, ScimException {
    Path path = operation.getPath();
    boolean isEnrollments = path.getSchemaUrn() != null;
    Filter filter = path.getElement(0).getValueFilter();
    PatchOpType type = operation.getOpType();
    if (filter == null && type != PatchOpType.REMOVE) {
      if (type == PatchOpType.REPLACE && !isEnrollments) {
        store.clearMembers(group);
      }
      if (isEnrollments) {
        place(group, operation.getJsonNode(), type == PatchOpType.ADD);
      } else {
        put(group, operation.getJsonNode());
      }
      return;
    }
    for (PracticeStore.Member member : meant(group, operation, isEnrollments, filter)) {
      if (type != PatchOpType.REMOVE) {
        set(group, member, path, operation.getJsonNode());
      } else if (isEnrollments) {
        store.place(group, member.user(), "", "", "", "");
      } else {
        store.removeMember(group, member.user());
      }
    }
  }

  private List<PracticeStore.Member> meant(
      long group, PatchOperation operation, boolean isEnrollments, Filter filter)
      throws SQLException, ScimException {
    List<PracticeStore.Member> found = new ArrayList<>();
    List<String> listed = new ArrayList<>();
    if (operation.getOpType() == PatchOpType.REMOVE) {
      // Some clients say in a value whom they mean.
      all(operation.getJsonNode()).forEach(one -> listed.add(one.path(VALUE).asText("")));
    }
    for (PracticeStore.Member member : store.members(group)) {
      JsonNode shown = isEnrollments ? enrollment(member) : member(member);
      boolean isMeant =
          filter != null
              ? FilterEvaluator.evaluate(filter, shown)
              : listed.isEmpty() || listed.contains(member.id());
      if (isMeant) {
        found.add(member);
      }
    }
    return found;
  }

  /** Changes one thing of an enrollment, as {@code enrollments[user eq "ID"].role}. */
  private void set(long group, PracticeStore.Member member, Path path, JsonNode value)
      throws SQLException, ScimError {
    ObjectNode changed = enrollment(member);
    if (path.size() > 1) {
      changed.set(path.getElement(1).getAttribute(), value);
    } else if (value instanceof ObjectNode whole) {
      changed.setAll(whole);
    }
    changed.put("user", member.id());
    place(group, changed, false);
  }

  private static ObjectNode enrollment(PracticeStore.Member member) {
    ObjectNode one = JsonUtils.getJsonNodeFactory().objectNode();
    one.put("user", member.id());
    text(one, "role", member.role());
    if (!member.groups().isEmpty()) {
      ArrayNode names = one.putArray("groups");
      member.groups().lines().forEach(names::add);
    }
    text(one, "starts", member.starts());
    text(one, "ends", member.ends());
    return one;
  }

  private static ObjectNode member(PracticeStore.Member member) {
    ObjectNode one = JsonUtils.getJsonNodeFactory().objectNode();
    one.put(VALUE, member.id());
    one.put("display", member.name());
    one.put("type", "User");
    return one;
  }

  private static void text(ObjectNode of, String name, String value) {
    if (!value.isEmpty()) {
      of.put(name, value);
    }
  }

  /** Puts the members into a Group that is shown. */
  void show(ObjectNode group, long number, String base) throws SQLException {
    ArrayNode members = JsonUtils.getJsonNodeFactory().arrayNode();
    ArrayNode enrollments = JsonUtils.getJsonNodeFactory().arrayNode();
    for (PracticeStore.Member member : store.members(number)) {
      members.add(member(member).put("$ref", base + "/Users/" + member.id()));
      ObjectNode enrollment = enrollment(member);
      if (enrollment.size() > 1) {
        enrollments.add(enrollment);
      }
    }
    if (!members.isEmpty()) {
      group.set(MEMBERS, members);
    }
    if (!enrollments.isEmpty() && keepsExtension) {
      JsonNode extension = group.get(Schemas.COURSE);
      ObjectNode part =
          extension instanceof ObjectNode object ? object : group.putObject(Schemas.COURSE);
      part.set(ENROLLMENTS, enrollments);
    }
  }
}
