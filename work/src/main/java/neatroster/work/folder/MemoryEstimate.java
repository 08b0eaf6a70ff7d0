package neatroster.work.folder;

import java.util.Locale;
import java.util.Optional;

/** How much memory sheets are likely to need, said before the work begins. */
final class MemoryEstimate {
  private static final long MEGABYTE = 1L << 20;

  /** What is kept of a text file is not much more than its bytes; of a zipped one it is more. */
  private static final double OF_TEXT = 1.6;

  private static final double OF_ZIPPED = 9;

  private long need = 64 * MEGABYTE;

  /** Counts a file in. */
  void add(String name, long bytes) {
    String lower = name.toLowerCase(Locale.ROOT);
    boolean zipped = lower.endsWith(".xlsx") || lower.endsWith(".ods") || lower.endsWith(".zip");
    need += (long) (bytes * (zipped ? OF_ZIPPED : OF_TEXT));
  }

  /**
   * What is said where it may not do.
   *
   * @param most the bytes of memory that there are
   */
  Optional<String> remark(long most) {
    if (need <= most) {
      return Optional.empty();
    }
    long wanted = (need + 512 * MEGABYTE - 1) / (512 * MEGABYTE);
    return Optional.of(
        "The sheets need about "
            + need / MEGABYTE
            + " MB of memory, and there are "
            + most / MEGABYTE
            + " MB. If it does not do, give more with NEAT_ROSTER_JAVA_OPTIONS=-Xmx"
            + wanted * 512
            + "m, or check them in parts.");
  }
}
