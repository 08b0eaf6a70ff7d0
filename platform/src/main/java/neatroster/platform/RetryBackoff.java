package neatroster.platform;

import java.time.Duration;
import java.util.concurrent.ThreadLocalRandom;

/** How long to wait before a request is tried once more. */
final class RetryBackoff {
  /** How often a request is tried. */
  static final int ATTEMPTS = 9;

  /** Tests that go many ways have no time to wait. */
  private static final Duration FIRST = Duration.ofMillis(Long.getLong("neatroster.pause", 200));

  private static final Duration LONGEST = Duration.ofSeconds(15);
  private static final Duration LONGEST_ASKED = Duration.ofMinutes(5);

  private RetryBackoff() {}

  /**
   * How long to wait: twice as long each time, by chance half to the whole of it, so that many who
   * wait do not come back together; or as long as the service asks.
   *
   * @param attempt the attempts so far, from 1
   * @param response the answer, or null where none came
   */
  static Duration pause(int attempt, ScimResponse response) {
    Duration wait = FIRST.multipliedBy(1L << Math.min(10, attempt - 1));
    wait = wait.compareTo(LONGEST) > 0 ? LONGEST : wait;
    long millis = wait.toMillis() / 2;
    millis += ThreadLocalRandom.current().nextLong(millis + 1);
    if (response != null && response.retryAfter().isPresent()) {
      Duration asked = response.retryAfter().get();
      asked = asked.compareTo(LONGEST_ASKED) > 0 ? LONGEST_ASKED : asked;
      millis = Math.max(millis, asked.toMillis());
    }
    return Duration.ofMillis(millis);
  }
}
