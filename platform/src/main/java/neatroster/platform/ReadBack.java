package neatroster.platform;

import com.fasterxml.jackson.core.JsonGenerator;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.io.OutputStream;
import java.util.EnumMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Set;
import java.util.function.LongConsumer;
import neatroster.core.model.Field;
import neatroster.formats.ScimGroup;
import neatroster.formats.ScimUser;

/**
 * Reads all users and Groups of the platform, page by page, into one list as SCIM writes lists (RFC
 * 7644, section 3.4.2), which is read like any other export.
 */
public final class ReadBack {
  private static final String LIST = "urn:ietf:params:scim:api:messages:2.0:ListResponse";

  private static final Map<Field, String> ATTRIBUTES = attributes();

  private final Courier courier;
  private final Ids ids;
  private final Map<String, String> keys;
  private final Set<Field> shown = new HashSet<>();
  private long count;

  /**
   * Reads a platform.
   *
   * @param ids what it calls things, by which courses are known again where it keeps no ids of ours
   */
  public ReadBack(Transport transport, Ids ids) {
    this.courier = new Courier(transport);
    this.ids = ids;
    this.keys = ids.byId();
  }

  private static Map<Field, String> attributes() {
    Map<Field, String> attributes = new EnumMap<>(Field.class);
    attributes.put(Field.ID, "externalId");
    attributes.put(Field.PREFERRED_NAME, "nickName");
    attributes.put(Field.EMAIL, "emails");
    attributes.put(Field.PHONE, "phoneNumbers");
    attributes.put(Field.PHOTO, "photos");
    attributes.put(Field.LANGUAGE, "preferredLanguage");
    attributes.put(Field.TIME_ZONE, "timezone");
    attributes.put(Field.COUNTRY, "addresses");
    attributes.put(Field.CITY, "addresses");
    return attributes;
  }

  /**
   * Reads everything.
   *
   * @param progress is told how many users and Groups were read so far
   */
  public void write(OutputStream out, LongConsumer progress)
      throws PlatformException, InterruptedException, IOException {
    try (JsonGenerator json = Answers.JSON.createGenerator(out)) {
      json.disable(JsonGenerator.Feature.AUTO_CLOSE_TARGET);
      json.writeStartObject();
      json.writeArrayFieldStart("schemas");
      json.writeString(LIST);
      json.writeEndArray();
      json.writeArrayFieldStart("Resources");
      Listing.each(
          courier,
          "/Users",
          "",
          user -> {
            note(user);
            Answers.JSON.writeTree(json, user);
            progress.accept(++count);
          });
      Listing.each(
          courier,
          "/Groups",
          "",
          group -> {
            Answers.JSON.writeTree(json, named(group));
            json.writeRaw('\n');
            progress.accept(++count);
          });
      json.writeEndArray();
      json.writeEndObject();
    }
  }

  /** A course that the platform keeps under an id of its own alone gets ours. */
  private JsonNode named(JsonNode group) {
    String key = keys.getOrDefault(Answers.text(group, "id"), "");
    boolean isNameless =
        Answers.text(group, "externalId").isEmpty()
            && Answers.get(group, ScimGroup.COURSE).isMissingNode();
    if (isNameless && !key.isEmpty() && group instanceof ObjectNode object) {
      object.put("externalId", key);
    }
    String given = ids.of(Ids.givenName(key)).orElse("");
    if (!given.isEmpty()
        && given.equals(Answers.text(group, "displayName"))
        && group instanceof ObjectNode object) {
      // It has the name that it was to have as far as that was to be had.
      object.put("displayName", Documents.ownName(given));
    }
    return group;
  }

  private void note(JsonNode user) {
    ATTRIBUTES.forEach(
        (field, attribute) -> {
          JsonNode value = Answers.get(user, attribute);
          boolean isThere = value.isValueNode() ? !value.asText("").isEmpty() : !value.isEmpty();
          if (isThere && !value.isNull()) {
            shown.add(field);
          }
        });
    JsonNode name = Answers.get(user, "name");
    if (!Answers.text(name, "middleName").isEmpty()) {
      shown.add(Field.MIDDLE_NAME);
    }
    if (!Answers.text(name, "honorificSuffix").isEmpty()) {
      shown.add(Field.SUFFIX);
    }
    JsonNode more = Answers.get(user, ScimUser.ENTERPRISE);
    if (!Answers.text(more, "department").isEmpty()) {
      shown.add(Field.SITE);
    }
    if (Answers.get(more, "manager").isObject()) {
      shown.add(Field.MANAGER);
    }
  }

  /**
   * The fields of users that the platform shows of nobody: most likely it does not keep them. To be
   * asked when everything is read.
   */
  public Set<Field> neverShown() {
    Set<Field> never = new HashSet<>(ATTRIBUTES.keySet());
    never.addAll(Set.of(Field.MIDDLE_NAME, Field.SUFFIX, Field.SITE, Field.MANAGER));
    never.removeAll(shown);
    return never;
  }
}
