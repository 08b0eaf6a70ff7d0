package neatroster.platform;

import java.io.IOException;
import java.net.ConnectException;
import java.net.UnknownHostException;
import java.net.http.HttpConnectTimeoutException;
import java.net.http.HttpTimeoutException;
import java.nio.channels.ClosedChannelException;
import java.time.Duration;

/** Sends requests until they are answered, as far as that does nothing twice. */
public final class HttpRetryClient {
  /** How often a request is tried whose answer takes longer than anybody waits. */
  private static final int MOST_LATE = 3;

  private final Transport transport;

  /** Sends requests this way. */
  public HttpRetryClient(Transport transport) {
    this.transport = transport;
  }

  /** Whether a request may have been carried out though no answer says so. */
  enum Doubt {
    NONE,
    MAYBE_DONE
  }

  /**
   * What came of a request.
   *
   * @param response the answer, or null where none came
   * @param doubt whether it may have been carried out
   * @param trouble why no answer came, in words; or an empty text
   * @param isLate whether it took longer than anybody waits
   */
  record Attempt(ScimResponse response, Doubt doubt, String trouble, boolean isLate) {
    Attempt(ScimResponse response, Doubt doubt, String trouble) {
      this(response, doubt, trouble, false);
    }
  }

  /** Sends a request once. */
  Attempt once(ScimRequest request) throws PlatformException, InterruptedException {
    try {
      ScimResponse response = transport.send(request);
      verifyAllowed(response);
      boolean isDoubtful = response.isForLater() && !response.isPutOff();
      return new Attempt(response, isDoubtful ? Doubt.MAYBE_DONE : Doubt.NONE, "");
    } catch (UnknownHostException e) {
      throw new PlatformException("there is no host " + e.getMessage() + ", or no network", e);
    } catch (ConnectException | HttpConnectTimeoutException e) {
      return new Attempt(null, Doubt.NONE, "nothing answers there");
    } catch (HttpTimeoutException e) {
      return new Attempt(null, Doubt.MAYBE_DONE, "the connection was lost" + why(e), true);
    } catch (IOException e) {
      return new Attempt(null, Doubt.MAYBE_DONE, "the connection was lost" + why(e));
    }
  }

  private static String why(IOException e) {
    return e instanceof ClosedChannelException || e.getMessage() == null
        ? ""
        : " (" + e.getMessage() + ")";
  }

  private static void verifyAllowed(ScimResponse response) throws PlatformException {
    if (response.status() == 401) {
      throw new PlatformException(
          "the platform does not let us in ("
              + response.reason()
              + "). Is the token or the password the right one, and not run out");
    }
  }

  /**
   * Sends a request that changes nothing, or the same however often it is sent.
   *
   * @throws PlatformException where it is not answered however often it is tried
   */
  ScimResponse read(ScimRequest request) throws PlatformException, InterruptedException {
    return read(request, RetryBackoff.ATTEMPTS);
  }

  /** The same, with as many attempts where no answer comes. */
  ScimResponse read(ScimRequest request, int attemptsWithoutAnswer)
      throws PlatformException, InterruptedException {
    int late = 0;
    for (int attempt = 1; ; attempt++) {
      Attempt tried = once(request);
      if (tried.response() != null && !tried.response().isForLater()) {
        return tried.response();
      }
      int most = tried.response() != null ? RetryBackoff.ATTEMPTS : attemptsWithoutAnswer;
      late += tried.isLate() ? 1 : 0;
      if (attempt >= most || late == MOST_LATE) {
        throw givenUp(tried);
      }
      rest(attempt, tried.response());
    }
  }

  /** Waits before a request is sent once more. */
  void rest(int attempt, ScimResponse response) throws InterruptedException {
    Duration pause = RetryBackoff.pause(attempt, response);
    String why =
        response == null
            ? "the connection, which was lost, to be tried again"
            : response.isPutOff()
                ? "the platform, which asks for time"
                : "the platform, which failed (" + response.status() + "), to be asked again";
    transport.rest(pause, why);
  }

  static PlatformException givenUp(Attempt last) {
    return new PlatformException(
        last.response() == null
            ? last.trouble()
            : "the platform answers "
                + last.response().status()
                + " again and again ("
                + last.response().reason()
                + ")");
  }
}
