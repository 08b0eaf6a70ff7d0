package neatroster.practice;

import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;

/**
 * What goes wrong on the practice platform, and what it does not offer. Each fault has a number:
 * with {@code busy=5} every fifth request is refused.
 */
public final class Faults {
  /** The kinds of faults. */
  public enum Kind {
    /** Each request takes so many milliseconds longer. */
    SLOW("slow", "milliseconds that every request takes longer"),
    /** Every n-th request is answered with 429 and Retry-After. */
    BUSY("busy", "every n-th request is put off (429, Retry-After)"),
    /** Every n-th request is answered with 500. */
    BROKEN("broken", "every n-th request fails (500)"),
    /** The connection of every n-th request is dropped before the work is done. */
    CUT_BEFORE("cut-before", "every n-th connection is dropped before the work is done"),
    /** The connection of every n-th request is dropped after the work was done. */
    CUT_AFTER("cut-after", "every n-th connection is dropped after the work was done"),
    /** There is no Bulk. */
    NO_BULK("no-bulk", "there is no Bulk"),
    /** There is no PATCH. */
    NO_PATCH("no-patch", "there is no PATCH"),
    /** How many operations a Bulk request may have. */
    MOST_OPERATIONS("most-operations", "operations in one Bulk request"),
    /** How many bytes a request may have. */
    MOST_BYTES("most-bytes", "bytes in one request"),
    /** How many resources a page of an answer has at the most. */
    PAGE("page", "resources on one page of an answer"),
    /** The extension for courses is not announced, and what it says is not kept. */
    NO_EXTENSION("no-extension", "nothing of courses but their name and members is kept"),
    /** The enterprise extension of users is not announced, and its attributes are unknown. */
    NO_ENTERPRISE("no-enterprise", "nothing of sites and managers of people is known"),
    /** Lists are turned over by cursors alone (RFC 9865). */
    CURSORS("cursors", "pages of an answer are turned by cursors alone"),
    /** What a request makes is answered without saying what or where. */
    NO_IDS("no-ids", "what is made is answered without its id"),
    /** The token may read, and nothing else. */
    READ_ONLY("read-only", "the token may only read"),
    /** Two Groups cannot have the same displayName. */
    UNIQUE_NAMES("unique-names", "two courses or groups cannot have one displayName"),
    /** Whoever comes without a username gets one. */
    MAKES_USERNAMES("makes-usernames", "whoever comes without a username gets one");

    private final String word;
    private final String meaning;

    Kind(String word, String meaning) {
      this.word = word;
      this.meaning = meaning;
    }

    /** The name on the command line and in forms. */
    public String word() {
      return word;
    }

    /** What happens, in words. */
    public String meaning() {
      return meaning;
    }

    /** Whether it is on or off, without a number. */
    public boolean isSwitch() {
      return switch (this) {
        case NO_BULK,
            NO_PATCH,
            NO_EXTENSION,
            NO_ENTERPRISE,
            CURSORS,
            NO_IDS,
            READ_ONLY,
            UNIQUE_NAMES,
            MAKES_USERNAMES ->
            true;
        default -> false;
      };
    }

    /** The kind of a name. */
    public static Optional<Kind> named(String word) {
      for (Kind kind : values()) {
        if (kind.word.equals(word)) {
          return Optional.of(kind);
        }
      }
      return Optional.empty();
    }
  }

  private final Map<Kind, Integer> numbers = new LinkedHashMap<>();

  /** Sets a fault; 0 takes it away. */
  public synchronized void set(Kind kind, int number) {
    if (number <= 0) {
      numbers.remove(kind);
    } else {
      numbers.put(kind, number);
    }
  }

  /** The number of a fault; 0 where it is off. */
  public synchronized int number(Kind kind) {
    return numbers.getOrDefault(kind, 0);
  }

  /** Whether a fault is on. */
  public boolean has(Kind kind) {
    return number(kind) > 0;
  }

  /** Whether the n-th request has the fault. */
  boolean hits(Kind kind, long request) {
    int every = number(kind);
    return every > 0 && request % every == 0;
  }

  /** What is on, as on the command line; or an empty text. */
  public synchronized String text() {
    return numbers.entrySet().stream()
        .map(
            one ->
                one.getKey().isSwitch()
                    ? one.getKey().word()
                    : one.getKey().word() + "=" + one.getValue())
        .collect(Collectors.joining(" "));
  }
}
