package neatroster.practice;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import com.unboundid.scim2.common.types.AttributeDefinition;
import com.unboundid.scim2.common.types.AttributeDefinition.Mutability;
import com.unboundid.scim2.common.utils.JsonUtils;
import java.util.Collection;
import java.util.Set;

/**
 * Brings what a client sent into the shape of the schemas: attributes under their names as the
 * schemas write them (names are case insensitive, RFC 7643, section 2.1), what is read only or
 * unknown left out (section 2.2 and 3.3 of RFC 7644), values of the right type.
 */
final class SchemaNormalizer {
  private static final Set<String> COMMON = Set.of("schemas", "id", "meta", "externalId");

  private final Schemas schemas;

  SchemaNormalizer(Schemas schemas) {
    this.schemas = schemas;
  }

  /**
   * The resource as it is kept.
   *
   * @param sent case insensitive as to its names
   * @param announced the extensions that are kept
   */
  ObjectNode of(ObjectNode sent, boolean isGroup, Set<String> announced) throws ScimError {
    ObjectNode kept = JsonUtils.getJsonNodeFactory().objectNode();
    ArrayNode uris = kept.putArray("schemas");
    uris.add(isGroup ? Schemas.GROUP : Schemas.USER);
    JsonNode external = sent.get("externalId");
    if (external != null && !external.isNull()) {
      kept.set("externalId", text("externalId", external));
    }
    attributes(sent, schemas.attributes(isGroup), kept, "");
    String urn = schemas.extension(isGroup).getId();
    JsonNode more = sent.get(urn);
    if (more instanceof ObjectNode extension && announced.contains(urn)) {
      ObjectNode part = JsonUtils.getJsonNodeFactory().objectNode();
      attributes(extension, schemas.extension(isGroup).getAttributes(), part, urn + ":");
      if (!part.isEmpty()) {
        uris.add(urn);
        kept.set(urn, part);
      }
    }
    return kept;
  }

  private static void attributes(
      ObjectNode sent, Collection<AttributeDefinition> definitions, ObjectNode kept, String at)
      throws ScimError {
    for (AttributeDefinition attribute : definitions) {
      String name = attribute.getName();
      JsonNode value = sent.get(name);
      if (value == null
          || JsonUtils.isNullNodeOrEmptyArray(value)
          || attribute.getMutability() == Mutability.READ_ONLY
          || (at.isEmpty() && COMMON.contains(name))) {
        continue;
      }
      JsonNode shaped = value(attribute, value, at + name);
      if (!shaped.isEmpty() || shaped.isValueNode()) {
        kept.set(name, shaped);
      }
    }
  }

  private static JsonNode value(AttributeDefinition attribute, JsonNode value, String at)
      throws ScimError {
    if (!attribute.isMultiValued()) {
      return single(attribute, value, at);
    }
    ArrayNode all = JsonUtils.getJsonNodeFactory().arrayNode();
    if (value.isArray()) {
      int primaries = 0;
      for (JsonNode one : value) {
        all.add(single(attribute, one, at));
        primaries += one.path("primary").asBoolean() ? 1 : 0;
      }
      if (primaries > 1) {
        // RFC 7643, section 2.4.
        throw ScimError.invalid("Of " + at + " one alone can be primary.");
      }
    } else {
      all.add(single(attribute, value, at));
    }
    return all;
  }

  private static JsonNode single(AttributeDefinition attribute, JsonNode value, String at)
      throws ScimError {
    switch (attribute.getType()) {
      case COMPLEX -> {
        if (!(value instanceof ObjectNode object)) {
          throw ScimError.invalid(at + " is to be an object.");
        }
        ObjectNode kept = JsonUtils.getJsonNodeFactory().objectNode();
        attributes(object, attribute.getSubAttributes(), kept, at + ".");
        return kept;
      }
      case BOOLEAN -> {
        if (value.isTextual() && value.asText().matches("(?i)true|false")) {
          return JsonUtils.getJsonNodeFactory().booleanNode(Boolean.parseBoolean(value.asText()));
        }
        if (!value.isBoolean()) {
          throw ScimError.invalid(at + " is to be true or false.");
        }
        return value;
      }
      case INTEGER, DECIMAL -> {
        if (!value.isNumber()) {
          throw ScimError.invalid(at + " is to be a number.");
        }
        return value;
      }
      default -> {
        return text(at, value);
      }
    }
  }

  private static JsonNode text(String at, JsonNode value) throws ScimError {
    if (!value.isTextual()) {
      throw ScimError.invalid(at + " is to be a text.");
    }
    return value;
  }
}
