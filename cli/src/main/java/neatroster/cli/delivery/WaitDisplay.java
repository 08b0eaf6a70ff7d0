package neatroster.cli.delivery;

import java.io.PrintStream;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import neatroster.platform.WaitListener;

/** Says on standard error what is waited for, and how long already, where that takes its time. */
public final class WaitDisplay implements WaitListener {
  private static final long EACH_MILLIS = 1000;
  private static final long FIRST_LIVE_SECONDS = 3;
  private static final long FIRST_SECONDS = 20;
  private static final long BETWEEN_SECONDS = 60;
  private static final String TO_LINE_START = "\r\u001b[K";

  private final PrintStream err;
  private final boolean isLive;
  private final Map<Thread, Wait> waits = new ConcurrentHashMap<>();
  private boolean isStarted;
  private boolean isShown;
  private long saidAt;
  private volatile long read;
  private volatile long readsSince;

  /** What one thread waits for. */
  private record Wait(String what, long since) {
    long seconds() {
      return secondsSince(since);
    }
  }

  private static long secondsSince(long nanos) {
    return (System.nanoTime() - nanos) / 1_000_000_000;
  }

  /**
   * A display.
   *
   * @param isLive whether one line may be written over and over, as in a terminal
   */
  public WaitDisplay(PrintStream err, boolean isLive) {
    this.err = err;
    this.isLive = isLive;
  }

  @Override
  public void waitsFor(String what) {
    if (!what.isEmpty()) {
      waits.put(Thread.currentThread(), new Wait(what, System.nanoTime()));
      start();
      return;
    }
    waits.remove(Thread.currentThread());
    if (read == 0) {
      clear();
    }
  }

  @Override
  public void hasRead(long count) {
    if (read == 0) {
      readsSince = System.nanoTime();
    }
    read = count;
    if (count == 0) {
      clear();
    } else {
      start();
    }
  }

  private synchronized void start() {
    if (!isStarted) {
      isStarted = true;
      Thread ticker = new Thread(this::tick, "waiting");
      ticker.setDaemon(true);
      ticker.start();
    }
  }

  private synchronized void clear() {
    if (isShown) {
      isShown = false;
      err.print(TO_LINE_START);
      err.flush();
    }
    saidAt = 0;
  }

  private void tick() {
    try {
      while (true) {
        Thread.sleep(EACH_MILLIS);
        Optional<Wait> longest =
            waits.values().stream().min((a, b) -> Long.compare(a.since(), b.since()));
        if (longest.isPresent() && (read == 0 || longest.get().seconds() >= FIRST_LIVE_SECONDS)) {
          long seconds = longest.get().seconds();
          show("waiting for " + longest.get().what() + ", " + seconds + " s so far", seconds);
        } else if (read > 0) {
          show("reading what the platform holds, " + read + " so far", secondsSince(readsSince));
        }
      }
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
    }
  }

  private synchronized void show(String text, long seconds) {
    if (isLive && seconds >= FIRST_LIVE_SECONDS) {
      isShown = true;
      err.print(TO_LINE_START + text);
    } else if (!isLive && seconds >= (saidAt == 0 ? FIRST_SECONDS : saidAt + BETWEEN_SECONDS)) {
      saidAt = seconds;
      err.println(text);
    }
    err.flush();
  }
}
