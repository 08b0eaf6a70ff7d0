package neatroster.platform;

import java.net.URI;
import java.net.URISyntaxException;
import java.util.Locale;

/**
 * The base address of a SCIM service: HTTPS, or HTTP on this machine.
 *
 * @param uri the address without a slash at its end
 */
public record PlatformAddress(URI uri) {
  /**
   * Reads an address.
   *
   * @throws PlatformException where it is none, or one that nobody should send names and passwords
   *     to
   */
  public static PlatformAddress of(String text) throws PlatformException {
    URI uri;
    try {
      String bare = text.strip();
      while (bare.endsWith("/")) {
        bare = bare.substring(0, bare.length() - 1);
      }
      uri = new URI(bare);
    } catch (URISyntaxException e) {
      throw new PlatformException("“" + text + "” is no address of a service", e);
    }
    String scheme = String.valueOf(uri.getScheme()).toLowerCase(Locale.ROOT);
    if (uri.getHost() == null || !(scheme.equals("https") || scheme.equals("http"))) {
      throw new PlatformException(
          "“" + text + "” is no address of a service; it would begin with https://");
    }
    if (uri.getUserInfo() != null || uri.getQuery() != null || uri.getFragment() != null) {
      throw new PlatformException(
          "the address of the service takes no name, “?” or “#”: " + uri.getHost());
    }
    if (scheme.equals("http") && !isHere(uri.getHost())) {
      throw new PlatformException(
          "http://"
              + uri.getHost()
              + " would send names and passwords in the open; the address must begin with https://");
    }
    return new PlatformAddress(uri);
  }

  private static boolean isHere(String host) {
    return host.equals("localhost") || host.equals("127.0.0.1") || host.equals("[::1]");
  }

  /** Whether another address is on the same host and port, by the same protocol. */
  boolean isSameHost(URI other) {
    return uri.getScheme().equalsIgnoreCase(other.getScheme())
        && uri.getHost().equalsIgnoreCase(other.getHost())
        && port(uri) == port(other);
  }

  private static int port(URI of) {
    if (of.getPort() >= 0) {
      return of.getPort();
    }
    return of.getScheme().equalsIgnoreCase("https") ? 443 : 80;
  }

  @Override
  public String toString() {
    return uri.toString();
  }
}
