package neatroster.practice;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import com.unboundid.scim2.common.types.AttributeDefinition;
import com.unboundid.scim2.common.types.EnterpriseUserExtension;
import com.unboundid.scim2.common.types.GroupResource;
import com.unboundid.scim2.common.types.SchemaResource;
import com.unboundid.scim2.common.types.UserResource;
import com.unboundid.scim2.common.utils.JsonUtils;
import com.unboundid.scim2.common.utils.SchemaUtils;
import java.beans.IntrospectionException;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;

/**
 * The documents by which a client finds out what the platform keeps (RFC 7643, sections 5 to 7).
 */
final class Schemas {
  static final String USER = "urn:ietf:params:scim:schemas:core:2.0:User";
  static final String GROUP = "urn:ietf:params:scim:schemas:core:2.0:Group";
  static final String ENTERPRISE = "urn:ietf:params:scim:schemas:extension:enterprise:2.0:User";

  /** What plain SCIM cannot say of courses and groups. */
  static final String COURSE = "urn:neatroster:scim:schemas:extension:course:1.0";

  private static final String CORE = "urn:ietf:params:scim:schemas:core:2.0:";

  /** What every resource has (RFC 7643, section 3.1). */
  private static final List<AttributeDefinition> COMMON =
      List.of(
          exact("id").setMutability(AttributeDefinition.Mutability.READ_ONLY).build(),
          exact("externalId").build(),
          text("schemas", "The schemas of the resource"),
          attribute("meta", AttributeDefinition.Type.COMPLEX, "What is known of the resource")
              .setMutability(AttributeDefinition.Mutability.READ_ONLY)
              .addSubAttributes(
                  text("resourceType", "Its kind"),
                  attribute("created", AttributeDefinition.Type.DATETIME, "Made").build(),
                  attribute("lastModified", AttributeDefinition.Type.DATETIME, "Changed").build(),
                  text("location", "Its address"),
                  text("version", "Its version"))
              .build());

  private final SchemaResource user = schema(UserResource.class);
  private final SchemaResource enterprise = schema(EnterpriseUserExtension.class);
  private final SchemaResource group = schema(GroupResource.class);
  private final SchemaResource course =
      new SchemaResource(
          COURSE,
          "Course",
          "A course, or a group of people in a course",
          List.of(
              text("kind", "course or group"),
              text("code", "The course's code"),
              text("title", "The course's title"),
              text("description", "What it is about"),
              text("category", "The category, as a path"),
              text("site", "The site, as a path"),
              text("starts", "The first day, as ISO 8601 writes it"),
              text("ends", "The last day, as ISO 8601 writes it"),
              attribute(
                      "capacity",
                      AttributeDefinition.Type.INTEGER,
                      "How many learners it has room for")
                  .build(),
              text("language", "The language of teaching"),
              text("joinCode", "The code by which people join"),
              text("course", "Of a group: the id of its course"),
              attribute(
                      "enrollments",
                      AttributeDefinition.Type.COMPLEX,
                      "In what role and groups members are")
                  .setMultiValued(true)
                  .addSubAttributes(
                      text("user", "The id of the member"),
                      text("role", "The role"),
                      attribute(
                              "groups", AttributeDefinition.Type.STRING, "The groups of the course")
                          .setMultiValued(true)
                          .build(),
                      text("starts", "The first day"),
                      text("ends", "The last day"))
                  .build()));

  private static SchemaResource schema(Class<?> type) {
    try {
      return SchemaUtils.getSchema(type);
    } catch (IntrospectionException e) {
      throw new IllegalStateException(e);
    }
  }

  private static AttributeDefinition.Builder attribute(
      String name, AttributeDefinition.Type type, String description) {
    return new AttributeDefinition.Builder()
        .setName(name)
        .setType(type)
        .setDescription(description)
        .setRequired(false)
        .setMultiValued(false)
        .setMutability(AttributeDefinition.Mutability.READ_WRITE)
        .setReturned(AttributeDefinition.Returned.DEFAULT)
        .setUniqueness(AttributeDefinition.Uniqueness.NONE);
  }

  private static AttributeDefinition.Builder exact(String name) {
    return attribute(name, AttributeDefinition.Type.STRING, name).setCaseExact(true);
  }

  private static AttributeDefinition text(String name, String description) {
    return attribute(name, AttributeDefinition.Type.STRING, description).build();
  }

  /** What a User or a Group has for attributes, without extensions. */
  Collection<AttributeDefinition> attributes(boolean isGroup) {
    return (isGroup ? group : user).getAttributes();
  }

  /** The extension of a User or a Group. */
  SchemaResource extension(boolean isGroup) {
    return isGroup ? course : enterprise;
  }

  /**
   * What defines an attribute of users or of Groups.
   *
   * @param name as {@code name.familyName}, with its extension before it where it is in one
   */
  Optional<AttributeDefinition> attribute(boolean isGroup, String name) {
    String extended = extension(isGroup).getId() + ":";
    boolean isExtended = name.regionMatches(true, 0, extended, 0, extended.length());
    Collection<AttributeDefinition> among =
        isExtended ? extension(isGroup).getAttributes() : attributes(isGroup);
    Optional<AttributeDefinition> found = Optional.empty();
    for (String part : name.substring(isExtended ? extended.length() : 0).split("\\.", -1)) {
      found =
          Stream.concat(among.stream(), isExtended ? Stream.empty() : COMMON.stream())
              .filter(one -> one.getName().equalsIgnoreCase(part))
              .findFirst();
      if (found.isEmpty()) {
        return found;
      }
      among = found.get().getSubAttributes();
      among = among == null ? List.of() : among;
    }
    return found;
  }

  /** The same of either kind of resources. */
  Optional<AttributeDefinition> attribute(String name) {
    return attribute(false, name).or(() -> attribute(true, name));
  }

  /** The extensions of a kind that are announced. */
  Set<String> announced(boolean isGroup, Faults faults) {
    boolean isOff = faults.has(isGroup ? Faults.Kind.NO_EXTENSION : Faults.Kind.NO_ENTERPRISE);
    return isOff ? Set.of() : Set.of(extension(isGroup).getId());
  }

  /**
   * Every message says what it is (RFC 7644, section 3.1; RFC 7643, section 3).
   *
   * @throws ScimError where it does not
   */
  static void verifyMessage(ObjectNode sent, String schema) throws ScimError {
    for (JsonNode one : sent.path("schemas")) {
      if (one.asText("").equalsIgnoreCase(schema)) {
        return;
      }
    }
    throw new ScimError(400, "invalidSyntax", "Its schemas do not name " + schema + ".");
  }

  /** All schemas, or the one of a name. */
  ScimAnswer schemas(String id, Faults faults, String base) throws ScimError {
    List<SchemaResource> all = new ArrayList<>(List.of(user, group));
    all.addAll(
        Stream.of(enterprise, course)
            .filter(one -> announced(one.equals(course), faults).contains(one.getId()))
            .toList());
    ArrayNode found = JsonUtils.getJsonNodeFactory().arrayNode();
    for (SchemaResource one : all) {
      ObjectNode document = JsonUtils.valueToNode(one);
      document
          .putObject("meta")
          .put("resourceType", "Schema")
          .put("location", base + "/Schemas/" + one.getId());
      if (id.isEmpty()) {
        found.add(document);
      } else if (one.getId().equalsIgnoreCase(id)) {
        return ScimAnswer.of(200, document);
      }
    }
    return listed(found, id);
  }

  /** The kinds of resources, or the one of a name. */
  ScimAnswer resourceTypes(String id, Faults faults, String base) throws ScimError {
    ArrayNode found = JsonUtils.getJsonNodeFactory().arrayNode();
    for (boolean isGroup : new boolean[] {false, true}) {
      String name = isGroup ? "Group" : "User";
      ObjectNode document = JsonUtils.getJsonNodeFactory().objectNode();
      document.putArray("schemas").add(CORE + "ResourceType");
      document.put("id", name).put("name", name).put("endpoint", isGroup ? "/Groups" : "/Users");
      document.put("schema", isGroup ? GROUP : USER);
      for (String extension : announced(isGroup, faults)) {
        document
            .putArray("schemaExtensions")
            .addObject()
            .put("schema", extension)
            .put("required", false);
      }
      document
          .putObject("meta")
          .put("resourceType", "ResourceType")
          .put("location", base + "/ResourceTypes/" + name);
      if (id.isEmpty()) {
        found.add(document);
      } else if (name.equals(id)) {
        return ScimAnswer.of(200, document);
      }
    }
    return listed(found, id);
  }

  private static ScimAnswer listed(ArrayNode found, String id) throws ScimError {
    if (!id.isEmpty()) {
      throw ScimError.notFound(id);
    }
    return ScimAnswer.of(200, ListResponse.of(found, found.size(), 1));
  }

  /** What the service can do, and its limits. */
  JsonNode config(Faults faults, String base) {
    ObjectNode config = JsonUtils.getJsonNodeFactory().objectNode();
    config.putArray("schemas").add(CORE + "ServiceProviderConfig");
    config.putObject("patch").put("supported", !faults.has(Faults.Kind.NO_PATCH));
    config
        .putObject("bulk")
        .put("supported", !faults.has(Faults.Kind.NO_BULK))
        .put("maxOperations", RequestLimits.operations(faults))
        .put("maxPayloadSize", RequestLimits.bytes(faults));
    config.putObject("filter").put("supported", true).put("maxResults", RequestLimits.page(faults));
    config.putObject("changePassword").put("supported", false);
    config.putObject("sort").put("supported", true);
    config.putObject("etag").put("supported", true);
    if (faults.has(Faults.Kind.CURSORS)) {
      // RFC 9865, section 4.
      config.putObject("pagination").put("cursor", true).put("index", false);
    }
    config
        .putArray("authenticationSchemes")
        .addObject()
        .put("type", "oauthbearertoken")
        .put("name", "Bearer token")
        .put("description", "The token of the practice platform (RFC 6750)")
        .put("primary", true);
    config
        .putObject("meta")
        .put("resourceType", "ServiceProviderConfig")
        .put("location", base + "/ServiceProviderConfig");
    return config;
  }
}
