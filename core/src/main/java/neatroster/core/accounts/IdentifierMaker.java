package neatroster.core.accounts;

import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import neatroster.core.pattern.Pattern;
import neatroster.core.pattern.PatternException;
import neatroster.core.pattern.RandomSource;
import neatroster.core.text.Quoted;
import neatroster.core.text.UnwantedWords;

/** Makes ids or email addresses by pattern that nobody has. */
final class IdentifierMaker {
  private static final Pattern INITIALS = initials();

  /**
   * What was made.
   *
   * @param item the id or address; null where there is none
   * @param why why there is none, as a sentence with what to do; null where there is one
   */
  record Made(String item, String why) {}

  private final UnwantedWords unwanted = new UnwantedWords(List.of());
  private final Pattern pattern;
  private final RandomSource randomSource;
  private final Set<String> taken;
  private final boolean shared;
  private final Map<String, Long> nextNumber = new HashMap<>();

  /**
   * A maker for one pattern.
   *
   * @param taken what somebody has, in lower case; makers for other people share it
   * @param shared whether an address that the pattern takes over may be several people's
   */
  IdentifierMaker(Pattern pattern, RandomSource randomSource, Set<String> taken, boolean shared) {
    this.pattern = pattern;
    this.randomSource = randomSource;
    this.taken = taken;
    this.shared = shared;
  }

  private static Pattern initials() {
    try {
      return Pattern.parse("{given:1}{family:1}", Pattern.userValues());
    } catch (PatternException e) {
      throw new IllegalStateException(e);
    }
  }

  /** The pattern. */
  Pattern pattern() {
    return pattern;
  }

  /**
   * One for a person, which is then taken: the next free number goes where the pattern counts, else
   * to the end, before the sign of an email address. An address that is taken over from another
   * field gets no number: that would be a stranger's.
   */
  Made make(Map<String, String> values) {
    String base = pattern.fill(values, 0, 0);
    if (base.isEmpty() || base.startsWith("@")) {
      return new Made(
          null,
          "The pattern "
              + pattern
              + " makes nothing of this row: "
              + String.join(", ", pattern.names())
              + " is blank. Fill it in, or change the pattern.");
    }
    int at = base.indexOf('@');
    boolean takenOver = at >= 0 && !pattern.toString().contains("@");
    if (takenOver) {
      return taken.add(base.toLowerCase(Locale.ROOT)) || shared
          ? new Made(base, null)
          : new Made(
              null,
              "The address "
                  + Quoted.value(base)
                  + " is somebody else’s already. Type another, or say emails: {shared: allow} in"
                  + " roster.yaml where a family shares one.");
    }
    if (at > 0 && !pattern.isLeftToChance() && unwanted.isIn(base.substring(0, at))) {
      return new Made(kinder(values, base.substring(at)), null);
    }
    for (long n = nextNumber.getOrDefault(base, 1L); ; n++) {
      String item = pattern.fill(values, n, 0, randomSource);
      if (n > 1 && !pattern.counts() && !pattern.isLeftToChance()) {
        item = at < 0 ? base + n : base.substring(0, at) + n + base.substring(at);
      }
      if (taken.add(item.toLowerCase(Locale.ROOT))) {
        nextNumber.put(base, n + 1);
        return new Made(item, null);
      }
    }
  }

  /** An address of the initials, with a number, where the parts of a name join to a bad word. */
  private String kinder(Map<String, String> values, String domain) {
    String initials = INITIALS.fill(values, 0, 0);
    String local = initials.isEmpty() ? "user" : initials;
    for (long n = nextNumber.getOrDefault(local + domain, 1L); ; n++) {
      String address = local + n + domain;
      if (taken.add(address.toLowerCase(Locale.ROOT))) {
        nextNumber.put(local + domain, n + 1);
        return address;
      }
    }
  }
}
