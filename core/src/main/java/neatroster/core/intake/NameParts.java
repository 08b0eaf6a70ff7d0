package neatroster.core.intake;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import neatroster.core.language.Vocabulary;
import neatroster.core.text.NameOrder;

/**
 * A person's name in parts; each is empty where there is none.
 *
 * @param given given name
 * @param middle middle names
 * @param family family name
 * @param suffix what follows the name, as {@code Jr.}
 */
public record NameParts(String given, String middle, String family, String suffix) {
  private static final Set<String> PARTICLES = Set.copyOf(Vocabulary.words("particle"));

  /** What people are addressed by: no part of a name, and never of a username. */
  static final Pattern HONORIFIC =
      Pattern.compile(
          "(?iU)(?:"
              + Vocabulary.alternatives("honorific")
              + ")\\.?|(?:"
              + Vocabulary.alternatives("honorific with dot")
              + ")\\.|dipl\\.?-\\p{L}+\\.?|h\\.c\\.");

  /** Han, kana and hangul: scripts whose languages put the family first. */
  private static final Pattern FAMILY_FIRST =
      Pattern.compile("[\\p{IsHan}\\p{IsHiragana}\\p{IsKatakana}\\p{IsHangul}ー・ ]+");

  /**
   * The name as people read it: the family first, without a space, in the scripts whose languages
   * write it so, else the given names first.
   */
  public String shown() {
    if (!given.isEmpty() && !family.isEmpty() && FAMILY_FIRST.matcher(family + given).matches()) {
      return family + given;
    }
    return Stream.of(given, middle, family, suffix)
        .filter(part -> !part.isEmpty())
        .collect(Collectors.joining(" "));
  }

  /**
   * Takes a full name apart: “Family, Given”; a family name in capitals beside a given name that is
   * not; the family first in the scripts of China, Japan and Korea; else the last word with the
   * particles before it.
   */
  public static NameParts split(String written) {
    String full = bare(written);
    String suffix = "";
    List<String> words = new ArrayList<>(Arrays.asList(full.split(" ", -1)));
    String honorifics = "";
    while (words.size() > 1 && HONORIFIC.matcher(words.get(0)).matches()) {
      honorifics += (honorifics.isEmpty() ? "" : " ") + words.remove(0);
    }
    if (!honorifics.isEmpty()) {
      NameParts parts = split(String.join(" ", words));
      String all = parts.suffix().isEmpty() ? honorifics : honorifics + " " + parts.suffix();
      return new NameParts(parts.given(), parts.middle(), parts.family(), all);
    }
    // Behind one word alone it is the given name: “Park, Jun”.
    while (words.size() > 2 && NameSuffix.is(words.get(words.size() - 1))) {
      suffix = words.remove(words.size() - 1) + (suffix.isEmpty() ? "" : " " + suffix);
    }
    String name = String.join(" ", words).replaceAll(",$", "");
    int comma = name.indexOf(',');
    if (comma > 0) {
      String family = name.substring(0, comma).strip();
      String given = name.substring(comma + 1).strip();
      return new NameParts(given, "", family, suffix);
    }
    if (words.size() == 1) {
      return new NameParts(name, "", "", suffix);
    }
    words = Arrays.asList(name.split(" ", -1));
    if (FAMILY_FIRST.matcher(name).matches()) {
      return new NameParts(join(words, 1, words.size()), "", words.get(0), suffix);
    }
    int capitals = leadingCapitals(words);
    if (capitals > 0) {
      return new NameParts(
          join(words, capitals, words.size()), "", join(words, 0, capitals), suffix);
    }
    int trailing = trailingCapitals(words);
    if (trailing > 0) {
      int family = words.size() - trailing;
      return new NameParts(join(words, 0, family), "", join(words, family, words.size()), suffix);
    }
    int family = words.size() - 1;
    while (family > 1 && PARTICLES.contains(words.get(family - 1).toLowerCase(Locale.ROOT))) {
      family--;
    }
    return new NameParts(join(words, 0, family), "", join(words, family, words.size()), suffix);
  }

  /** A name without its number in the list, its bullet, or a remark in brackets behind it. */
  private static String bare(String written) {
    boolean odd = !written.isEmpty() && !Character.isLetter(written.charAt(0));
    boolean remark =
        written.indexOf('(') > 0
            || written.indexOf('[') > 0
            || written.indexOf(" - ") > 0
            || written.indexOf(" – ") > 0;
    String bare = odd || remark ? PersonInLine.bareName(written) : written;
    return bare.isEmpty() ? written : bare;
  }

  /** Whether nothing in a full name itself tells which end is which. */
  static boolean isPlain(String full) {
    List<String> words = Arrays.asList(full.split(" ", -1));
    return words.size() > 1
        && full.indexOf(',') < 0
        && leadingCapitals(words) == 0
        && trailingCapitals(words) == 0
        && !FAMILY_FIRST.matcher(full).matches()
        && !HONORIFIC.matcher(words.get(0)).matches();
  }

  /** Takes a name apart whose list has the family name first: with its particles, and one word. */
  static NameParts splitFamilyFirst(String full) {
    List<String> words = new ArrayList<>(Arrays.asList(full.split(" ", -1)));
    String suffix = "";
    while (words.size() > 2 && NameSuffix.is(words.get(words.size() - 1))) {
      suffix = words.remove(words.size() - 1) + (suffix.isEmpty() ? "" : " " + suffix);
    }
    int given = 1;
    while (given < words.size() - 1
        && (PARTICLES.contains(words.get(given - 1).toLowerCase(Locale.ROOT))
            || isFamily(words, given))) {
      given++;
    }
    return new NameParts(join(words, given, words.size()), "", join(words, 0, given), suffix);
  }

  /** Whether a word is still the family name: no common given name, and one comes behind it. */
  private static boolean isFamily(List<String> words, int at) {
    return !NameOrder.isGiven(words.get(at))
        && words.subList(at + 1, words.size()).stream().anyMatch(NameOrder::isGiven);
  }

  /** Whether a full name can be taken apart in more than one way that people's names go. */
  public static boolean isUncertain(String full) {
    if (HONORIFIC.matcher(full.substring(0, Math.max(0, full.indexOf(' ')))).matches()
        || !bare(full).equals(full)) {
      return true;
    }
    NameParts parts = split(full);
    boolean told =
        full.indexOf(',') > 0
            || parts.family().isEmpty()
            || FAMILY_FIRST.matcher(full).matches()
            || leadingCapitals(Arrays.asList(full.split(" ", -1))) > 0
            || trailingCapitals(Arrays.asList(full.split(" ", -1))) > 0;
    return !told && parts.given().indexOf(' ') > 0;
  }

  /** How many words at the beginning are in capitals, if the others are not. */
  private static int leadingCapitals(List<String> words) {
    int capitals = 0;
    while (capitals < words.size() && isCapitals(words.get(capitals))) {
      capitals++;
    }
    boolean othersToo =
        words.subList(capitals, words.size()).stream().anyMatch(NameParts::isCapitals);
    return capitals == words.size() || othersToo ? 0 : capitals;
  }

  /** How many words at the end are in capitals, if the others are not. */
  private static int trailingCapitals(List<String> words) {
    int capitals = 0;
    while (capitals < words.size() && isCapitals(words.get(words.size() - 1 - capitals))) {
      capitals++;
    }
    boolean othersToo =
        words.subList(0, words.size() - capitals).stream().anyMatch(NameParts::isCapitals);
    return capitals == words.size() || othersToo ? 0 : capitals;
  }

  private static boolean isCapitals(String word) {
    return word.length() > 1
        && word.equals(word.toUpperCase(Locale.ROOT))
        && !word.equals(word.toLowerCase(Locale.ROOT))
        && word.chars().filter(Character::isLetter).count() > 1;
  }

  private static String join(List<String> words, int from, int to) {
    return String.join(" ", words.subList(from, to));
  }
}
