package neatroster.platform;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import neatroster.formats.ScimGroup;
import neatroster.formats.ScimUser;

/**
 * Which attributes the service says that it has (RFC 7643, sections 6 and 7). Where it says nothing
 * of a schema, it has those of the standard, and of an extension what its resource types name.
 */
final class AnnouncedAttributes {
  private static final String CORE = "urn:ietf:params:scim:schemas:core:2.0:";

  private final Map<String, Set<String>> attributes;
  private final Set<String> extensions;
  private final boolean saysSchemas;

  private AnnouncedAttributes(
      Map<String, Set<String>> attributes, Set<String> extensions, boolean saysSchemas) {
    this.attributes = attributes;
    this.extensions = extensions;
    this.saysSchemas = saysSchemas;
  }

  /** What is so where nobody was asked: everything that we can say. */
  static AnnouncedAttributes all() {
    return new AnnouncedAttributes(Map.of(), Set.of(lower(ScimGroup.COURSE)), false);
  }

  /**
   * Reads the answers to {@code /Schemas} and {@code /ResourceTypes}; either may be missing.
   *
   * @param schemas a list, or missing
   * @param resourceTypes a list, or missing
   */
  static AnnouncedAttributes of(JsonNode schemas, JsonNode resourceTypes) {
    Map<String, Set<String>> attributes = new HashMap<>();
    for (JsonNode schema : listed(schemas)) {
      Set<String> names = new HashSet<>();
      collect(ScimJson.list(schema, "attributes"), "", names);
      attributes.put(lower(ScimJson.text(schema, "id")), names);
    }
    Set<String> extensions = new HashSet<>();
    boolean saysTypes = false;
    for (JsonNode type : listed(resourceTypes)) {
      saysTypes = true;
      ScimJson.list(type, "schemaExtensions")
          .forEach(one -> extensions.add(lower(ScimJson.text(one, "schema"))));
    }
    boolean saysSchemas = !attributes.isEmpty();
    if (!saysSchemas && !saysTypes) {
      // The one extension of the standard's own is usual where nothing is said at all.
      extensions.add(lower(ScimUser.ENTERPRISE));
    }
    return new AnnouncedAttributes(attributes, extensions, saysSchemas);
  }

  private static List<JsonNode> listed(JsonNode body) {
    if (body.isArray()) {
      List<JsonNode> all = new ArrayList<>();
      body.forEach(all::add);
      return all;
    }
    return ScimJson.list(body, "Resources");
  }

  private static void collect(List<JsonNode> definitions, String within, Set<String> names) {
    for (JsonNode definition : definitions) {
      if (!ScimJson.text(definition, "mutability").equalsIgnoreCase("readOnly")) {
        String name = within + lower(ScimJson.text(definition, "name"));
        names.add(name);
        List<JsonNode> parts = ScimJson.list(definition, "subAttributes");
        if (parts.isEmpty()) {
          // What has parts and does not say which takes any.
          names.add(name + ".*");
        }
        collect(parts, name + ".", names);
      }
    }
  }

  private static String lower(String text) {
    return text.toLowerCase(Locale.ROOT);
  }

  /** Whether anything of a schema is taken. */
  boolean takesSchema(String schema) {
    return attributes.containsKey(lower(schema))
        || extensions.contains(lower(schema))
        || schema.startsWith(CORE);
  }

  /**
   * Whether an attribute is taken.
   *
   * @param name the attribute, or one of its parts as {@code name.familyName}
   */
  boolean takes(String schema, String name) {
    Set<String> known = attributes.get(lower(schema));
    if (known == null) {
      return takesSchema(schema);
    }
    String lower = lower(name);
    int dot = lower.indexOf('.');
    return known.contains(lower) || (dot > 0 && known.contains(lower.substring(0, dot) + ".*"));
  }

  /** Whether an attribute of users is taken, with its extension before it where it is in one. */
  boolean takesOfUser(String path) {
    return path.startsWith("urn:")
        ? takes(path.substring(0, path.lastIndexOf(':')), path.substring(path.lastIndexOf(':') + 1))
        : path.equals("externalId") || takes(ScimUser.SCHEMA, path);
  }

  /**
   * Leaves out of a user what is not taken.
   *
   * @param shown the user as the service shows it: what it shows it has; or an empty object
   */
  void prune(ObjectNode user, JsonNode shown) {
    if (!saysSchemas && takesSchema(ScimUser.ENTERPRISE)) {
      return;
    }
    for (String name : names(user)) {
      JsonNode value = user.get(name);
      JsonNode there = ScimJson.get(shown, name);
      if (name.startsWith("urn:")) {
        prune(user, name, there);
      } else if (!isCommon(name) && !takes(ScimUser.SCHEMA, name) && there.isMissingNode()) {
        user.remove(name);
      } else {
        parts(value).forEach(part -> pruneParts(part, name, there));
      }
    }
  }

  private static boolean isCommon(String name) {
    return Set.of("schemas", "id", "externalId", "meta").contains(name);
  }

  private static List<String> names(ObjectNode of) {
    List<String> names = new ArrayList<>();
    of.fieldNames().forEachRemaining(names::add);
    return names;
  }

  private static List<ObjectNode> parts(JsonNode value) {
    List<ObjectNode> parts = new ArrayList<>();
    if (value instanceof ObjectNode one) {
      parts.add(one);
    } else if (value instanceof ArrayNode) {
      value.forEach(
          one -> {
            if (one instanceof ObjectNode part) {
              parts.add(part);
            }
          });
    }
    return parts;
  }

  private void pruneParts(ObjectNode part, String name, JsonNode there) {
    for (String of : names(part)) {
      if (!takes(ScimUser.SCHEMA, name + "." + of) && there.findValue(of) == null) {
        part.remove(of);
      }
    }
  }

  private void prune(ObjectNode user, String schema, JsonNode there) {
    if (user.get(schema) instanceof ObjectNode extension) {
      for (String name : names(extension)) {
        if (!takes(schema, name) && ScimJson.get(there, name).isMissingNode()) {
          extension.remove(name);
        }
      }
      if (extension.isEmpty()) {
        user.remove(schema);
        if (user.get("schemas") instanceof ArrayNode schemas) {
          for (int i = schemas.size() - 1; i >= 0; i--) {
            if (schemas.get(i).asText().equalsIgnoreCase(schema)) {
              schemas.remove(i);
            }
          }
        }
      }
    }
  }
}
