package neatroster.cli.delivery;

import java.io.PrintStream;
import java.time.Duration;
import java.util.EnumMap;
import java.util.Map;
import neatroster.core.change.Phase;
import neatroster.core.model.Counted;
import neatroster.platform.DeliveryProgress;

/** Says on standard error how far a delivery is, and how long it will take still. */
public final class SendProgress implements DeliveryProgress {
  private static final long BETWEEN_NANOS = 200_000_000;
  private static final int SMOOTHED = 50;
  private static final String TO_LINE_START = "\r\u001b[K";

  private final PrintStream err;
  private final boolean isLive;
  private final boolean isQuiet;
  private final Map<Phase, Integer> totals;
  private final Map<Phase, Integer> done = new EnumMap<>(Phase.class);
  private final long begun = System.nanoTime();
  private final long all;
  private long ended;
  private long shownAt;

  /**
   * Progress.
   *
   * @param isLive whether one line may be written over and over, as in a terminal
   * @param totals how many rows each phase has that are still to be delivered
   */
  public SendProgress(
      PrintStream err, boolean isLive, boolean isQuiet, Map<Phase, Integer> totals) {
    this.err = err;
    this.isLive = isLive;
    this.isQuiet = isQuiet;
    this.totals = totals;
    this.all = totals.values().stream().mapToLong(Integer::longValue).sum();
  }

  @Override
  public synchronized void ended(Phase phase, int rows) {
    ended += rows;
    int before = done.getOrDefault(phase, 0);
    int now = before + rows;
    done.put(phase, now);
    int total = totals.getOrDefault(phase, 0);
    if (isQuiet) {
      return;
    }
    long at = System.nanoTime();
    if (isLive && at - shownAt > BETWEEN_NANOS) {
      shownAt = at;
      err.print(TO_LINE_START + phase.word() + " " + now + " of " + total + left(at));
      err.flush();
    }
    if (before < total && now >= total) {
      err.println((isLive ? TO_LINE_START : "") + phase.word() + ": " + total + " of " + total);
      err.flush();
    }
  }

  private String left(long at) {
    if (ended < SMOOTHED || all <= ended) {
      return "";
    }
    Duration passed = Duration.ofNanos(at - begun);
    long seconds = passed.toMillis() * (all - ended) / ended / 1000;
    return seconds < 60
        ? ", less than a minute left"
        : ", about " + Counted.of(seconds / 60 + 1, "minute") + " left";
  }
}
