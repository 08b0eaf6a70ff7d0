package neatroster.practice;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import org.eclipse.jetty.http.HttpFields;
import org.eclipse.jetty.http.HttpHeader;

/** The tokens that requests are to have. */
final class PracticeTokens {
  private PracticeTokens() {}

  static byte[] digest(String token) {
    try {
      return MessageDigest.getInstance("SHA-256").digest(token.getBytes(StandardCharsets.UTF_8));
    } catch (java.security.NoSuchAlgorithmException e) {
      throw new IllegalStateException(e);
    }
  }

  /** Whether a request proves the right to be answered (RFC 6750, section 2.1). */
  static boolean isAllowed(HttpFields headers, byte[] tokenDigest) {
    String given = headers.get(HttpHeader.AUTHORIZATION);
    return given != null
        && given.regionMatches(true, 0, "Bearer ", 0, 7)
        && isToken(given.substring(7), tokenDigest);
  }

  static boolean isToken(String given, byte[] tokenDigest) {
    return MessageDigest.isEqual(digest(given.strip()), tokenDigest);
  }
}
