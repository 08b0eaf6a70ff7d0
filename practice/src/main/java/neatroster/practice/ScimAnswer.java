package neatroster.practice;

import com.fasterxml.jackson.databind.JsonNode;
import java.util.Optional;

/**
 * An answer to a request.
 *
 * @param status the status of HTTP
 * @param body the document, if there is one
 * @param etag the version of the resource, if it is one
 * @param location where the resource is, if it is one
 */
record ScimAnswer(
    int status, Optional<JsonNode> body, Optional<String> etag, Optional<String> location) {
  static ScimAnswer of(int status, JsonNode body) {
    return new ScimAnswer(status, Optional.of(body), Optional.empty(), Optional.empty());
  }

  static ScimAnswer nothing() {
    return new ScimAnswer(204, Optional.empty(), Optional.empty(), Optional.empty());
  }
}
