package neatroster.platform;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.Base64;

/** What proves to the service that we may: what stands in the header {@code Authorization}. */
public interface SignIn {
  /**
   * The header (RFC 9110, section 11.6.2). Whatever of it is secret is told to the secrets.
   *
   * @throws IOException where it has to be asked for and no answer comes
   * @throws PlatformException where it is refused
   */
  String header(Secrets secrets) throws IOException, PlatformException, InterruptedException;

  /**
   * The service did not take a header.
   *
   * @return whether there is another one to try
   */
  default boolean isReplaceable(String header) {
    return false;
  }

  /** A token that was given (RFC 6750, section 2.1). */
  static SignIn token(String token) {
    return secrets -> {
      secrets.add(token);
      return "Bearer " + token;
    };
  }

  /** A user and a password (RFC 7617). */
  static SignIn password(String user, String password) {
    return secrets -> basic(secrets, user, password);
  }

  /** Both in one header; neither it nor the password is shown anywhere. */
  static String basic(Secrets secrets, String user, String password) {
    String encoded =
        Base64.getEncoder()
            .encodeToString((user + ":" + password).getBytes(StandardCharsets.UTF_8));
    secrets.add(password);
    secrets.add(encoded);
    return "Basic " + encoded;
  }
}
