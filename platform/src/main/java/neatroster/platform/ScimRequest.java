package neatroster.platform;

import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;

/**
 * One request to the service.
 *
 * @param method the method of HTTP
 * @param path the address below the service's, with its parameters encoded
 * @param body the JSON text, or an empty text
 * @param ifMatch the version that is to be there, or an empty text
 */
public record ScimRequest(String method, String path, String body, String ifMatch) {
  static ScimRequest get(String path) {
    return new ScimRequest("GET", path, "", "");
  }

  static ScimRequest of(String method, String path, String body) {
    return new ScimRequest(method, path, body, "");
  }

  /**
   * The path of a resource: its id may have any signs in it, and is one segment all the same (RFC
   * 3986, section 3.3).
   *
   * @param resources the path of the resources of its kind, with a slash at its end
   */
  static String path(String resources, String id) {
    String segment = URLEncoder.encode(id, StandardCharsets.UTF_8).replace("+", "%20");
    // A segment of dots alone would lead elsewhere.
    return resources + (id.matches("\\.+") ? segment.replace(".", "%2E") : segment);
  }

  /** Says nothing of the body: a password may be in it. */
  @Override
  public String toString() {
    return method + " " + path;
  }
}
