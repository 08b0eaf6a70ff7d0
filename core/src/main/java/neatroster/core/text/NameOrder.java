package neatroster.core.text;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.regex.Pattern;
import neatroster.core.language.Vocabulary;

/**
 * Which part of people's names comes first in a list: what the addresses, capitals, particles and
 * common given names of all its rows together say.
 */
public final class NameOrder {
  /** A capital letters' name is longer than an initial. */
  private static final Pattern CAPITALS = Pattern.compile("[\\p{Lu}\\p{M} '’-]{2,}");

  private static final Pattern PARTICLE =
      Pattern.compile(
          "(?i)(?:van|von|der|den|de|del|della|di|da|do|dos|du|la|le|ter|ten|zu|zum|zur|bin|al|el|mac"
              + "|mc|o['’]).*");

  /** How much one row's address counts against one row's given name. */
  private static final int ADDRESS = 3;

  private int givenFirst;
  private int familyFirst;
  private int rows;

  /** The common given names, read when a list needs them. */
  private static final class Given {
    static final Set<String> NAMES = read();

    private static Set<String> read() {
      try (InputStream in = NameOrder.class.getResourceAsStream("given-names.txt")) {
        Set<String> names = new HashSet<>();
        new String(in.readAllBytes(), StandardCharsets.US_ASCII)
            .lines()
            .filter(line -> !line.startsWith("#"))
            .forEach(line -> names.addAll(Arrays.asList(line.split(" ", -1))));
        names.addAll(Vocabulary.plain("given"));
        names.remove("");
        return names;
      } catch (IOException e) {
        throw new UncheckedIOException(e);
      }
    }
  }

  /**
   * Adds a row.
   *
   * @param first what stands first
   * @param last what stands last
   * @param address a username or the part of an email address before the sign, or empty
   */
  public void add(String first, String last, String address) {
    if (first.isEmpty() || last.isEmpty()) {
      return;
    }
    rows++;
    int byAddress = byAddress(letters(first), letters(last), letters(address));
    weigh(byAddress, ADDRESS);
    boolean firstInCapitals = CAPITALS.matcher(first).matches();
    boolean lastInCapitals = CAPITALS.matcher(last).matches();
    if (firstInCapitals != lastInCapitals) {
      weigh(lastInCapitals ? 1 : -1, 2);
    }
    boolean firstParticle = first.indexOf(' ') > 0 && PARTICLE.matcher(first).matches();
    boolean lastParticle = last.indexOf(' ') > 0 && PARTICLE.matcher(last).matches();
    if (firstParticle != lastParticle) {
      weigh(lastParticle ? 1 : -1, 2);
    }
    boolean firstGiven = isGiven(first);
    boolean lastGiven = isGiven(last);
    if (firstGiven != lastGiven) {
      weigh(firstGiven ? 1 : -1, 1);
    }
  }

  /** Somebody wrote a space behind the comma, as in a list of “Family, Given”. */
  public void addComma() {
    familyFirst++;
  }

  private void weigh(int side, int weight) {
    givenFirst += side > 0 ? weight : 0;
    familyFirst += side < 0 ? weight : 0;
  }

  /** Whether a name begins with a common given name. */
  public static boolean isGiven(String name) {
    String word = letters(name.split("[ -]", 2)[0]);
    return Given.NAMES.contains(word);
  }

  private static String letters(String text) {
    return AsciiText.of(text, "").toLowerCase(Locale.ROOT).replaceAll("[^a-z]", "");
  }

  /**
   * 1 where the address is made of first as the given name, -1 of last, 0 where it tells nothing.
   */
  static int byAddress(String first, String last, String address) {
    if (address.isEmpty() || first.isEmpty() || last.isEmpty() || first.equals(last)) {
      return 0;
    }
    boolean one = fits(first, last, address);
    boolean other = fits(last, first, address);
    return one == other ? 0 : one ? 1 : -1;
  }

  private static boolean fits(String given, String family, String address) {
    return address.equals(given + family)
        || address.equals(given.charAt(0) + family)
        || (address.length() > 3
            && family.startsWith(address.substring(1))
            && address.charAt(0) == given.charAt(0)
            && address.length() > 4);
  }

  /** Whether the family name comes first. */
  public boolean isFamilyFirst() {
    return familyFirst > givenFirst;
  }

  /** Whether the rows say it clearly: enough of them, and hardly any the other way. */
  public boolean isCertain() {
    int most = Math.max(givenFirst, familyFirst);
    int least = Math.min(givenFirst, familyFirst);
    return rows > 0 && most >= Math.max(1, rows / 5) && least * 3 <= most;
  }

  /** Words of names that are compared. */
  public static List<String> ends(String full) {
    String[] words = full.split(" ", -1);
    return List.of(words[0], words[words.length - 1]);
  }
}
