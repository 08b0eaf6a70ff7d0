package neatroster.platform;

import com.fasterxml.jackson.core.JsonGenerator;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.io.OutputStream;
import java.util.EnumSet;
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

  /** What every account has is not asked after. */
  private static final Set<Field> ALWAYS =
      EnumSet.of(Field.USERNAME, Field.PASSWORD, Field.STATUS, Field.GIVEN_NAME, Field.FAMILY_NAME);

  private final HttpRetryClient client;
  private final ServiceProviderConfig config;
  private final PlatformIds ids;
  private final Map<String, String> keys;
  private final Set<Field> shown = new HashSet<>();
  private long count;

  /**
   * Reads a platform.
   *
   * @param config what it offers
   * @param ids what it calls things, by which courses are known again where it keeps no ids of ours
   */
  public ReadBack(Transport transport, ServiceProviderConfig config, PlatformIds ids) {
    this.config = config;
    this.client = new HttpRetryClient(transport);
    this.ids = ids;
    this.keys = ids.byId();
  }

  /**
   * Reads everything.
   *
   * @param progress is told how many users and Groups were read so far
   */
  public void write(OutputStream out, LongConsumer progress)
      throws PlatformException, InterruptedException, IOException {
    try (JsonGenerator json = ScimJson.JSON.createGenerator(out)) {
      json.disable(JsonGenerator.Feature.AUTO_CLOSE_TARGET);
      json.writeStartObject();
      json.writeArrayFieldStart("schemas");
      json.writeString(LIST);
      json.writeEndArray();
      json.writeArrayFieldStart("Resources");
      PagedListing.each(
          client,
          config,
          "/Users",
          "",
          user -> {
            note(user);
            ScimJson.JSON.writeTree(json, user);
            progress.accept(++count);
          });
      PagedListing.each(
          client,
          config,
          "/Groups",
          "",
          group -> {
            ScimJson.JSON.writeTree(json, named(group));
            json.writeRaw('\n');
            progress.accept(++count);
          });
      json.writeEndArray();
      json.writeEndObject();
    }
  }

  /** A course that the platform keeps under an id of its own alone gets ours. */
  private JsonNode named(JsonNode group) {
    String key = keys.getOrDefault(ScimJson.text(group, "id"), "");
    boolean isNameless =
        ScimJson.text(group, "externalId").isEmpty()
            && ScimJson.get(group, ScimGroup.COURSE).isMissingNode();
    if (isNameless && !key.isEmpty() && group instanceof ObjectNode object) {
      object.put("externalId", key);
    }
    String given = ids.of(PlatformIds.givenName(key)).orElse("");
    if (!given.isEmpty()
        && given.equals(ScimJson.text(group, "displayName"))
        && group instanceof ObjectNode object) {
      // It has the name that it was to have as far as that was to be had.
      object.put("displayName", ScimDocuments.ownName(given));
    }
    return group;
  }

  private void note(JsonNode user) {
    ScimUser.ATTRIBUTES.forEach(
        (field, attribute) -> {
          if (isShown(user, attribute)) {
            shown.add(field);
          }
        });
  }

  private static boolean isShown(JsonNode user, String attribute) {
    int extension = attribute.startsWith("urn:") ? attribute.lastIndexOf(':') : -1;
    JsonNode value = extension > 0 ? ScimJson.get(user, attribute.substring(0, extension)) : user;
    for (String part : attribute.substring(extension + 1).split("\\.", -1)) {
      value = value.isArray() ? value.path(0) : value;
      value = ScimJson.get(value, part);
    }
    return value.isValueNode() ? !value.asText("").isEmpty() && !value.isNull() : !value.isEmpty();
  }

  /**
   * The fields of users that the platform shows of nobody: most likely it does not keep them. To be
   * asked when everything is read.
   */
  public Set<Field> neverShown() {
    Set<Field> never = new HashSet<>(ScimUser.ATTRIBUTES.keySet());
    never.removeAll(ALWAYS);
    never.removeAll(shown);
    return never;
  }
}
