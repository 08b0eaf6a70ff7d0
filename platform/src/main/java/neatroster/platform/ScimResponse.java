package neatroster.platform;

import com.fasterxml.jackson.databind.JsonNode;
import java.time.Duration;
import java.util.Optional;

/**
 * The answer to a request.
 *
 * @param status the status of HTTP
 * @param body the document; missing where there is none
 * @param etag the version of the resource, or an empty text
 * @param location where the resource is, or an empty text
 * @param retryAfter how long to wait before asking again, where the answer says
 */
public record ScimResponse(
    int status, JsonNode body, String etag, String location, Optional<Duration> retryAfter) {
  private static final int LONGEST_REASON = 300;

  boolean isDone() {
    return status >= 200 && status < 300;
  }

  /** Whether the same request may succeed later (RFC 6585, RFC 9110). */
  boolean isForLater() {
    return status == 429 || status == 503 || status == 502 || status == 504 || status == 500;
  }

  /** Whether nothing was done for certain. */
  boolean isPutOff() {
    return status == 429 || status == 503;
  }

  /** What the service says is wrong (RFC 7644, section 3.12), on one line. */
  String reason() {
    return reason(status, body);
  }

  static String reason(int status, JsonNode error) {
    String detail = ScimJson.text(error, "detail").replaceAll("\\s+", " ").strip();
    if (detail.length() > LONGEST_REASON) {
      detail = detail.substring(0, LONGEST_REASON) + "…";
    }
    return detail.isEmpty() ? "the platform answered " + status : detail;
  }
}
