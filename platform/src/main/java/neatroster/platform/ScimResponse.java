package neatroster.platform;

import com.fasterxml.jackson.databind.JsonNode;
import java.net.URI;
import java.net.URISyntaxException;
import java.net.URLDecoder;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

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
  private static final Pattern RESOURCE = Pattern.compile("(?i)(?:^|/)(?:Users|Groups)/([^/]+)/?$");

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

  /**
   * The id of a resource that was made: as its document says, else the last part of its address.
   *
   * @return an empty text where neither tells
   */
  String id() {
    String id = ScimJson.text(body, "id");
    if (!id.isEmpty() || location.isEmpty()) {
      return id;
    }
    try {
      // What is no address says nothing; the resource is looked for by its name.
      String path = new URI(location).getRawPath();
      Matcher resource = RESOURCE.matcher(path == null ? "" : path);
      return resource.find()
          ? URLDecoder.decode(resource.group(1).replace("+", "%2B"), StandardCharsets.UTF_8)
          : "";
    } catch (URISyntaxException | IllegalArgumentException e) {
      return "";
    }
  }
}
