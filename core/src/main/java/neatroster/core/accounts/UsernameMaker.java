package neatroster.core.accounts;

import java.util.HashMap;
import java.util.HashSet;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import neatroster.core.check.UsernameShape;
import neatroster.core.model.Settings;
import neatroster.core.pattern.AsciiText;
import neatroster.core.pattern.Pattern;

/** Makes usernames by pattern that the settings allow and nobody has. */
final class UsernameMaker {
  private final Settings.Usernames settings;
  private final Pattern pattern;
  private final UsernameShape shape;
  private final Set<String> taken = new HashSet<>();

  /**
   * Where the counting went on for each base, so that a thousand people of one name take a thousand
   * steps.
   */
  private final Map<String, Long> nextNumber = new HashMap<>();

  UsernameMaker(Settings.Usernames settings, Pattern pattern) {
    this.settings = settings;
    this.pattern = pattern;
    this.shape = new UsernameShape(settings);
  }

  /** Keeps a username from being made for anybody else; false where somebody has it already. */
  boolean take(String username) {
    return taken.add(username.toLowerCase(Locale.ROOT));
  }

  /**
   * A username for a person, which is then taken.
   *
   * @param values the pattern's values
   * @return empty where the pattern makes nothing of this name, or the settings refuse the clash
   */
  Optional<String> make(Map<String, String> values) {
    if (pattern.counts()) {
      return counted(values);
    }
    String base = allowed(pattern.fill(values, 0, 0));
    if (base.length() < settings.shortest()) {
      // One short name alone, or a part that is blank: the whole name says more than an initial.
      String whole =
          allowed(
              AsciiText.of(values.getOrDefault("given", "") + values.getOrDefault("family", ""))
                  .toLowerCase(Locale.ROOT));
      if (whole.length() > base.length()) {
        base = whole;
      }
    }
    if (base.isEmpty()) {
      return Optional.empty();
    }
    base = cut(base, settings.longest());
    if (base.length() >= settings.shortest() && free(base)) {
      return Optional.of(base);
    }
    if (settings.onClash() == Settings.OnClash.REFUSE && base.length() >= settings.shortest()) {
      return Optional.empty();
    }
    if (settings.onClash() == Settings.OnClash.LENGTHEN) {
      for (int more = 1; more <= pattern.spare(values); more++) {
        String longer = cut(allowed(pattern.fill(values, 0, more)), settings.longest());
        if (longer.length() >= settings.shortest() && free(longer)) {
          return Optional.of(longer);
        }
      }
    }
    return numbered(base);
  }

  private Optional<String> numbered(String base) {
    for (long n = nextNumber.getOrDefault(base, 2L); ; n++) {
      String digits = String.valueOf(n);
      int room = settings.longest() - digits.length();
      if (room < 1) {
        return Optional.empty();
      }
      String padding =
          "0".repeat(Math.max(0, settings.shortest() - base.length() - digits.length()));
      String numbered = cut(base, room - padding.length()) + padding + digits;
      if (free(numbered)) {
        nextNumber.put(base, n + 1);
        return Optional.of(numbered);
      }
    }
  }

  private Optional<String> counted(Map<String, String> values) {
    String base = pattern.fill(values, 0, 0);
    for (long n = nextNumber.getOrDefault(base, 1L); ; n++) {
      String username = allowed(pattern.fill(values, n, 0));
      if (username.length() > settings.longest() || n > 1_000_000_000L) {
        return Optional.empty();
      }
      if (username.length() >= settings.shortest() && free(username)) {
        nextNumber.put(base, n + 1);
        return Optional.of(username);
      }
    }
  }

  private boolean free(String username) {
    return !shape.isReserved(username) && take(username);
  }

  private static String cut(String username, int longest) {
    return username.length() <= longest ? username : username.substring(0, Math.max(0, longest));
  }

  /**
   * What is left of a text when the signs that the settings do not allow are taken out; no sign at
   * either end.
   */
  private String allowed(String text) {
    StringBuilder allowed = new StringBuilder(text.length());
    for (int i = 0; i < text.length(); i++) {
      char c = text.charAt(i);
      if (shape.allows(c) && (Character.isLetterOrDigit(c) || !allowed.isEmpty())) {
        allowed.append(c);
      }
    }
    while (!allowed.isEmpty() && !Character.isLetterOrDigit(allowed.charAt(allowed.length() - 1))) {
      allowed.setLength(allowed.length() - 1);
    }
    return allowed.toString();
  }
}
