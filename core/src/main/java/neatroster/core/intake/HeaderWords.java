package neatroster.core.intake;

import java.text.Normalizer;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.regex.Pattern;
import neatroster.core.language.Vocabulary;
import neatroster.core.model.Field;
import neatroster.core.model.Table;

/** Which header means which field. Case, spaces, punctuation and accents make no difference. */
final class HeaderWords {
  /** What a row of users may say about the courses the person is in. */
  static final Set<Field> OF_ENROLLMENT =
      EnumSet.of(Field.COURSE, Field.GROUP, Field.STARTS, Field.ENDS);

  static final Set<Field> NAMES = EnumSet.of(Field.GIVEN_NAME, Field.FAMILY_NAME, Field.FULL_NAME);

  /** What stands between the parts of a name in a header. */
  private static final Pattern BOTH_PARTS =
      Pattern.compile("[,;/&+|]|\\s-\\s|\\s(?:and|und|et|y|e)\\s", Pattern.CASE_INSENSITIVE);

  /** What names are called in a word, which beside a given name is the family name. */
  private static final Set<String> BARE_NAMES = Vocabulary.plain("bare name");

  private static final Map<Table, Map<String, Match>> WORDS = load();

  /** The first rows of a sheet are held against every table, each cell many times. */
  private static final int MOST_KEPT = 4000;

  private static final Map<String, Map<Table, Match>> MATCHED = new ConcurrentHashMap<>();

  private HeaderWords() {}

  /**
   * What a header was understood as.
   *
   * @param field the field
   * @param by how it was told
   */
  record Match(Field field, Column.By by) {}

  private static Map<Table, Map<String, Match>> load() {
    Map<Table, Map<String, Match>> words = new EnumMap<>(Table.class);
    for (Table table : Table.values()) {
      Map<String, Match> own = new HashMap<>();
      for (Field field : table.fields()) {
        own.put(squeeze(field.label()), new Match(field, Column.By.NAME));
      }
      words.put(table, own);
    }
    for (Field field : OF_ENROLLMENT) {
      words.get(Table.USERS).putIfAbsent(squeeze(field.label()), new Match(field, Column.By.NAME));
    }
    Vocabulary.under("header ")
        .forEach(
            (key, synonyms) -> {
              String tableWord = key.substring(0, key.indexOf(' '));
              Field field = Field.named(key.substring(key.indexOf(' ') + 1)).orElseThrow();
              for (Table table : Table.values()) {
                boolean meant =
                    tableWord.equals("*")
                        ? table.fields().contains(field)
                        : tableWord.equals(table.word());
                for (String word : meant ? synonyms : List.<String>of()) {
                  words.get(table).putIfAbsent(squeeze(word), new Match(field, Column.By.SYNONYM));
                }
              }
            });
    return words;
  }

  /** The field that a header names in this table. */
  static Optional<Match> match(Table table, String header) {
    Map<Table, Match> matches = MATCHED.get(header);
    if (matches == null) {
      matches = inEachTable(header);
      if (MATCHED.size() >= MOST_KEPT) {
        MATCHED.clear();
      }
      MATCHED.put(header, matches);
    }
    return Optional.ofNullable(matches.get(table));
  }

  private static Map<Table, Match> inEachTable(String header) {
    String squeezed = squeeze(header);
    Map<Table, Match> matches = new EnumMap<>(Table.class);
    if (squeezed.isEmpty()) {
      return matches;
    }
    List<String> words = ComposedHeaders.split(header);
    for (Table table : Table.values()) {
      Map<String, Match> listed = WORDS.get(table);
      Match match = listed.get(squeezed);
      if (match == null && table == Table.USERS && SecretHeaders.isPassword(header)) {
        match = new Match(Field.PASSWORD, Column.By.SYNONYM);
      }
      if (match == null && table == Table.USERS && namesBothParts(header, listed)) {
        match = new Match(Field.FULL_NAME, Column.By.SYNONYM);
      }
      if (match == null) {
        match =
            ComposedHeaders.field(
                    table,
                    words,
                    word -> {
                      Match known = listed.get(word);
                      return known == null ? null : known.field();
                    })
                .map(field -> new Match(field, Column.By.SYNONYM))
                .orElse(null);
      }
      if (match != null) {
        matches.put(table, match);
      }
    }
    return matches;
  }

  /** Whether a header names the parts of a name one after the other: “Surname, First name”. */
  private static boolean namesBothParts(String header, Map<String, Match> listed) {
    List<String> parts = BOTH_PARTS.splitAsStream(header).filter(part -> !part.isBlank()).toList();
    if (parts.size() != 2) {
      return false;
    }
    Set<Field> fields = EnumSet.noneOf(Field.class);
    for (String part : parts) {
      Match match = listed.get(squeeze(part));
      if (match == null || !NAMES.contains(match.field()) || !fields.add(match.field())) {
        return false;
      }
    }
    return true;
  }

  /**
   * The fields of a row of headers, each field once. “Name” beside a given name is the family name,
   * and the other way round.
   */
  static List<Optional<Match>> match(Table table, List<String> headers) {
    List<Optional<Match>> matches = new ArrayList<>();
    Set<Field> taken = EnumSet.noneOf(Field.class);
    List<Optional<Match>> alone = new ArrayList<>();
    for (String header : headers) {
      alone.add(match(table, header));
      matches.add(Optional.empty());
    }
    // A field's own name comes first, and a bare “No.” last: it may do no more than count.
    for (int round = 0; round < 3; round++) {
      for (int i = 0; i < headers.size(); i++) {
        int at = i;
        int turn = round;
        Optional<Match> match =
            alone.get(i).filter(m -> turn(m, headers.get(at)) == turn && taken.add(m.field()));
        if (match.isPresent()) {
          matches.set(i, match);
        }
      }
    }
    if (table == Table.USERS) {
      settleNames(matches, headers, taken);
      settleEnrollment(matches, headers, taken);
    } else if (table == Table.COURSES && !taken.contains(Field.CODE)) {
      settleCodes(matches, headers);
    }
    return matches;
  }

  private static int turn(Match match, String header) {
    if (match.field() == Field.ID && ComposedHeaders.isBareNumber(header)) {
      return 2;
    }
    return match.by() == Column.By.NAME ? 0 : 1;
  }

  /** With a column of titles beside it, “course” is the code. */
  private static void settleCodes(List<Optional<Match>> matches, List<String> headers) {
    int course = -1;
    int title = -1;
    for (int i = 0; i < headers.size(); i++) {
      Optional<Match> match = match(Table.COURSES, headers.get(i));
      if (match.isPresent() && match.get().field() == Field.TITLE) {
        boolean names =
            match(Table.ENROLLMENTS, headers.get(i))
                .map(Match::field)
                .filter(field -> field == Field.COURSE)
                .isPresent();
        course = names && course < 0 ? i : course;
        // A course and a name are a group of a course.
        boolean ofGroups = match(Table.GROUPS, headers.get(i)).isPresent();
        title = !names && !ofGroups && title < 0 ? i : title;
      }
    }
    if (course >= 0 && title >= 0) {
      matches.set(course, Optional.of(new Match(Field.CODE, Column.By.SYNONYM)));
      matches.set(title, match(Table.COURSES, headers.get(title)));
    }
  }

  /**
   * Beside people stand the courses that they are in, under any header of enrollments; and beside
   * courses, when they are in them.
   */
  private static void settleEnrollment(
      List<Optional<Match>> matches, List<String> headers, Set<Field> taken) {
    for (Set<Field> meant : List.of(EnumSet.of(Field.COURSE), OF_ENROLLMENT)) {
      for (int i = 0;
          i < matches.size() && (meant.size() == 1 || taken.contains(Field.COURSE));
          i++) {
        if (matches.get(i).isEmpty()) {
          matches.set(
              i,
              match(Table.ENROLLMENTS, headers.get(i))
                  .filter(match -> meant.contains(match.field()) && taken.add(match.field())));
        }
      }
    }
  }

  private static void settleNames(
      List<Optional<Match>> matches, List<String> headers, Set<Field> taken) {
    for (int i = 0; i < matches.size(); i++) {
      Optional<Match> match = matches.get(i);
      boolean alone =
          match.filter(m -> m.field() == Field.GIVEN_NAME).isPresent()
              && BARE_NAMES.contains(squeeze(headers.get(i)))
              && !taken.contains(Field.FAMILY_NAME)
              && !taken.contains(Field.FULL_NAME);
      if (alone) {
        // “Nombre” beside no family name is the whole name.
        matches.set(i, Optional.of(new Match(Field.FULL_NAME, Column.By.SYNONYM)));
        return;
      }
      if (match.isEmpty()
          || match.get().field() != Field.FULL_NAME
          || match.get().by() != Column.By.SYNONYM) {
        continue;
      }
      boolean given = taken.contains(Field.GIVEN_NAME);
      boolean family = taken.contains(Field.FAMILY_NAME);
      String word = squeeze(headers.get(i));
      boolean oneWord = BARE_NAMES.contains(word);
      if (oneWord && given != family) {
        Field field = given ? Field.FAMILY_NAME : Field.GIVEN_NAME;
        matches.set(i, Optional.of(new Match(field, Column.By.SYNONYM)));
        taken.add(field);
      }
    }
  }

  /** How much a field in a row of headers says for a table. */
  static double weight(Table table, Field field) {
    if (table == Table.USERS && OF_ENROLLMENT.contains(field)) {
      return 0.5;
    }
    if (field == Field.COURSE || field == Field.USER) {
      return field == Field.COURSE ? 2 : 3;
    }
    int tables = 0;
    for (Table other : Table.values()) {
      tables += other.fields().contains(field) ? 1 : 0;
    }
    return tables == 1 || NAMES.contains(field) ? 3 : 1;
  }

  static String squeeze(String header) {
    String apart = Normalizer.normalize(header, Normalizer.Form.NFKD).toLowerCase(Locale.ROOT);
    StringBuilder squeezed = new StringBuilder(apart.length());
    apart.codePoints().filter(Character::isLetterOrDigit).forEach(squeezed::appendCodePoint);
    return squeezed.toString();
  }
}
