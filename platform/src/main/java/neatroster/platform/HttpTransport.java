package neatroster.platform;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.MissingNode;
import java.io.IOException;
import java.io.InputStream;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.net.http.HttpTimeoutException;
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
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.ScheduledFuture;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicBoolean;
import javax.net.ssl.SSLHandshakeException;

/**
 * Sends requests over HTTPS, or over HTTP to this machine. The token goes to the host that it was
 * given for and to no other: a redirection elsewhere ends everything.
 */
public final class HttpTransport implements Transport {
  private static final String JSON = "application/scim+json";
  private static final Duration PATIENCE_FOR_CONNECTION = Duration.ofSeconds(10);
  private static final Duration PATIENCE_FOR_ANSWER = Duration.ofMinutes(2);

  /** From the first of an answer to its end; tests have less time. */
  private static final Duration PATIENCE_FOR_BODY =
      Duration.ofMillis(Long.getLong("neatroster.patience", 60_000));

  private static final ScheduledExecutorService WATCH =
      Executors.newSingleThreadScheduledExecutor(HttpTransport::watcher);

  private static final int MOST_BYTES = 256 << 20;
  private static final int MOST_REDIRECTIONS = 3;
  private static final Set<Integer> REDIRECTIONS = Set.of(301, 302, 303, 307, 308);

  private final PlatformAddress address;
  private final String token;
  private final Secrets secrets = new Secrets();
  private final HttpClient client;

  /**
   * Sends requests to a service.
   *
   * @param token what proves that we may
   * @param authorities certificates that vouch for the service beside the usual ones
   */
  public HttpTransport(
      PlatformAddress address, String token, Collection<? extends Certificate> authorities)
      throws PlatformException {
    this.address = address;
    this.token = token;
    secrets.add(token);
    HttpClient.Builder builder =
        HttpClient.newBuilder()
            .followRedirects(HttpClient.Redirect.NEVER)
            .connectTimeout(PATIENCE_FOR_CONNECTION)
            // One connection for each request in flight: a service that drops one drops one only.
            .version(HttpClient.Version.HTTP_1_1);
    if (!authorities.isEmpty()) {
      builder.sslContext(Authorities.trusting(authorities));
    }
    this.client = builder.build();
  }

  private static Thread watcher(Runnable task) {
    Thread thread = new Thread(task, "answers");
    thread.setDaemon(true);
    return thread;
  }

  @Override
  public Reply send(Call call) throws IOException, PlatformException, InterruptedException {
    secrets.addPasswordsOf(call.body());
    URI uri = URI.create(address.uri() + call.path());
    for (int redirection = 0; ; redirection++) {
      HttpResponse<InputStream> response = exchange(call, uri);
      try (InputStream body = response.body()) {
        String location = response.headers().firstValue("Location").orElse("");
        if (!REDIRECTIONS.contains(response.statusCode()) || location.isEmpty()) {
          return reply(response, location, read(body));
        }
        URI next = next(uri, location);
        if (!address.isSameHost(next)) {
          throw new PlatformException(
              "the service sends us on to "
                  + next.getHost()
                  + ", another host; nothing is sent there. If that is right, make it the address"
                  + " of the service");
        }
        boolean isSafe = call.method().equals("GET") || response.statusCode() >= 307;
        if (!isSafe || redirection >= MOST_REDIRECTIONS) {
          throw new PlatformException(
              "the service sends us on to "
                  + secrets.blanked(next.toString())
                  + "; is that its address");
        }
        uri = next;
      }
    }
  }

  private HttpResponse<InputStream> exchange(Call call, URI uri)
      throws IOException, PlatformException, InterruptedException {
    HttpRequest.Builder request =
        HttpRequest.newBuilder(uri)
            .timeout(PATIENCE_FOR_ANSWER)
            .header("Authorization", "Bearer " + token)
            .header("Accept", JSON + ", application/json");
    if (!call.ifMatch().isEmpty()) {
      request.header("If-Match", call.ifMatch());
    }
    if (call.body().isEmpty()) {
      request.method(call.method(), HttpRequest.BodyPublishers.noBody());
    } else {
      request.header("Content-Type", JSON);
      request.method(
          call.method(), HttpRequest.BodyPublishers.ofString(call.body(), StandardCharsets.UTF_8));
    }
    try {
      return client.send(request.build(), HttpResponse.BodyHandlers.ofInputStream());
    } catch (SSLHandshakeException e) {
      throw new PlatformException(
          address.uri().getHost()
              + " cannot prove that it is itself: its certificate is not vouched for. Where the"
              + " school has an authority of its own, name its certificate in the settings",
          e);
    }
  }

  private static URI next(URI uri, String location) throws PlatformException {
    try {
      return uri.resolve(location);
    } catch (IllegalArgumentException e) {
      throw new PlatformException("the service sends us on to what is no address", e);
    }
  }

  /** An answer that does not come to its end is given up, however it drips. */
  private static byte[] read(InputStream body) throws IOException, PlatformException {
    AtomicBoolean isOver = new AtomicBoolean();
    ScheduledFuture<?> end =
        WATCH.schedule(
            () -> {
              isOver.set(true);
              close(body);
            },
            PATIENCE_FOR_BODY.toMillis(),
            TimeUnit.MILLISECONDS);
    try {
      byte[] bytes = body.readNBytes(MOST_BYTES);
      if (bytes.length == MOST_BYTES) {
        throw new PlatformException("an answer of the service is larger than 256 MB");
      }
      return bytes;
    } catch (IOException e) {
      if (isOver.get()) {
        throw new HttpTimeoutException(
            "an answer had not come to its end after "
                + PATIENCE_FOR_BODY.toSeconds()
                + " seconds");
      }
      throw e;
    } finally {
      end.cancel(false);
    }
  }

  private static void close(InputStream body) {
    try {
      body.close();
    } catch (IOException e) {
      // Whoever reads it hears of it.
      return;
    }
  }

  private Reply reply(HttpResponse<InputStream> response, String location, byte[] bytes)
      throws PlatformException {
    JsonNode body = MissingNode.getInstance();
    if (bytes.length > 0) {
      try {
        JsonNode read = Answers.JSON.readTree(bytes);
        body = read == null ? body : secrets.blankedAnswer(response.statusCode(), read);
      } catch (JsonProcessingException e) {
        if (response.statusCode() < 300) {
          throw new PlatformException(
              "the service answers with something that is no JSON; is it the address of a SCIM"
                  + " service",
              e);
        }
      } catch (IOException e) {
        throw new IllegalStateException(e);
      }
    }
    return new Reply(
        response.statusCode(),
        body,
        response.headers().firstValue("ETag").orElse(""),
        location,
        response.headers().firstValue("Retry-After").flatMap(HttpTransport::wait));
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
