package neatroster.core.accounts;

import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import neatroster.core.pattern.Pattern;
import neatroster.core.pattern.RandomSource;
import neatroster.core.settings.Settings;
import neatroster.core.text.AsciiText;
import neatroster.core.text.Quoted;
import neatroster.core.text.UnwantedWords;
import neatroster.core.value.UsernameShape;

/** Makes usernames by pattern that the settings allow and nobody has. */
final class UsernameMaker {
  /** After so many draws in vain nearly everything is taken. */
  private static final int MOST_DRAWS = 200;

  private final Settings.Usernames settings;
  private final Pattern pattern;
  private final RandomSource randomSource;
  private final UsernameShape shape;
  private final UnwantedWords unwanted;
  private final Set<String> taken;

  /**
   * Where the counting went on for each base, so that a thousand people of one name take a thousand
   * steps.
   */
  private final Map<String, Long> nextNumber = new HashMap<>();

  /**
   * A maker for one pattern.
   *
   * @param taken the usernames that somebody has, in lower case; makers for other people share it
   */
  UsernameMaker(
      Settings.Usernames settings, Pattern pattern, RandomSource randomSource, Set<String> taken) {
    this.settings = settings;
    this.pattern = pattern;
    this.randomSource = randomSource;
    this.taken = taken;
    this.shape = new UsernameShape(settings);
    this.unwanted = new UnwantedWords(settings.unwanted());
  }

  /**
   * What came of it.
   *
   * @param username the username, which is now taken; null where there is none
   * @param why why there is none, as a sentence; else null
   */
  record Made(String username, String why) {
    static Made of(String username) {
      return new Made(username, null);
    }

    static Made nothing(String why) {
      return new Made(null, why);
    }
  }

  /** The pattern. */
  Pattern pattern() {
    return pattern;
  }

  /**
   * A username for a person, which is then taken.
   *
   * @param values the pattern's values
   */
  Made make(Map<String, String> values) {
    if (pattern.isLeftToChance()) {
      return drawn(values);
    }
    if (pattern.counts()) {
      return counted(values);
    }
    String base = allowed(pattern.fill(values, 0, 0));
    if (base.length() < settings.shortest() && !isAddress()) {
      // One short name alone, or a part that is blank: the whole name says more than an initial.
      String whole =
          allowed(
              ascii(values, values.getOrDefault("given", "") + values.getOrDefault("family", "")));
      if (whole.length() > base.length()) {
        base = whole;
      }
    }
    if (base.isEmpty()) {
      return Made.nothing(nothingMade(values));
    }
    if (isAddress() && base.length() > settings.longest()) {
      return Made.nothing(
          Quoted.value(base)
              + " is longer than "
              + settings.longest()
              + " characters, and cut short it would be another address. Raise the second number of"
              + " usernames: length.");
    }
    base = cut(base, settings.longest());
    if (unwanted.isIn(base)) {
      return isAddress()
          ? Made.nothing(
              Quoted.value(base)
                  + " contains a word that no username should, and another would be no address."
                  + " Type a username into the sheet.")
          : kinder(values);
    }
    if (base.length() >= settings.shortest() && free(base)) {
      return Made.of(base);
    }
    if (settings.onClash() == Settings.OnClash.REFUSE && base.length() >= settings.shortest()) {
      return Made.nothing(
          (shape.isReserved(base)
                  ? "The settings reserve " + Quoted.value(base)
                  : Quoted.value(base) + " is somebody else’s")
              + ", and on-clash says refuse. Type a username into the sheet.");
    }
    if (settings.onClash() == Settings.OnClash.LENGTHEN) {
      for (int more = 1; more <= pattern.spare(values); more++) {
        String longer = cut(allowed(pattern.fill(values, 0, more)), settings.longest());
        if (longer.length() >= settings.shortest() && !unwanted.isIn(longer) && free(longer)) {
          return Made.of(longer);
        }
      }
    }
    return numbered(base);
  }

  private static String ascii(Map<String, String> values, String text) {
    return AsciiText.of(text, values.getOrDefault("language", "")).toLowerCase(Locale.ROOT);
  }

  /** Whether usernames are email addresses. */
  private boolean isAddress() {
    return shape.allows('@')
        && (pattern.toString().contains("@") || pattern.names().contains("email"));
  }

  private String nothingMade(Map<String, String> values) {
    if (pattern.names().contains("email") && values.getOrDefault("email", "").isEmpty()) {
      return "Usernames are made of email addresses here, and this row has none. Type one, or a"
          + " username.";
    }
    String name =
        (values.getOrDefault("given", "") + " " + values.getOrDefault("family", "")).strip();
    return "The pattern "
        + pattern
        + " makes nothing of "
        + (name.isEmpty() ? "a row without a name" : Quoted.value(name))
        + ". Type a username into the sheet.";
  }

  /** A username that is no bad word, from parts of the name that make none. */
  private Made kinder(Map<String, String> values) {
    String given = allowed(ascii(values, values.getOrDefault("given", "").replace(" ", "")));
    String family = allowed(ascii(values, values.getOrDefault("family", "").replace(" ", "")));
    for (String other :
        List.of(given + cut(family, 1), given, family, cut(given, 1) + cut(family, 1))) {
      String base = cut(other, settings.longest());
      if (base.length() >= settings.shortest() && !unwanted.isIn(base) && free(base)) {
        return Made.of(base);
      }
    }
    for (String other : List.of(given + cut(family, 1), cut(given, 1) + cut(family, 1), "user")) {
      if (!other.isEmpty() && !unwanted.isIn(other)) {
        return numbered(cut(other, settings.longest()));
      }
    }
    return Made.nothing(nothingMade(values));
  }

  private Made numbered(String base) {
    int at = base.indexOf('@');
    String local = at < 0 ? base : base.substring(0, at);
    String domain = at < 0 ? "" : base.substring(at);
    for (long n = nextNumber.getOrDefault(base, 2L); ; n++) {
      String digits = String.valueOf(n);
      int room = settings.longest() - digits.length() - domain.length();
      if (room < 1) {
        return exhausted(base);
      }
      String padding =
          "0".repeat(Math.max(0, settings.shortest() - base.length() - digits.length()));
      String numbered = cut(local, room - padding.length()) + padding + digits + domain;
      if (free(numbered)) {
        nextNumber.put(base, n + 1);
        return Made.of(numbered);
      }
    }
  }

  private Made counted(Map<String, String> values) {
    String base = pattern.fill(values, 0, 0);
    for (long n = nextNumber.getOrDefault(base, 1L); ; n++) {
      String username = allowed(pattern.fill(values, n, 0));
      if (username.length() > settings.longest() || n > 1_000_000_000L) {
        return exhausted(username);
      }
      if (unwanted.isIn(username)) {
        return kinder(values);
      }
      if (username.length() >= settings.shortest() && free(username)) {
        nextNumber.put(base, n + 1);
        return Made.of(username);
      }
    }
  }

  private Made drawn(Map<String, String> values) {
    String last = "";
    for (long n = 1; n <= MOST_DRAWS; n++) {
      last = cut(allowed(pattern.fill(values, n, 0, randomSource)), settings.longest());
      if (last.length() >= settings.shortest() && !unwanted.isIn(last) && free(last)) {
        return Made.of(last);
      }
    }
    return last.isEmpty() ? Made.nothing(nothingMade(values)) : exhausted(last);
  }

  private Made exhausted(String last) {
    return Made.nothing(
        "Every username like "
            + Quoted.value(last)
            + " is taken that fits into "
            + settings.longest()
            + " characters. Raise the second number of usernames: length, or change the pattern.");
  }

  private boolean free(String username) {
    return !shape.isReserved(username) && taken.add(username.toLowerCase(Locale.ROOT));
  }

  /** Cut short where it is too long; no sign stays at the end. */
  private static String cut(String username, int longest) {
    if (username.length() <= longest) {
      return username;
    }
    int end = Math.max(0, longest);
    while (end > 0 && !Character.isLetterOrDigit(username.charAt(end - 1))) {
      end--;
    }
    return username.substring(0, end);
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
