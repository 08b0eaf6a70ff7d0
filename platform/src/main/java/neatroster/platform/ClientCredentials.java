package neatroster.platform;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.MissingNode;
import java.io.IOException;
import java.net.URLEncoder;
import java.net.http.HttpRequest;
import java.nio.charset.StandardCharsets;
import java.security.cert.Certificate;
import java.time.Duration;
import java.util.Collection;

/**
 * Tokens that a server of OAuth 2.0 gives to a client with a secret (RFC 6749, section 4.4). One is
 * used until shortly before it runs out, or until the service takes it no more. It may be used by
 * several threads at once.
 */
public final class ClientCredentials implements SignIn {
  private static final Duration BEFORE_ITS_END = Duration.ofSeconds(20);

  private final BoundedHttp http;
  private final PlatformAddress address;
  private final String client;
  private final String secret;
  private final String scope;
  private String header = "";
  private long endsAt;
  private boolean hasEnd;

  /**
   * Asks for tokens.
   *
   * @param address where the server gives tokens
   * @param client the client's name
   * @param secret the client's secret
   * @param scope what the tokens are to be good for, or empty
   * @param authorities certificates that vouch for the server beside the usual ones
   */
  public ClientCredentials(
      PlatformAddress address,
      String client,
      String secret,
      String scope,
      Collection<? extends Certificate> authorities)
      throws PlatformException {
    this.http = new BoundedHttp(address.uri().getHost(), authorities);
    this.address = address;
    this.client = client;
    this.secret = secret;
    this.scope = scope;
  }

  @Override
  public synchronized String header(Secrets secrets)
      throws IOException, PlatformException, InterruptedException {
    if (header.isEmpty() || (hasEnd && System.nanoTime() - endsAt >= 0)) {
      fetch(secrets);
    }
    return header;
  }

  @Override
  public synchronized boolean isReplaceable(String refused) {
    if (header.equals(refused)) {
      header = "";
    }
    return true;
  }

  private void fetch(Secrets secrets) throws IOException, PlatformException, InterruptedException {
    String form =
        "grant_type=client_credentials" + (scope.isEmpty() ? "" : "&scope=" + encoded(scope));
    // RFC 6749, section 2.3.1: both are encoded as in a form before they are joined.
    String basic = SignIn.basic(secrets, encoded(client), encoded(secret));
    secrets.add(secret);
    HttpRequest request =
        HttpRequest.newBuilder(address.uri())
            .header("Authorization", basic)
            .header("Accept", "application/json")
            .header("Content-Type", "application/x-www-form-urlencoded")
            .POST(HttpRequest.BodyPublishers.ofString(form))
            .build();
    BoundedHttp.Answer answer = http.send(request);
    JsonNode said = json(answer.body());
    String token = ScimJson.text(said, "access_token");
    if (answer.status() >= 500 || answer.status() == 429) {
      throw new IOException(address + " answered " + answer.status());
    }
    if (answer.status() != 200 || token.isEmpty()) {
      throw new PlatformException(
          "no token is given at "
              + address
              + " ("
              + (answer.status() == 200
                  ? "its answer holds none"
                  : secrets.blanked(reason(answer.status(), said)))
              + "). Are the client, its secret and the scope right");
    }
    secrets.add(token);
    header = "Bearer " + token;
    String lifetime = ScimJson.text(said, "expires_in");
    hasEnd = lifetime.matches("\\d{1,9}");
    if (hasEnd) {
      long seconds = Long.parseLong(lifetime);
      // Of a token that lives shorter than that half its life is used.
      long used = Math.max(seconds / 2, seconds - BEFORE_ITS_END.toSeconds());
      endsAt = System.nanoTime() + Duration.ofSeconds(used).toNanos();
    }
  }

  /** What the server says is wrong (RFC 6749, section 5.2). */
  private static String reason(int status, JsonNode said) {
    String error = ScimJson.text(said, "error");
    String description = ScimJson.text(said, "error_description");
    String words = error.isEmpty() ? "it answered " + status : error;
    return description.isEmpty() ? words : words + ": " + description;
  }

  private static JsonNode json(byte[] body) {
    try {
      JsonNode read = ScimJson.JSON.readTree(body);
      return read == null ? MissingNode.getInstance() : read;
    } catch (IOException e) {
      return MissingNode.getInstance();
    }
  }

  private static String encoded(String text) {
    return URLEncoder.encode(text, StandardCharsets.UTF_8);
  }
}
