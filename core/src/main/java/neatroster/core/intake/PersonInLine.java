package neatroster.core.intake;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import neatroster.core.language.Vocabulary;
import neatroster.core.text.NameOrder;

/**
 * One of the people on a line of text.
 *
 * @param name the name, or empty
 * @param email the address, or empty
 * @param remark what stands behind the name and is no part of it
 */
record PersonInLine(String name, String email, String remark) {
  /** An address, alone or between pointed brackets as in RFC 5322, section 3.4. */
  private static final Pattern ADDRESS =
      Pattern.compile(
          "[<(\\[]?\\s*(?:mailto:)?"
              + "([^\\s<>;:,\"()\\[\\]@]+@[^\\s<>;:,\"()\\[\\]@]+\\.[^\\s<>;:,\"()\\[\\]@]*[^\\s<>;:,.\"()\\[\\]@])"
              + "\\s*[>)\\]]?");

  /** What was to be an address, with a sign too many in it: the check says what is wrong. */
  private static final Pattern BROKEN_ADDRESS =
      Pattern.compile(
          "[<(\\[]?([^\\s<>;,\"()\\[\\]@]+@[^\\s<>;,\"()\\[\\]]*\\.[^\\s<>;,\"()\\[\\]]*)[>)\\]]?");

  private static final Pattern BULLET =
      Pattern.compile("^\\s*(?:[•·▪◦●○‣*–—-]\\s*|\\(?\\d{1,4}[.):]\\s*|\\[[ xX]?\\]\\s*)+");

  private static final Pattern REMARK =
      Pattern.compile("\\s*[(\\[]([^()\\[\\]]*)[)\\]]\\s*$|\\s+[–—-]+\\s+(\\S.*)$");

  private static final Pattern AND = Pattern.compile("\\s+(?:and|und|et|&)\\s+(?=\\p{Lu})");

  private static final Pattern NAME_WORD =
      Pattern.compile(
          "[\\p{Lu}\\p{Lo}\\p{Lt}][\\p{L}\\p{M}.’'‐-]*"
              + "|[dlO]['’]\\p{L}[\\p{L}\\p{M}.’'‐-]*|(?:"
              + Vocabulary.alternatives("particle")
              + ")");

  /** Words that stand in the titles of lists, and hardly in names. */
  private static final Set<String> OF_TITLES = Vocabulary.plain("title of list");

  private static final int MOST_WORDS = 6;
  private static final int LONGEST_PARTICLE = 3;

  /** The people on a line; one without a name where it is blank but for signs. */
  static List<PersonInLine> all(String line) {
    String text = BULLET.matcher(line).replaceFirst("");
    List<PersonInLine> people = new ArrayList<>();
    boolean isWhole = text.indexOf('@') < 0 || ADDRESS.matcher(text).find();
    Matcher address = (isWhole ? ADDRESS : BROKEN_ADDRESS).matcher(text);
    int from = 0;
    while (address.find()) {
      String before = text.substring(from, address.start());
      List<PersonInLine> named = named(before);
      for (int i = 0; i < named.size() - 1; i++) {
        people.add(named.get(i));
      }
      PersonInLine last =
          named.isEmpty() ? new PersonInLine("", "", "") : named.get(named.size() - 1);
      people.add(new PersonInLine(last.name(), address.group(1), last.remark()));
      from = address.end();
    }
    List<PersonInLine> behind = named(text.substring(from));
    if (people.size() == 1 && behind.size() == 1 && people.get(0).name().isEmpty()) {
      // The address stands before the name.
      PersonInLine name = behind.get(0);
      people.set(0, new PersonInLine(name.name(), people.get(0).email(), name.remark()));
    } else if (from > 0 && behind.size() == 1 && !behind.get(0).isCertain()) {
      int last = people.size() - 1;
      String remark = (people.get(last).remark() + " " + behind.get(0).whole()).strip();
      people.set(last, new PersonInLine(people.get(last).name(), people.get(last).email(), remark));
    } else {
      people.addAll(behind);
    }
    return people;
  }

  /** Whether a line begins with a number or a sign, as those of a list do. */
  static boolean hasBullet(String line) {
    return BULLET.matcher(line).find();
  }

  private String whole() {
    return (name + " " + remark).strip();
  }

  /** A name without its number in the list, its bullet, or a remark behind it. */
  static String bareName(String written) {
    return of(BULLET.matcher(written).replaceFirst("")).name();
  }

  /** The people in a piece of text without addresses. */
  private static List<PersonInLine> named(String text) {
    List<PersonInLine> people = new ArrayList<>();
    for (String piece : text.split(";", -1)) {
      String bare = bare(piece);
      if (bare.codePoints().noneMatch(Character::isLetterOrDigit)) {
        continue;
      }
      String[] byComma = AND.matcher(bare).replaceAll(",").split(",", -1);
      if (areSeveral(byComma)) {
        for (String name : byComma) {
          people.add(of(name));
        }
      } else {
        people.add(of(bare));
      }
    }
    return people;
  }

  /** Without signs and quotation marks around it. */
  private static String bare(String text) {
    return text.replaceAll("^[\\s,;:\"“”„|–—-]+|[\\s,;:\"“”„|<(\\[–—-]+$", "").strip();
  }

  /** Whether the parts between commas are people, and not the two ends of one name. */
  private static boolean areSeveral(String[] parts) {
    boolean given = true;
    for (String part : parts) {
      String[] words = part.strip().split("\\s+", -1);
      if (words.length < 2 || !isName(part)) {
        return false;
      }
      given &= NameOrder.isGiven(words[0]);
    }
    return parts.length > 2 || (parts.length == 2 && given);
  }

  private static PersonInLine of(String text) {
    String name = text.strip();
    String remark = "";
    Matcher behind = REMARK.matcher(name);
    while (behind.find() && behind.start() > 0) {
      String said = behind.group(1) != null ? behind.group(1) : behind.group(2);
      remark = remark.isEmpty() ? said.strip() : said.strip() + "; " + remark;
      name = name.substring(0, behind.start()).strip();
      behind = REMARK.matcher(name);
    }
    return new PersonInLine(bare(name), "", remark);
  }

  /** Whether it is a person beyond doubt: an address, or a name of two words or more. */
  boolean isCertain() {
    return !email.isEmpty() || (name.indexOf(' ') > 0 && isName(name) && !isTitle());
  }

  /** Whether it can be a person: no sentence, no numbers, no word of titles. */
  boolean isPossible() {
    boolean plain =
        name.codePoints().noneMatch(Character::isDigit)
            && !name.endsWith(".")
            && !name.endsWith(":")
            && (name.indexOf(' ') < 0 || isWithoutCapitals(name))
            && !DayWords.isDay(name)
            && !PageFoot.is(name + " " + remark);
    return !email.isEmpty() || (!name.isEmpty() && (plain || isName(name)) && !isTitle());
  }

  private boolean isTitle() {
    List<String> words = ComposedHeaders.split(name);
    return !words.isEmpty()
        && words.stream().anyMatch(OF_TITLES::contains)
        && !NameOrder.isGiven(name.split(" ", 2)[0]);
  }

  /** Names that somebody typed in small letters. */
  private static boolean isWithoutCapitals(String text) {
    return text.codePoints().noneMatch(Character::isUpperCase)
        && text.split("\\s+", -1).length <= MOST_WORDS;
  }

  /**
   * Whether a line would be a name but for short words in small letters, as particles with a slip
   * in them are: {@code Jelle van dre Heide}.
   */
  static boolean isNearlyName(String line) {
    String[] words = bareName(line).split("\\s+", -1);
    boolean name = words.length > 2 && words.length <= MOST_WORDS;
    for (int i = 0; name && i < words.length; i++) {
      boolean isEnd = i == 0 || i == words.length - 1;
      boolean small =
          !isEnd && words[i].length() <= LONGEST_PARTICLE && isWithoutCapitals(words[i]);
      name = small || (NAME_WORD.matcher(words[i]).matches() && !isWithoutCapitals(words[i]));
    }
    return name;
  }

  /** Whether every word can be one of a name, and not too many are no particles. */
  private static boolean isName(String text) {
    int names = 0;
    for (String word : text.replace(",", " ").strip().split("\\s+", -1)) {
      if (!NAME_WORD.matcher(word).matches() && !NameSuffix.is(word)) {
        return false;
      }
      names += Character.isLowerCase(word.codePointAt(0)) ? 0 : 1;
    }
    return names <= MOST_WORDS;
  }

  /** Whether a text has an address, or a common given name before others. */
  static boolean namesPerson(String text) {
    return text.length() < 200
        && all(text).stream()
            .anyMatch(
                person ->
                    person.isCertain()
                        && (!person.email().isEmpty()
                            || NameOrder.ends(person.name()).stream()
                                .anyMatch(NameOrder::isGiven)));
  }
}
