package neatroster.core.value;

import java.text.Normalizer;
import java.util.BitSet;
import java.util.HashSet;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import neatroster.core.settings.Settings;
import neatroster.core.text.Cleaning;

/** What a username may look like under a folder's settings. */
public final class UsernameShape {
  private final int shortest;
  private final int longest;
  private final String allow;
  private final BitSet allowed = new BitSet(128);
  private final Set<String> reserved = new HashSet<>();
  private final int longestReserved;

  /** The shape that these settings ask for. */
  public UsernameShape(Settings.Usernames settings) {
    shortest = settings.shortest();
    longest = settings.longest();
    allow = settings.allow();
    for (int i = 0; i < allow.length(); i++) {
      char from = allow.charAt(i);
      if (i + 2 < allow.length() && allow.charAt(i + 1) == '-') {
        allowed.set(from, allow.charAt(i + 2) + 1);
        i += 2;
      } else {
        allowed.set(from);
      }
    }
    settings.reserved().forEach(word -> reserved.add(word.toLowerCase(Locale.ROOT)));
    longestReserved = reserved.stream().mapToInt(String::length).max().orElse(-1);
  }

  /** Whether a character may stand in a username. */
  public boolean allows(char c) {
    return allowed.get(c);
  }

  /** Whether the username is kept for nobody. */
  public boolean isReserved(String username) {
    return reserved.contains(username.toLowerCase(Locale.ROOT));
  }

  /** The fewest characters. */
  public int shortest() {
    return shortest;
  }

  /** The most characters. */
  public int longest() {
    return longest;
  }

  /** What is wrong with a username, or null. Stray spaces around it are not looked at. */
  public String trouble(CharSequence given) {
    CharSequence username = Cleaning.isClean(given) ? given : Cleaning.clean(given);
    int length = username.length();
    for (int i = 0; i < length; i++) {
      char c = username.charAt(i);
      if (!allowed.get(c)) {
        return (c == ' ' ? "there is a space in it" : "“" + c + "” is not allowed")
            + " (allowed: "
            + allow
            + ").";
      }
    }
    if (length < shortest) {
      return "it is shorter than " + shortest + " characters.";
    }
    if (length > longest) {
      return "it is longer than " + longest + " characters.";
    }
    if (length <= longestReserved && isReserved(username.toString())) {
      return "the settings reserve it.";
    }
    return null;
  }

  /** The username with what is not allowed left out and accents taken off, where that makes one. */
  public Optional<String> mended(String username) {
    StringBuilder mended = new StringBuilder();
    String apart = Normalizer.normalize(username, Normalizer.Form.NFKD);
    for (int i = 0; i < apart.length(); i++) {
      char c = apart.charAt(i);
      if (!allowed.get(c)) {
        c = Character.toLowerCase(c);
      }
      if (allowed.get(c)) {
        mended.append(c);
      } else if (Character.isLetterOrDigit(c)) {
        return Optional.empty();
      }
    }
    String result = mended.toString();
    return result.length() < shortest || result.length() > longest || isReserved(result)
        ? Optional.empty()
        : Optional.of(result);
  }
}
