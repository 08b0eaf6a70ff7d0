package neatroster.practice;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import com.unboundid.scim2.common.utils.JsonUtils;
import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Set;

/** What the bulkIds of a request stand for (RFC 7644, section 3.7.2). */
final class BulkReferences {
  private static final String MARK = "bulkId:";

  private final Map<String, String> ids = new HashMap<>();

  void put(String bulkId, String id) {
    ids.put(bulkId, id);
  }

  boolean has(String bulkId) {
    return ids.containsKey(bulkId);
  }

  /** The bulkIds in a document that stand for nothing yet. */
  Set<String> unknown(JsonNode node) {
    Set<String> found = new HashSet<>();
    if (isUnknown(node)) {
      found.add(node.asText().substring(MARK.length()));
    }
    node.forEach(one -> found.addAll(unknown(one)));
    return found;
  }

  boolean areKnown(JsonNode node) {
    return unknown(node).isEmpty();
  }

  private boolean isUnknown(JsonNode node) {
    return node.isTextual()
        && node.asText().startsWith(MARK)
        && !ids.containsKey(node.asText().substring(MARK.length()));
  }

  /** A document with ids in the place of bulkIds. */
  JsonNode resolved(JsonNode node) {
    if (node == null) {
      return null;
    }
    if (node.isTextual() && node.asText().startsWith(MARK)) {
      String id = ids.get(node.asText().substring(MARK.length()));
      return id == null ? node : JsonUtils.getJsonNodeFactory().textNode(id);
    }
    if (node instanceof ObjectNode object) {
      ObjectNode copy = JsonUtils.getJsonNodeFactory().objectNode();
      object.properties().forEach(one -> copy.set(one.getKey(), resolved(one.getValue())));
      return copy;
    }
    if (node instanceof ArrayNode array) {
      ArrayNode copy = JsonUtils.getJsonNodeFactory().arrayNode();
      array.forEach(one -> copy.add(resolved(one)));
      return copy;
    }
    return node;
  }

  /** Whether what an address names is made already. */
  boolean isKnownPath(String path) {
    int at = path.indexOf(MARK);
    return at < 0 || ids.containsKey(path.substring(at + MARK.length()));
  }

  /** The address of a resource, which may be made by the same request. */
  String resolvedPath(String path) throws ScimError {
    int at = path.indexOf(MARK);
    if (at < 0) {
      return path;
    }
    String id = ids.get(path.substring(at + MARK.length()));
    if (id == null) {
      throw new ScimError(409, "", "It names a bulkId that stands for nothing.");
    }
    return path.substring(0, at) + id;
  }

  /** A document without the values that name what is not known yet. */
  JsonNode without(JsonNode node) {
    if (node instanceof ObjectNode object) {
      ObjectNode copy = JsonUtils.getJsonNodeFactory().objectNode();
      object
          .properties()
          .forEach(
              one -> {
                if (!isUnknown(one.getValue()) && !isUnknown(one.getValue().path("value"))) {
                  copy.set(one.getKey(), without(one.getValue()));
                }
              });
      return copy;
    }
    if (node instanceof ArrayNode array) {
      ArrayNode copy = JsonUtils.getJsonNodeFactory().arrayNode();
      array.forEach(
          one -> {
            if (!isUnknown(one) && !isUnknown(one.path("value")) && !isUnknown(one.path("user"))) {
              copy.add(without(one));
            }
          });
      return copy;
    }
    return node;
  }
}
