package neatroster.core.roster;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import neatroster.core.intake.NameParts;
import neatroster.core.intake.Names;
import neatroster.core.intake.RosterRow;
import neatroster.core.language.Vocabulary;
import neatroster.core.model.Field;
import neatroster.core.text.FoldedLetters;
import neatroster.core.text.NameOrder;
import neatroster.core.text.Nearest;
import neatroster.core.text.ShortNames;

/**
 * What of a name tells a person: its words in no order, without case, accents and signs. A number,
 * a title or a remark is none of them.
 */
final class PersonName {
  /** How two names go together. */
  enum Fit {
    /** The same words. */
    SAME,
    /** One says less than the other: an initial, a middle name, a short form left out. */
    FITS,
    /** The same but for a short name, as Bill for William. */
    SHORT,
    /** The same but for a slip of the hand. */
    SLIP,
    /** One of them is blank. */
    UNKNOWN,
    /** Two people. */
    NOT;

    /** Whether they may be one person's all the same. */
    boolean isNearly() {
      return this == SLIP || this == SHORT || this == FITS;
    }
  }

  static final PersonName NONE = new PersonName(new String[0], "", new String[0]);

  /** A name in brackets or behind such a word is the one before a marriage. */
  private static final Pattern FORMER =
      Pattern.compile(
          "(?iU)[(,]?\\s*(?<!\\p{L})(?:"
              + Vocabulary.alternatives("former name")
              + ")\\s+"
              + "([\\p{L}’'-]+)\\s*\\)?");

  /** What tells father and son. */
  private static final Pattern GENERATION =
      Pattern.compile("(?i)(jr|jun|junior|sr|sen|senior|ii|iii|iv)\\.?");

  private static final int SHORTEST_FORM = 3;
  private static final int SHORTEST_SLIP = 5;

  private final String[] words;
  private final String generation;
  private final String[] also;

  private PersonName(String[] words, String generation, String[] also) {
    this.words = words;
    this.generation = generation;
    this.also = also;
  }

  /** The name in a row of users. */
  static PersonName of(RosterRow row) {
    NameParts parts = Names.parts(row);
    String whole = String.join(" ", parts.given(), parts.middle(), parts.family());
    String preferred = row.has(Field.PREFERRED_NAME) ? row.text(Field.PREFERRED_NAME) : "";
    if (whole.isBlank()) {
      whole = preferred;
      preferred = "";
    }
    String full =
        row.has(Field.FULL_NAME)
            ? row.cell(Field.FULL_NAME).cleaned()
            : row.text(Field.FAMILY_NAME);
    return of(whole, parts.suffix(), preferred + " " + former(full));
  }

  /** A whole name. */
  static PersonName of(String full) {
    if (full.isBlank()) {
      return NONE;
    }
    NameParts parts = NameParts.split(full);
    return of(
        String.join(" ", parts.given(), parts.middle(), parts.family()),
        parts.suffix(),
        former(full));
  }

  private static PersonName of(String whole, String suffix, String also) {
    String bare = mayHaveFormer(whole) ? FORMER.matcher(whole).replaceAll(" ") : whole;
    String[] words = words(bare);
    if (words.length == 0) {
      return NONE;
    }
    String generation = "";
    if (!suffix.isEmpty()) {
      for (String word : suffix.split(" ", -1)) {
        Matcher matcher = GENERATION.matcher(word);
        if (matcher.matches()) {
          generation = matcher.group(1).toLowerCase(Locale.ROOT).substring(0, 1);
        }
      }
    }
    return new PersonName(words, generation, also.isBlank() ? new String[0] : words(also));
  }

  private static String former(String full) {
    if (!mayHaveFormer(full)) {
      return "";
    }
    Matcher former = FORMER.matcher(full);
    return former.find() ? former.group(1) : "";
  }

  /** Looking for every word of this kind in every name would take long. */
  private static boolean mayHaveFormer(String name) {
    return name.indexOf('(') >= 0
        || name.indexOf(" n") >= 0
        || name.indexOf(" geb") >= 0
        || name.indexOf(" f") >= 0;
  }

  private static String[] words(String text) {
    String folded = FoldedLetters.of(text);
    if (folded.isEmpty()) {
      return new String[0];
    }
    String[] words = folded.split(" ", -1);
    Arrays.sort(words);
    return words;
  }

  boolean isBlank() {
    return words.length == 0;
  }

  List<String> words() {
    return List.of(words);
  }

  /** The name as a key: those of two people who are called the same are equal. */
  String key() {
    String key = String.join(" ", words);
    return generation.isEmpty() ? key : key + " " + generation.toUpperCase(Locale.ROOT);
  }

  /** Whether anything but the key is known of the name. */
  boolean hasOtherNames() {
    return also.length > 0;
  }

  /** The name of a key. */
  static PersonName ofKey(String key) {
    if (key.isEmpty()) {
      return NONE;
    }
    String[] words = key.split(" ", -1);
    String last = words[words.length - 1];
    boolean generation = last.length() == 1 && Character.isUpperCase(last.charAt(0));
    return generation
        ? new PersonName(
            Arrays.copyOf(words, words.length - 1), last.toLowerCase(Locale.ROOT), new String[0])
        : new PersonName(words, "", new String[0]);
  }

  /** How two names go together. */
  Fit fit(PersonName other) {
    if (isBlank() || other.isBlank()) {
      return Fit.UNKNOWN;
    }
    if (!generation.isEmpty()
        && !other.generation.isEmpty()
        && !generation.equals(other.generation)) {
      return Fit.NOT;
    }
    if (Arrays.equals(words, other.words)) {
      return Fit.SAME;
    }
    Fit fit = words.length <= other.words.length ? within(this, other) : within(other, this);
    return fit == Fit.NOT && isJoined(other) ? Fit.SAME : fit;
  }

  /** Whether any word of one is in the other, too: what stays of a name when somebody marries. */
  boolean sharesWord(PersonName other) {
    return Arrays.stream(words)
        .anyMatch(word -> word.length() > 1 && List.of(other.words).contains(word));
  }

  /** Whether every word of the shorter name has one in the longer that it can stand for. */
  private static Fit within(PersonName few, PersonName many) {
    List<String> left = new ArrayList<>(List.of(many.words));
    List<String> open = new ArrayList<>();
    int equal = 0;
    for (String word : few.words) {
      if (left.remove(word)) {
        equal += word.length() > 1 ? 1 : 0;
      } else {
        open.add(word);
      }
    }
    // Longer words first: an initial takes what they leave.
    open.sort((a, b) -> b.length() - a.length());
    boolean slip = false;
    boolean shortened = false;
    for (String word : open) {
      String other = standsFor(word, left, few, many);
      if (other == null) {
        return Fit.NOT;
      }
      left.remove(other);
      boolean isSlip = isSlip(word, other);
      slip |= isSlip;
      equal += isSlip ? 1 : 0;
      shortened |= !isBeginning(word, other) && ShortNames.mayBeOne(word, other);
    }
    if (equal == 0) {
      return Fit.NOT;
    }
    return slip ? Fit.SLIP : shortened ? Fit.SHORT : Fit.FITS;
  }

  /** The word that another may be written for, or null. */
  private static String standsFor(String word, List<String> left, PersonName few, PersonName many) {
    if (List.of(many.also).contains(word) || List.of(few.also).stream().anyMatch(left::contains)) {
      return left.isEmpty() ? word : left.get(0);
    }
    for (String other : left) {
      String shorter = word.length() <= other.length() ? word : other;
      String longer = shorter.equals(word) ? other : word;
      boolean initial = shorter.length() == 1;
      boolean shortForm = shorter.length() >= SHORTEST_FORM;
      if ((initial || shortForm) && longer.startsWith(shorter)) {
        return other;
      }
    }
    for (String other : left) {
      if (isSlip(word, other) || ShortNames.mayBeOne(word, other)) {
        return other;
      }
    }
    return null;
  }

  private static boolean isBeginning(String one, String other) {
    return one.startsWith(other) || other.startsWith(one);
  }

  /**
   * A short name for another; or one letter too many, too few, another one, or two swapped; two
   * given names are two names.
   */
  private static boolean isSlip(String one, String other) {
    int shorter = Math.min(one.length(), other.length());
    if (isMixedUp(one, other)) {
      return true;
    }
    if ((shorter < SHORTEST_SLIP && !isSwapped(one, other))
        || Math.abs(one.length() - other.length()) > 1
        || (NameOrder.isGiven(one) && NameOrder.isGiven(other))) {
      return false;
    }
    int same = 0;
    while (same < shorter && one.charAt(same) == other.charAt(same)) {
      same++;
    }
    String a = one.substring(same);
    String b = other.substring(same);
    if (a.length() == b.length()) {
      return a.length() > 0
          && (a.substring(1).equals(b.substring(1))
              || (a.length() > 1
                  && a.charAt(0) == b.charAt(1)
                  && a.charAt(1) == b.charAt(0)
                  && a.substring(2).equals(b.substring(2))));
    }
    return a.length() > b.length() ? a.substring(1).equals(b) : b.substring(1).equals(a);
  }

  /**
   * Whether two words have the same letters but for one, in nearly the same order: two changed
   * places that are written as three, or as one, as in Gouveia and Govueia.
   */
  private static boolean isMixedUp(String one, String other) {
    int shorter = Math.min(one.length(), other.length());
    return shorter >= 4
        && Math.abs(one.length() - other.length()) <= 1
        && !one.equals(other)
        && !NameOrder.isGiven(one)
        && !NameOrder.isGiven(other)
        && hasAllLetters(one.length() > shorter ? one : other, one.length() > shorter ? other : one)
        && Nearest.isWithin(one, other, 2);
  }

  private static boolean hasAllLetters(String longer, String shorter) {
    StringBuilder left = new StringBuilder(longer);
    for (int i = 0; i < shorter.length(); i++) {
      int at = left.indexOf(shorter.substring(i, i + 1));
      if (at < 0) {
        return false;
      }
      left.deleteCharAt(at);
    }
    return true;
  }

  /** Whether two short words have the same letters in another order, as de and ed. */
  private static boolean isSwapped(String one, String other) {
    return one.length() == other.length()
        && one.length() > 1
        && !one.equals(other)
        && Arrays.equals(one.chars().sorted().toArray(), other.chars().sorted().toArray());
  }

  /** Whether the names differ only in what is written as one word: Anne-Marie, Annemarie. */
  private boolean isJoined(PersonName other) {
    int[] mine = letters(words);
    return Math.abs(words.length - other.words.length) == 1
        && Arrays.equals(mine, letters(other.words))
        && (joins(words, other.words) || joins(other.words, words));
  }

  private static int[] letters(String[] words) {
    return String.join("", words).chars().sorted().toArray();
  }

  private static boolean joins(String[] many, String[] few) {
    if (many.length != few.length + 1) {
      return false;
    }
    for (int i = 0; i < many.length; i++) {
      for (int j = 0; j < many.length; j++) {
        if (i != j && List.of(few).contains(many[i] + many[j])) {
          return true;
        }
      }
    }
    return false;
  }
}
