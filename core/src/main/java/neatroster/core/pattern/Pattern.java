package neatroster.core.pattern;

import java.time.DateTimeException;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import neatroster.core.model.DateOrder;
import neatroster.core.model.Field;
import neatroster.core.model.OwnField;
import neatroster.core.model.Table;
import neatroster.core.model.WrittenDates;
import neatroster.core.text.AsciiText;
import neatroster.core.text.Nearest;

/**
 * A text with slots to fill, such as <code>{given:1}{family}</code>.
 *
 * <p>A slot names a value, may take only so many of its characters behind a colon, and may pass it
 * through filters behind bars: {@code lower}, {@code upper}, {@code ascii}, {@code title}, {@code
 * or TEXT}, or a date form such as {@code yyyy}. Doubled braces are braces.
 */
public final class Pattern {
  /** The slot that counts. */
  private static final String COUNTER = "n";

  /** The slot for a word from the list. */
  private static final String WORD = "word";

  /** The slot for characters drawn by chance. */
  private static final String RANDOM = "random";

  /** How many characters are drawn where the slot does not say. */
  private static final int USUAL_RANDOM = 4;

  /** What a filter that gives a date its form begins with. */
  private static final String DATE = "date ";

  /** The same for a filter that leaves what is no date as it is. */
  private static final String WHERE_DATE = "where-date ";

  private static final Set<String> CASES = Set.of("lower", "upper", "ascii", "title");

  private final String text;
  private final List<Part> parts;

  private Pattern(String text, List<Part> parts) {
    this.text = text;
    this.parts = parts;
  }

  /**
   * A literal, or a slot with a name.
   *
   * @param literal the text, or null in a slot
   * @param name the value's name, or null in a literal
   * @param limit how many characters to take, or 0 for all; for the counter the digits to pad to
   * @param filters the filters in order
   */
  private record Part(String literal, String name, int limit, List<String> filters) {}

  /** What values go by in patterns: short words for the parts of a name, and every field's name. */
  public static Set<String> userValues() {
    Set<String> names =
        new LinkedHashSet<>(List.of("given", "middle", "family", COUNTER, WORD, RANDOM));
    for (Field field : Table.USERS.fields()) {
      if (field != Field.PASSWORD && field != Field.ENROLLMENTS_CELL) {
        names.add(field.label());
      }
    }
    return names;
  }

  /** What values go by in the patterns of a school that has fields of its own. */
  public static Set<String> userValues(List<OwnField> ownFields) {
    Set<String> names = userValues();
    for (OwnField field : ownFields) {
      if (field.table() == Table.USERS) {
        names.add(field.name().toLowerCase(Locale.ROOT));
      }
    }
    return names;
  }

  /**
   * Reads a pattern.
   *
   * @param names the values that a slot may name
   * @throws PatternException with the position of what is wrong
   */
  public static Pattern parse(String text, Set<String> names) throws PatternException {
    return parse(text, Optional.of(names));
  }

  /**
   * Reads a pattern whose slots name columns that are not known yet.
   *
   * @throws PatternException with the position of what is wrong
   */
  public static Pattern parse(String text) throws PatternException {
    return parse(text, Optional.empty());
  }

  private static Pattern parse(String text, Optional<Set<String>> names) throws PatternException {
    List<Part> parts = new ArrayList<>();
    StringBuilder literal = new StringBuilder();
    for (int i = 0; i < text.length(); i++) {
      char c = text.charAt(i);
      boolean doubled = i + 1 < text.length() && text.charAt(i + 1) == c;
      if ((c == '{' || c == '}') && doubled) {
        literal.append(c);
        i++;
      } else if (c == '}') {
        throw new PatternException(i + 1, "a } without a {; write }} for a brace");
      } else if (c == '{') {
        int end = text.indexOf('}', i);
        if (end < 0) {
          throw new PatternException(i + 1, "a { without a }; write {{ for a brace");
        }
        if (!literal.isEmpty()) {
          parts.add(new Part(literal.toString(), null, 0, List.of()));
          literal.setLength(0);
        }
        parts.add(slot(text.substring(i + 1, end), i + 2, names));
        i = end;
      } else {
        literal.append(c);
      }
    }
    if (!literal.isEmpty()) {
      parts.add(new Part(literal.toString(), null, 0, List.of()));
    }
    return new Pattern(text, List.copyOf(parts));
  }

  private static Part slot(String inside, int position, Optional<Set<String>> names)
      throws PatternException {
    List<String> filters = new ArrayList<>();
    int bar = inside.indexOf('|');
    String head = bar < 0 ? inside : inside.substring(0, bar);
    int at = bar;
    while (at >= 0) {
      int next = inside.indexOf('|', at + 1);
      String raw = next < 0 ? inside.substring(at + 1) : inside.substring(at + 1, next);
      filters.add(filter(raw, position + at + 1));
      at = next;
    }
    int colon = head.indexOf(':');
    String name = (colon < 0 ? head : head.substring(0, colon)).strip().toLowerCase(Locale.ROOT);
    int limit = 0;
    if (colon >= 0) {
      String number = head.substring(colon + 1).strip();
      if (!number.matches("[1-9]\\d?")) {
        throw new PatternException(
            position + colon + 1, "behind a colon stands a number of letters from 1 to 99");
      }
      limit = Integer.parseInt(number);
    }
    String canonical =
        names.isEmpty() || names.get().contains(name)
            ? name
            : Field.named(name).map(Field::label).filter(names.get()::contains).orElse(null);
    if (canonical == null) {
      Optional<String> near = Nearest.word(name, names.get());
      throw new PatternException(
          position,
          "there is no value “"
              + name
              + "”"
              + near.map(word -> "; is “" + word + "” meant?").orElse(""));
    }
    if (canonical.equals(RANDOM) && limit == 0) {
      limit = USUAL_RANDOM;
    }
    return new Part(null, canonical, limit, List.copyOf(filters));
  }

  private static String filter(String raw, int position) throws PatternException {
    String filter = raw.strip();
    if (CASES.contains(filter)) {
      return filter;
    }
    if (filter.startsWith("or ")) {
      return filter;
    }
    if (filter.matches("[yMd./-]+") && isDateForm(filter)) {
      return DATE + filter;
    }
    Optional<String> near = Nearest.word(filter, CASES);
    throw new PatternException(
        position,
        "there is no filter “"
            + filter
            + "”"
            + near.map(word -> "; is “" + word + "” meant?").orElse(""));
  }

  private static boolean isDateForm(String form) {
    try {
      return !DateTimeFormatter.ofPattern(form, Locale.ROOT).toString().isEmpty();
    } catch (IllegalArgumentException e) {
      return false;
    }
  }

  /** The values that the pattern names. */
  public Set<String> names() {
    Set<String> names = new LinkedHashSet<>();
    parts.stream().filter(part -> part.name() != null).forEach(part -> names.add(part.name()));
    return names;
  }

  /** Whether the pattern has a counter of its own. */
  public boolean counts() {
    return names().contains(COUNTER);
  }

  /** Whether two fillings with the same values may differ. */
  public boolean isLeftToChance() {
    return names().contains(WORD) || names().contains(RANDOM);
  }

  /** How many letters the first shortened slot can be lengthened by before the value is used up. */
  public int spare(Map<String, String> values) {
    for (Part part : parts) {
      if (isShortened(part)) {
        String whole = squeeze(values.getOrDefault(part.name(), ""), language(values));
        return Math.max(0, whole.length() - part.limit());
      }
    }
    return 0;
  }

  /** Whether a slot takes only some letters of its value. */
  private static boolean isShortened(Part part) {
    return part.name() != null
        && part.limit() > 0
        && !part.name().equals(COUNTER)
        && !part.name().equals(RANDOM)
        && !part.name().equals(WORD);
  }

  /** {@link #fill(Map, long, int, Chance)} of a pattern that leaves nothing to chance. */
  public String fill(Map<String, String> values, long counter, int longer) {
    return fill(values, counter, longer, RandomSource.NONE);
  }

  /**
   * Fills the slots for a username or an email address: in ASCII and lower case, without the spaces
   * of the values. Where the values have a {@code language} (BCP 47), letters go over into ASCII as
   * is usual in it.
   *
   * @param values the values by name
   * @param counter what <code>{n}</code> is filled with
   * @param longer by how many letters the first shortened slot is lengthened
   * @param randomSource what is left to chance
   */
  public String fill(
      Map<String, String> values, long counter, int longer, RandomSource randomSource) {
    StringBuilder filled = new StringBuilder();
    boolean lengthened = longer == 0;
    for (Part part : parts) {
      if (part.literal() != null) {
        filled.append(part.literal());
      } else if (part.name().equals(COUNTER)) {
        String number = String.valueOf(counter);
        filled.append("0".repeat(Math.max(0, part.limit() - number.length()))).append(number);
      } else if (part.name().equals(RANDOM)) {
        filled.append(randomSource.characters(part.limit()));
      } else {
        int limit = part.limit();
        if (!lengthened && isShortened(part)) {
          limit += longer;
          lengthened = true;
        }
        String value =
            part.name().equals(WORD) ? randomSource.word() : values.getOrDefault(part.name(), "");
        filled.append(slotText(part, limit, value, language(values)));
      }
    }
    return filled.toString();
  }

  private static String language(Map<String, String> values) {
    return values.getOrDefault(Field.LANGUAGE.label(), "");
  }

  /**
   * Fills the slots with the values as they stand: no letter is changed that no filter changes.
   *
   * @param values the values by name, in lower case
   */
  public String fillPlainly(Map<String, String> values) {
    StringBuilder filled = new StringBuilder();
    for (Part part : parts) {
      filled.append(
          part.literal() != null
              ? part.literal()
              : plainText(part, values.getOrDefault(part.name(), "")));
    }
    return filled.toString();
  }

  /**
   * The patterns of a list: what stands between its semicolons and commas, each to be filled on its
   * own.
   */
  public List<Pattern> pieces() {
    List<Pattern> pieces = new ArrayList<>();
    List<Part> piece = new ArrayList<>();
    for (Part part : parts) {
      if (part.literal() == null) {
        piece.add(part);
        continue;
      }
      String[] texts = part.literal().split("[;,]", -1);
      for (int i = 0; i < texts.length; i++) {
        if (i > 0) {
          pieces.add(new Pattern(text, List.copyOf(piece)));
          piece.clear();
        }
        piece.add(new Part(texts[i], null, 0, List.of()));
      }
    }
    pieces.add(new Pattern(text, List.copyOf(piece)));
    return pieces;
  }

  /** Whether nothing but spaces stands between the slots. */
  public boolean isSpaced() {
    return parts.stream().allMatch(part -> part.literal() == null || part.literal().isBlank());
  }

  /**
   * The same pattern with a form for its dates: slots of these values that have none get it. What
   * is no date stays as it is.
   *
   * @param form a date form, such as {@code dd.MM.yyyy}
   * @param dates the names of the values that are dates
   * @throws IllegalArgumentException where it is no date form
   */
  public Pattern withDatesAs(String form, Set<String> dates) {
    if (!isDateForm(form)) {
      throw new IllegalArgumentException(form);
    }
    List<Part> dated = new ArrayList<>();
    for (Part part : parts) {
      boolean isDate = part.name() != null && dates.contains(part.name());
      if (isDate && part.filters().stream().noneMatch(filter -> filter.startsWith(DATE))) {
        List<String> filters = new ArrayList<>(List.of(WHERE_DATE + form));
        filters.addAll(part.filters());
        dated.add(new Part(null, part.name(), part.limit(), filters));
      } else {
        dated.add(part);
      }
    }
    return new Pattern(text, List.copyOf(dated));
  }

  private static String plainText(Part part, String given) {
    if (part.name().equals(COUNTER)) {
      return "0".repeat(Math.max(0, part.limit() - given.length())) + given;
    }
    String value = given;
    for (String filter : part.filters()) {
      value =
          switch (filter) {
            case "lower" -> value.toLowerCase(Locale.ROOT);
            case "upper" -> value.toUpperCase(Locale.ROOT);
            case "ascii" -> AsciiText.of(value);
            case "title" -> titled(value);
            default -> filtered(filter, value);
          };
    }
    int letters = value.codePointCount(0, value.length());
    return part.limit() == 0 || letters <= part.limit()
        ? value
        : value.substring(0, value.offsetByCodePoints(0, part.limit()));
  }

  private static String filtered(String filter, String value) {
    if (filter.startsWith("or ")) {
      return value.isEmpty() ? filter.substring(3) : value;
    }
    if (filter.startsWith(WHERE_DATE)) {
      String date = dated(value, filter.substring(WHERE_DATE.length()));
      return date.isEmpty() ? value : date;
    }
    return dated(value, filter.substring(DATE.length()));
  }

  private static String titled(String value) {
    return value.isEmpty()
        ? value
        : value.substring(0, 1).toUpperCase(Locale.ROOT)
            + value.substring(1).toLowerCase(Locale.ROOT);
  }

  /**
   * Whether a value is what the pattern makes of these values, whatever its case; a number at the
   * end that keeps two people apart does not count, a counter may be any number, and what is left
   * to chance may be anything.
   */
  public boolean fits(String value, Map<String, String> values) {
    String made = fill(values, 0, 0);
    if (!counts() && !isLeftToChance()) {
      int sign = value.indexOf('@');
      int madeSign = made.indexOf('@');
      String local = value.substring(0, sign < 0 ? value.length() : sign);
      String madeLocal = made.substring(0, madeSign < 0 ? made.length() : madeSign);
      return (sign < 0) == (madeSign < 0)
          && (sign < 0 || value.substring(sign).equalsIgnoreCase(made.substring(madeSign)))
          && local.regionMatches(true, 0, madeLocal, 0, madeLocal.length())
          && local.substring(Math.min(local.length(), madeLocal.length())).matches("\\d{0,4}");
    }
    StringBuilder expected = new StringBuilder();
    for (Part part : parts) {
      if (part.literal() == null && part.name().equals(COUNTER)) {
        expected.append("\\d{").append(Math.max(1, part.limit())).append(",}");
      } else if (part.literal() == null && part.name().equals(RANDOM)) {
        expected.append("\\w{").append(part.limit()).append('}');
      } else if (part.literal() == null && part.name().equals(WORD)) {
        expected.append("\\p{L}+");
      } else {
        String text =
            part.literal() != null
                ? part.literal()
                : slotText(
                    part, part.limit(), values.getOrDefault(part.name(), ""), language(values));
        expected.append(java.util.regex.Pattern.quote(text));
      }
    }
    return java.util.regex.Pattern.compile(
            expected.toString(),
            java.util.regex.Pattern.CASE_INSENSITIVE | java.util.regex.Pattern.UNICODE_CASE)
        .matcher(value)
        .matches();
  }

  private static String slotText(Part part, int limit, String given, String language) {
    String value = given;
    boolean lower = true;
    for (String filter : part.filters()) {
      if (filter.startsWith("or ")) {
        value = value.isEmpty() ? filter.substring(3) : value;
      } else if (filter.startsWith("date ")) {
        value = dated(value, filter.substring(5));
      }
      lower &= !filter.equals("upper") && !filter.equals("title");
    }
    value = squeeze(value, language);
    if (lower) {
      value = value.toLowerCase(Locale.ROOT);
    }
    if (limit > 0 && value.length() > limit) {
      value = value.substring(0, limit);
    }
    if (part.filters().contains("upper")) {
      value = value.toUpperCase(Locale.ROOT);
    } else if (part.filters().contains("title")) {
      value = titled(value);
    }
    return value;
  }

  private static String dated(String value, String form) {
    try {
      return WrittenDates.read(value, DateOrder.DAY_FIRST)
          .map(DateTimeFormatter.ofPattern(form, Locale.ROOT)::format)
          .orElse("");
    } catch (DateTimeException e) {
      return "";
    }
  }

  /** ASCII letters, digits and signs, without spaces and apostrophes. */
  private static String squeeze(String value, String language) {
    String ascii = AsciiText.of(value, language);
    StringBuilder squeezed = new StringBuilder(ascii.length());
    for (int i = 0; i < ascii.length(); i++) {
      char c = ascii.charAt(i);
      if (c > ' ' && c != '\'' && c != '`' && c != '"') {
        squeezed.append(c);
      }
    }
    return squeezed.toString();
  }

  @Override
  public String toString() {
    return text;
  }
}
