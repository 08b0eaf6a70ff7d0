package neatroster.practice;

import com.fasterxml.jackson.databind.node.ObjectNode;
import com.unboundid.scim2.common.utils.JsonUtils;

/** An error of the SCIM protocol (RFC 7644, section 3.12). */
final class ScimError extends Exception {
  private static final long serialVersionUID = 1;

  private static final String SCHEMA = "urn:ietf:params:scim:api:messages:2.0:Error";

  private final int status;
  private final String type;

  /**
   * An error.
   *
   * @param status the status of HTTP
   * @param type the {@code scimType}, or an empty text
   * @param detail what is wrong, for people
   */
  ScimError(int status, String type, String detail) {
    super(detail);
    this.status = status;
    this.type = type;
  }

  static ScimError notFound(String id) {
    return new ScimError(404, "", "There is no resource " + id + ".");
  }

  static ScimError invalid(String detail) {
    return new ScimError(400, "invalidValue", detail);
  }

  int status() {
    return status;
  }

  String type() {
    return type;
  }

  /** The document that says what is wrong. */
  ScimAnswer answer() {
    ObjectNode error = JsonUtils.getJsonNodeFactory().objectNode();
    error.putArray("schemas").add(SCHEMA);
    error.put("status", String.valueOf(status));
    if (!type.isEmpty()) {
      error.put("scimType", type);
    }
    error.put("detail", getMessage());
    return ScimAnswer.of(status, error);
  }
}
