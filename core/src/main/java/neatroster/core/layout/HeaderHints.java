package neatroster.core.layout;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import neatroster.core.intake.StatusWords;
import neatroster.core.language.Vocabulary;
import neatroster.core.model.Field;
import neatroster.core.model.FieldType;
import neatroster.core.model.RoleWords;
import neatroster.core.model.Table;
import neatroster.core.value.YesNo;

/**
 * What a template says of a column beside what it holds, in its header, in remarks and in the words
 * that may be chosen: how long a cell may be, in what form dates stand, which words the platform
 * has, what stands between several values.
 */
final class HeaderHints {
  private static final Pattern LONGEST =
      Pattern.compile(
          "(?iU)\\bm[aá]x(?:im\\p{L}*)?\\.?\\s*:?\\s*(\\d{1,4})(?!\\d)|(?<!\\d)(\\d{1,4})\\s*(?:"
              + Vocabulary.alternatives("of characters")
              + ")\\b");

  private static final Pattern DATE_FORM =
      Pattern.compile(
          "(?i)(?<!\\p{L})(dd?|tt?|jj?|gg?|mm?|yyyy|jjjj|aaaa|rrrr)([./-])(dd?|tt?|jj|gg?|mm?)\\2"
              + "(yyyy|jjjj|aaaa|rrrr|yy|jj|aa|rr|dd?|tt?|gg?)(?!\\p{L})");

  private static final Pattern IN_BRACKETS = Pattern.compile("[(\\[]([^()\\[\\]]*)[)\\]]");
  private static final Pattern BETWEEN =
      Pattern.compile(
          "\\s*[/|,;]\\s*|(?U)\\s+(?:" + Vocabulary.alternatives("or") + ")\\s+",
          Pattern.CASE_INSENSITIVE);

  /** A semicolon is called a kind of comma in some languages, and is looked for first. */
  private static final Map<String, Pattern> SIGNS = signs();

  private final String header;
  private final String said;
  private final List<String> candidates = new ArrayList<>();

  /**
   * Hints.
   *
   * @param beside what is said of the column elsewhere than in its header
   */
  HeaderHints(String header, List<String> beside) {
    this.header = header;
    this.said = header + " " + String.join(" ", beside);
    Matcher brackets = IN_BRACKETS.matcher(header);
    while (brackets.find()) {
      candidates.addAll(List.of(BETWEEN.split(brackets.group(1).strip(), -1)));
    }
    beside.forEach(text -> candidates.addAll(List.of(BETWEEN.split(text.strip(), -1))));
  }

  private static Map<String, Pattern> signs() {
    Map<String, Pattern> signs = new LinkedHashMap<>();
    signs.put(";", sign("semicolon"));
    signs.put(",", sign("comma"));
    signs.put("|", sign("bar"));
    return signs;
  }

  private static Pattern sign(String name) {
    return Pattern.compile(
        "(?iU)(?<!\\p{L})(?:" + Vocabulary.alternatives("sign " + name) + ")(?!\\p{L})");
  }

  /** How many characters a cell takes; 0 where nothing is said, or it is a number that counts. */
  int longest(Optional<Field> field) {
    Matcher longest = LONGEST.matcher(said);
    boolean counts = field.filter(of -> of.type() == FieldType.NUMBER).isPresent();
    if (counts || !longest.find()) {
      return 0;
    }
    return Integer.parseInt(longest.group(1) == null ? longest.group(2) : longest.group(1));
  }

  /** The form of dates, as {@code dd.MM.yyyy}. */
  Optional<String> dates() {
    Matcher form = DATE_FORM.matcher(said);
    while (form.find()) {
      String first = form.group(1).toLowerCase(Locale.ROOT);
      String middle = form.group(3).toLowerCase(Locale.ROOT);
      String last = form.group(4).toLowerCase(Locale.ROOT);
      boolean beginsWithYear = first.length() == 4;
      boolean beginsWithMonth = first.startsWith("m");
      boolean isOne =
          beginsWithYear
              ? middle.startsWith("m") && last.length() < 3
              : beginsWithMonth != middle.startsWith("m") && last.matches("(.)\\1|(.)\\2{3}");
      if (isOne) {
        String sign = form.group(2);
        return Optional.of(
            beginsWithYear
                ? "yyyy" + sign + part("M", middle) + sign + part("d", last)
                : (beginsWithMonth
                        ? part("M", first) + sign + part("d", middle)
                        : part("d", first) + sign + part("M", middle))
                    + sign
                    + "y".repeat(last.length()));
      }
    }
    return Optional.empty();
  }

  private static String part(String letter, String as) {
    return letter.repeat(as.length());
  }

  /** What stands between several values in one cell, where they are to stand in one. */
  Optional<String> joint() {
    for (Map.Entry<String, Pattern> sign : SIGNS.entrySet()) {
      if (sign.getValue().matcher(said).find()) {
        return Optional.of(sign.getKey());
      }
    }
    Matcher brackets = IN_BRACKETS.matcher(header);
    while (brackets.find()) {
      if (brackets.group(1).strip().matches("[,;|+&]")) {
        return Optional.of(brackets.group(1).strip());
      }
    }
    return Optional.empty();
  }

  /**
   * The platform's words for ours, as far as two or more of them are told.
   *
   * @return ours with theirs
   */
  Map<String, String> words(Field field, Table table, RoleWords roles) {
    Map<String, String> words = new LinkedHashMap<>();
    Map<String, String> statuses = StatusWords.of(table);
    Map<String, String> flags = StatusWords.ofFlag(header.replaceAll("[(\\[*].*", ""));
    for (String word : candidates) {
      String lower = word.strip().toLowerCase(Locale.ROOT);
      String ours =
          switch (field) {
            case STATUS ->
                table.statuses().contains(lower)
                    ? lower
                    : statuses.getOrDefault(lower, flags.getOrDefault(lower, ""));
            case ROLE -> roles.role(lower).orElse("");
            case CONSENT, CHANGE_AT_FIRST_LOGIN ->
                !YesNo.isEither(lower) ? "" : YesNo.isYes(lower) ? "yes" : "no";
            default -> "";
          };
      if (!ours.isEmpty()) {
        words.putIfAbsent(ours, word.strip());
      }
    }
    return words.size() < 2 ? Map.of() : words;
  }
}
