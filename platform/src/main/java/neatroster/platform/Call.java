package neatroster.platform;

/**
 * One request to the service.
 *
 * @param method the method of HTTP
 * @param path the address below the service's, with its parameters encoded
 * @param body the JSON text, or an empty text
 * @param ifMatch the version that is to be there, or an empty text
 */
public record Call(String method, String path, String body, String ifMatch) {
  static Call get(String path) {
    return new Call("GET", path, "", "");
  }

  static Call of(String method, String path, String body) {
    return new Call(method, path, body, "");
  }

  /** Says nothing of the body: a password may be in it. */
  @Override
  public String toString() {
    return method + " " + path;
  }
}
