package neatroster.platform;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.MissingNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import com.fasterxml.jackson.databind.util.TokenBuffer;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.Collection;
import neatroster.core.change.PlannedChange;
import neatroster.core.model.Field;
import neatroster.formats.ScimGroup;
import neatroster.formats.ScimUser;

/** Users, Groups and enrollments as SCIM writes what is made anew. */
final class ScimDocuments {
  private ScimDocuments() {}

  /**
   * A user.
   *
   * @param manager the platform's id of the manager, or empty
   * @param announced what is left in: what the service has
   */
  static ObjectNode user(PlannedChange change, String manager, AnnouncedAttributes announced) {
    try (TokenBuffer json = new TokenBuffer(ScimJson.JSON, false)) {
      new ScimUser(json).write(change, manager);
      ObjectNode user = ScimJson.JSON.readTree(json.asParser());
      announced.prune(user, MissingNode.getInstance());
      return user;
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  /**
   * The Group of a course or a group.
   *
   * @param course of a group the platform's id of its course, or empty
   */
  static ObjectNode group(PlannedChange change, String course, boolean hasExtension) {
    ObjectNode group = ScimJson.JSON.createObjectNode();
    ArrayNode schemas = group.putArray("schemas").add(ScimGroup.SCHEMA);
    group.put("externalId", ScimGroup.externalId(change));
    group.put("displayName", ScimGroup.displayName(change));
    if (hasExtension) {
      schemas.add(ScimGroup.COURSE);
      ObjectNode extension = extension(change);
      if (!course.isEmpty()) {
        extension.put("course", course);
      }
      group.set(ScimGroup.COURSE, extension);
    }
    return group;
  }

  static ObjectNode extension(PlannedChange change) {
    try (TokenBuffer json = new TokenBuffer(ScimJson.JSON, false)) {
      json.writeStartObject();
      ScimGroup.writeExtension(json, change);
      json.writeEndObject();
      return ScimJson.JSON.readTree(json.asParser());
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  /** What a Group is called where its name is taken. */
  static String otherName(PlannedChange change) {
    String of = ScimGroup.isCourse(change) ? change.value(Field.CODE) : change.value(Field.COURSE);
    return ScimGroup.displayName(change) + " (" + of + ")";
  }

  /** What was to be called so, without what was added where its name was taken. */
  static String ownName(String otherName) {
    return otherName.substring(0, otherName.lastIndexOf(" ("));
  }

  /** What the extension says of a member. */
  static ObjectNode enrollment(String user, PlannedChange change) {
    ObjectNode one = ScimJson.JSON.createObjectNode().put("user", user);
    put(one, "role", change.value(Field.ROLE));
    if (!change.value(Field.GROUP).isEmpty()) {
      one.putArray("groups").add(change.value(Field.GROUP));
    }
    put(one, "starts", change.value(Field.STARTS));
    put(one, "ends", change.value(Field.ENDS));
    return one;
  }

  private static void put(ObjectNode one, String name, String value) {
    if (!value.isEmpty()) {
      one.put(name, value);
    }
  }

  /** What of a change has no attribute is counted. */
  static void miss(
      DeliveryContext context, PlannedChange change, Collection<Field> carried, String of) {
    change
        .values()
        .forEach(
            (field, value) -> {
              if (!carried.contains(field) && !value.isEmpty()) {
                context.miss(field.label() + " of " + of);
              }
            });
    change
        .own()
        .forEach(
            (name, value) -> {
              if (!value.isEmpty()) {
                context.miss(name + " of " + of);
              }
            });
  }
}
