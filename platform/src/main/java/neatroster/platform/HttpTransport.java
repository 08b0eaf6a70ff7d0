package neatroster.platform;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.MissingNode;
import java.io.IOException;
import java.net.URI;
import java.net.http.HttpRequest;
import java.nio.charset.StandardCharsets;
import java.security.cert.Certificate;
import java.time.Duration;
import java.time.Instant;
import java.time.ZonedDateTime;
import java.time.format.DateTimeFormatter;
import java.time.format.DateTimeParseException;
import java.util.Collection;
import java.util.Optional;
import java.util.Set;

/**
 * Sends requests over HTTPS, or over HTTP to this machine. What proves our right goes to the host
 * that it was given for and to no other: a redirection elsewhere ends everything.
 */
public final class HttpTransport implements Transport {
  private static final String JSON = "application/scim+json";
  private static final int MOST_REDIRECTIONS = 3;
  private static final Set<Integer> REDIRECTIONS = Set.of(301, 302, 303, 307, 308);

  private final PlatformAddress address;
  private final SignIn signIn;
  private final Secrets secrets = new Secrets();
  private final BoundedHttp http;
  private final WaitListener waits;

  /**
   * Sends requests to a service.
   *
   * @param signIn what proves that we may
   * @param authorities certificates that vouch for the service beside the usual ones
   * @param waits is told what is waited for
   */
  public HttpTransport(
      PlatformAddress address,
      SignIn signIn,
      Collection<? extends Certificate> authorities,
      WaitListener waits)
      throws PlatformException {
    this.waits = waits;
    this.address = address;
    this.signIn = signIn;
    this.http = new BoundedHttp(address.uri().getHost(), authorities);
  }

  @Override
  public ScimResponse send(ScimRequest request)
      throws IOException, PlatformException, InterruptedException {
    secrets.addPasswordsOf(request.body());
    waits.waitsFor("an answer of the platform");
    try {
      return response(answer(request));
    } finally {
      waits.waitsFor("");
    }
  }

  @Override
  public void rest(Duration duration, String why) throws InterruptedException {
    waits.waitsFor(why);
    try {
      Thread.sleep(duration.toMillis());
    } finally {
      waits.waitsFor("");
    }
  }

  private BoundedHttp.Answer answer(ScimRequest request)
      throws IOException, PlatformException, InterruptedException {
    String header = signIn.header(secrets);
    BoundedHttp.Answer answer = followed(request, header);
    if (answer.status() == 401 && signIn.isReplaceable(header)) {
      // Nothing was done; a token may have run out.
      answer = followed(request, signIn.header(secrets));
    }
    return answer;
  }

  private BoundedHttp.Answer followed(ScimRequest request, String header)
      throws IOException, PlatformException, InterruptedException {
    URI uri = URI.create(address.uri() + request.path());
    for (int redirection = 0; ; redirection++) {
      BoundedHttp.Answer answer = http.send(request(request, uri, header));
      String location = answer.header("Location");
      if (!REDIRECTIONS.contains(answer.status()) || location.isEmpty()) {
        return answer;
      }
      URI next = next(uri, location);
      if (!address.isSameHost(next)) {
        throw new PlatformException(
            "the service sends us on to "
                + next.getHost()
                + ", another host; nothing is sent there. If that is right, make it the address"
                + " of the service");
      }
      boolean isSafe = request.method().equals("GET") || answer.status() >= 307;
      if (!isSafe || redirection >= MOST_REDIRECTIONS) {
        throw new PlatformException(
            "the service sends us on to "
                + secrets.blanked(next.toString())
                + "; is that its address");
      }
      uri = next;
    }
  }

  private static HttpRequest request(ScimRequest request, URI uri, String header) {
    HttpRequest.Builder builder =
        HttpRequest.newBuilder(uri)
            .header("Authorization", header)
            .header("Accept", JSON + ", application/json");
    if (!request.ifMatch().isEmpty()) {
      builder.header("If-Match", request.ifMatch());
    }
    if (request.body().isEmpty()) {
      builder.method(request.method(), HttpRequest.BodyPublishers.noBody());
    } else {
      builder.header("Content-Type", JSON);
      builder.method(
          request.method(),
          HttpRequest.BodyPublishers.ofString(request.body(), StandardCharsets.UTF_8));
    }
    return builder.build();
  }

  private static URI next(URI uri, String location) throws PlatformException {
    try {
      return uri.resolve(location);
    } catch (IllegalArgumentException e) {
      throw new PlatformException("the service sends us on to what is no address", e);
    }
  }

  private ScimResponse response(BoundedHttp.Answer answer) throws PlatformException {
    byte[] bytes = answer.body();
    JsonNode body = MissingNode.getInstance();
    if (bytes.length > 0) {
      try {
        JsonNode read = ScimJson.JSON.readTree(bytes);
        body = read == null ? body : secrets.blankedAnswer(answer.status(), read);
      } catch (JsonProcessingException e) {
        if (answer.status() < 300) {
          throw new PlatformException(
              "the service answers with something that is no JSON; is it the address of a SCIM"
                  + " service",
              e);
        }
      } catch (IOException e) {
        throw new IllegalStateException(e);
      }
    }
    return new ScimResponse(
        answer.status(),
        body,
        answer.header("ETag"),
        answer.header("Location"),
        answer.headers().firstValue("Retry-After").flatMap(HttpTransport::wait));
  }

  /** Seconds, or a date (RFC 9110, section 10.2.3). */
  private static Optional<Duration> wait(String text) {
    if (text.strip().matches("\\d{1,6}")) {
      return Optional.of(Duration.ofSeconds(Long.parseLong(text.strip())));
    }
    try {
      Instant at =
          ZonedDateTime.parse(text.strip(), DateTimeFormatter.RFC_1123_DATE_TIME).toInstant();
      Duration left = Duration.between(Instant.now(), at);
      return Optional.of(left.isNegative() ? Duration.ZERO : left);
    } catch (DateTimeParseException e) {
      return Optional.empty();
    }
  }
}
