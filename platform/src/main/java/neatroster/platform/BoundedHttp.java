package neatroster.platform;

import java.io.IOException;
import java.io.InputStream;
import java.net.http.HttpClient;
import java.net.http.HttpHeaders;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.net.http.HttpTimeoutException;
import java.security.cert.Certificate;
import java.time.Duration;
import java.util.Collection;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.ScheduledFuture;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicBoolean;
import javax.net.ssl.SSLHandshakeException;

/**
 * Sends requests of HTTP to one host, and takes whole answers of a bounded size in bounded time.
 */
final class BoundedHttp {
  private static final Duration PATIENCE_FOR_CONNECTION = Duration.ofSeconds(10);

  /** From a request to the first of its answer. */
  private static final Duration PATIENCE_FOR_ANSWER = Duration.ofMinutes(2);

  private static final ScheduledExecutorService WATCH =
      Executors.newSingleThreadScheduledExecutor(BoundedHttp::watcher);

  private static final int MOST_BYTES = 256 << 20;

  private final String host;
  private final HttpClient client;

  /** From the first of an answer to its end; tests have less time. */
  private final Duration patienceForBody =
      Duration.ofMillis(Long.getLong("neatroster.patience", 60_000));

  /** An answer that has come to its end. */
  static final class Answer {
    private final int status;
    private final HttpHeaders headers;
    private final byte[] body;

    private Answer(int status, HttpHeaders headers, byte[] body) {
      this.status = status;
      this.headers = headers;
      this.body = body;
    }

    /** The status of HTTP. */
    int status() {
      return status;
    }

    HttpHeaders headers() {
      return headers;
    }

    /** The first of a header, or an empty text. */
    String header(String name) {
      return headers.firstValue(name).orElse("");
    }

    byte[] body() {
      return body;
    }
  }

  /**
   * Sends to a host.
   *
   * @param authorities certificates that vouch for it beside the usual ones
   */
  BoundedHttp(String host, Collection<? extends Certificate> authorities) throws PlatformException {
    this.host = host;
    HttpClient.Builder builder =
        HttpClient.newBuilder()
            .followRedirects(HttpClient.Redirect.NEVER)
            .connectTimeout(PATIENCE_FOR_CONNECTION)
            // One connection for each request in flight: a service that drops one drops one only.
            .version(HttpClient.Version.HTTP_1_1);
    if (!authorities.isEmpty()) {
      builder.sslContext(CertificateAuthorities.trusting(authorities));
    }
    this.client = builder.build();
  }

  private static Thread watcher(Runnable task) {
    Thread thread = new Thread(task, "answers");
    thread.setDaemon(true);
    return thread;
  }

  /**
   * Sends a request and takes its answer, whatever its status.
   *
   * @throws IOException where none came to its end
   * @throws PlatformException where the host does not prove that it is itself, or the answer is
   *     endless
   */
  Answer send(HttpRequest request) throws IOException, PlatformException, InterruptedException {
    HttpRequest limited =
        HttpRequest.newBuilder(request, (name, value) -> true).timeout(PATIENCE_FOR_ANSWER).build();
    try {
      HttpResponse<InputStream> response =
          client.send(limited, HttpResponse.BodyHandlers.ofInputStream());
      try (InputStream body = response.body()) {
        return new Answer(response.statusCode(), response.headers(), read(body));
      }
    } catch (SSLHandshakeException e) {
      throw new PlatformException(
          host
              + " cannot prove that it is itself: its certificate is not vouched for. Where the"
              + " school has an authority of its own, name its certificate in the settings",
          e);
    }
  }

  /** An answer that does not come to its end is given up, however it drips. */
  private byte[] read(InputStream body) throws IOException, PlatformException {
    AtomicBoolean isOver = new AtomicBoolean();
    ScheduledFuture<?> end =
        WATCH.schedule(
            () -> {
              isOver.set(true);
              close(body);
            },
            patienceForBody.toMillis(),
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
            "an answer had not come to its end after " + patienceForBody.toSeconds() + " seconds");
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
}
