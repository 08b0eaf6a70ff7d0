package neatroster.platform;

import java.io.IOException;
import java.time.Duration;

/** Sends requests to the service. It may be used by several threads at once. */
@FunctionalInterface
public interface Transport {
  /**
   * Sends a request and waits for the answer.
   *
   * @throws IOException where no answer came; whether the request was carried out is not known then
   * @throws PlatformException where no further request should be sent
   */
  ScimResponse send(ScimRequest request)
      throws IOException, PlatformException, InterruptedException;

  /**
   * Waits before a request is sent once more.
   *
   * @param why what is waited for
   */
  default void rest(Duration duration, String why) throws InterruptedException {
    Thread.sleep(duration.toMillis());
  }
}
