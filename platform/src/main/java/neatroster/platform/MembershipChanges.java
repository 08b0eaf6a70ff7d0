package neatroster.platform;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import neatroster.core.change.Change;
import neatroster.core.change.PlannedChange;
import neatroster.core.model.Cleared;
import neatroster.core.model.Field;
import neatroster.formats.ScimGroup;

/**
 * What rows change about those who are in a course: who leaves it, and in what role and groups
 * those are who stay. Who leaves one group of several stays in the course.
 */
final class MembershipChanges implements GroupChange.Edit {
  private final String course;
  private final Map<DeliveryRow, String> users;

  /**
   * Changes in one course.
   *
   * @param users the rows, each with the platform's id of its user
   */
  MembershipChanges(String course, Map<DeliveryRow, String> users) {
    this.course = course;
    this.users = users;
  }

  @Override
  public Patch of(ObjectNode whole, DeliveryContext context)
      throws PlatformException, InterruptedException {
    Patch patch = new Patch();
    ArrayNode enrollments =
        context.config().hasExtension()
            ? GroupChange.enrollments(whole)
            : ScimJson.JSON.createArrayNode();
    Set<String> touched = new LinkedHashSet<>();
    Set<String> told = new HashSet<>();
    for (int i = 0; i < enrollments.size(); i++) {
      told.add(ScimJson.text(enrollments.get(i), "user"));
    }
    Set<String> leaving = new LinkedHashSet<>();
    for (Map.Entry<DeliveryRow, String> one : users.entrySet()) {
      String user = one.getValue();
      PlannedChange change = one.getKey().change();
      int at = GroupChange.find(enrollments, user);
      boolean isTold = at >= 0 && enrollments.get(at) instanceof ObjectNode;
      if (change.change() == Change.WITHDRAW) {
        if (isTold
            ? leaves((ObjectNode) enrollments.get(at), change)
            : leavesAll(context, user, change)) {
          leaving.add(user);
        } else {
          touched.add(user);
        }
        continue;
      }
      if (!context.config().hasExtension()) {
        continue;
      }
      ObjectNode seat =
          isTold ? (ObjectNode) enrollments.get(at) : enrollments.addObject().put("user", user);
      change(seat, change);
      touched.add(user);
    }
    ArrayNode members = GroupChange.array(whole, "members");
    for (String user : leaving) {
      patch.remove("members[value eq " + Patch.quoted(user) + "]");
      if (told.contains(user) && context.config().hasExtension()) {
        patch.remove(enrollmentOf(user));
      }
      remove(members, "value", user);
      remove(enrollments, "user", user);
    }
    touched.removeAll(leaving);
    for (String user : touched) {
      int at = GroupChange.find(enrollments, user);
      if (at >= 0) {
        if (told.contains(user)) {
          patch.remove(enrollmentOf(user));
        }
        patch.add(ScimGroup.ENROLLMENTS, ScimJson.JSON.createArrayNode().add(enrollments.get(at)));
      }
    }
    return patch;
  }

  private static String enrollmentOf(String user) {
    return ScimGroup.ENROLLMENTS + "[user eq " + Patch.quoted(user) + "]";
  }

  private static void remove(ArrayNode from, String name, String value) {
    for (int i = from.size() - 1; i >= 0; i--) {
      if (ScimJson.text(from.get(i), name).equals(value)) {
        from.remove(i);
      }
    }
  }

  /** Takes somebody out of the group that the change names; whether they leave the course then. */
  private static boolean leaves(ObjectNode seat, PlannedChange change) {
    String group = change.value(Field.GROUP);
    Set<String> groups = GroupChange.groups(seat);
    if (group.isEmpty() || !groups.remove(group)) {
      return group.isEmpty() || groups.isEmpty();
    }
    GroupChange.setGroups(seat, groups);
    return groups.isEmpty();
  }

  /** The same where the Group does not tell of groups: the user does (RFC 7643, section 4.1.2). */
  private boolean leavesAll(DeliveryContext context, String user, PlannedChange change)
      throws PlatformException, InterruptedException {
    String group = change.value(Field.GROUP);
    if (group.isEmpty()) {
      return true;
    }
    String left = context.ids().of(PlatformIds.group(course, group)).orElse("");
    Set<String> groups =
        new HashSet<>(context.ids().beginning(PlatformIds.group(course, "")).values());
    groups.remove(left);
    ScimResponse answer = context.client().read(ScimRequest.get(ScimRequest.path("/Users/", user)));
    for (JsonNode in : ScimJson.list(answer.body(), "groups")) {
      if (groups.contains(ScimJson.text(in, "value"))) {
        return false;
      }
    }
    return true;
  }

  private static void change(ObjectNode seat, PlannedChange change) {
    for (Field field : List.of(Field.STARTS, Field.ENDS)) {
      String value = change.value(field);
      String name = ScimJson.nameOf(seat, field.key());
      if (value.equals(Cleared.WORD)) {
        seat.remove(name);
      } else if (!value.isEmpty()) {
        seat.put(name, value);
      }
    }
    if (!change.value(Field.ROLE).isEmpty()) {
      seat.put(ScimJson.nameOf(seat, "role"), change.value(Field.ROLE));
    }
    if (change.change() == Change.REGROUP) {
      Set<String> groups = GroupChange.groups(seat);
      groups.remove(change.before().getOrDefault(Field.GROUP, ""));
      if (!change.value(Field.GROUP).isEmpty()) {
        groups.add(change.value(Field.GROUP));
      }
      GroupChange.setGroups(seat, groups);
    }
  }
}
