package neatroster.platform;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;

/** A request that changes parts of a resource (RFC 7644, section 3.5.2). */
final class Patch {
  static final String SCHEMA = "urn:ietf:params:scim:api:messages:2.0:PatchOp";

  private final ObjectNode request = ScimJson.JSON.createObjectNode();
  private final ArrayNode operations;

  Patch() {
    request.putArray("schemas").add(SCHEMA);
    operations = request.putArray("Operations");
  }

  Patch add(String path, JsonNode value) {
    operations.addObject().put("op", "add").put("path", path).set("value", value);
    return this;
  }

  Patch replace(String path, JsonNode value) {
    operations.addObject().put("op", "replace").put("path", path).set("value", value);
    return this;
  }

  Patch remove(String path) {
    operations.addObject().put("op", "remove").put("path", path);
    return this;
  }

  boolean isEmpty() {
    return operations.isEmpty();
  }

  ObjectNode body() {
    return request;
  }

  /** A text in a filter, quoted as JSON writes it (RFC 7644, section 3.4.2.2). */
  static String quoted(String text) {
    return ScimJson.JSON.getNodeFactory().textNode(text).toString();
  }
}
