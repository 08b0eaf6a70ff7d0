package neatroster.core.intake;

import java.text.Normalizer;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.regex.Pattern;
import neatroster.core.language.Vocabulary;
import neatroster.core.model.Field;
import neatroster.core.model.Table;

/**
 * Headers that no list has: put together from the word for a field and words that say whose, of
 * what kind or in what form.
 */
final class ComposedHeaders {
  private static final int MOST_WORDS = 6;
  private static final int LONGEST = 60;

  private static final Pattern REMARK = Pattern.compile("\\([^)]*\\)|\\[[^\\]]*\\]|\\{[^}]*\\}");
  private static final Pattern HUMP = Pattern.compile("(\\p{Ll})(\\p{Lu})");
  private static final Pattern NUMERO = Pattern.compile("(?i)\\bn\\.? ?[°º]");
  private static final Pattern EMAIL = Pattern.compile("(?i)\\be-?mail");
  private static final Pattern POSSESSIVE = Pattern.compile("[’'`]s\\b|s[’'`](?= )");
  private static final Pattern MARKS = Pattern.compile("\\p{M}+");
  private static final Pattern PARTS = Pattern.compile("[^\\p{L}\\p{N}#]+");

  private static final Set<String> ARTICLES = Vocabulary.plain("article");

  /** Words that say whose or of what kind, and nothing of what a column holds. */
  private static final Set<String> KINDS = Vocabulary.plain("kind");

  private static final Set<String> FILLERS = union(ARTICLES, KINDS);

  /** Words that stand beside the word for a field without changing it. */
  private static final Set<String> FORMS = Vocabulary.plain("form");

  private static final Set<String> PERSONS = Vocabulary.plain("person");

  private static final Set<String> NUMBERS = Vocabulary.plain("number");

  private static final Set<String> COUNTING = Vocabulary.plain("counting");

  private static final Set<String> NUMBER_ENDINGS = Vocabulary.plain("number ending");

  private static final Set<String> COMPOUND_PERSONS = Vocabulary.plain("person in compounds");

  private static final Set<String> GUARDIANS = Vocabulary.plain("guardian");

  private static final Set<String> EMAILS = Vocabulary.plain("email word");

  private static final Set<String> PHONES = Vocabulary.plain("phone word");

  private ComposedHeaders() {}

  /** What may be left out of a header to find the field in the rest, least first. */
  private static final List<Set<String>> LEFT_OUT =
      List.of(ARTICLES, union(ARTICLES, FORMS), FILLERS, union(FILLERS, FORMS));

  private static final Set<String> LEFT_OUT_OF_USERS = union(FILLERS, PERSONS);

  /**
   * The field that a header names.
   *
   * @param words the header's words, as {@link #split} gives them
   * @param listed gives the field of a header without spaces and signs, or null
   */
  static Optional<Field> field(Table table, List<String> words, Function<String, Field> listed) {
    if (words.isEmpty() || words.size() > MOST_WORDS) {
      return Optional.empty();
    }
    Field whole = listed.apply(String.join("", words));
    if (whole != null) {
      return Optional.of(whole);
    }
    if (table == Table.USERS && words.stream().anyMatch(ComposedHeaders::isGuardian)) {
      return guardian(words);
    }
    if (table == Table.USERS || table == Table.ENROLLMENTS) {
      Optional<Field> mark = mark(words);
      if (mark.isPresent()) {
        return Optional.of(table == Table.USERS ? mark.get() : Field.USER);
      }
    }
    for (Set<String> some : LEFT_OUT) {
      Optional<Field> field = without(words, some, listed);
      if (field.isPresent()) {
        return field;
      }
    }
    return table == Table.USERS ? without(words, LEFT_OUT_OF_USERS, listed) : Optional.empty();
  }

  private static Set<String> union(Set<String> one, Set<String> other) {
    Set<String> both = new HashSet<>(one);
    both.addAll(other);
    return both;
  }

  private static Optional<Field> without(
      List<String> words, Set<String> dropped, Function<String, Field> listed) {
    List<String> left = new ArrayList<>(words.size());
    for (String word : words) {
      if (!dropped.contains(word)) {
        left.add(word);
      }
    }
    return left.isEmpty() || left.size() == words.size()
        ? Optional.empty()
        : Optional.ofNullable(listed.apply(String.join("", left)));
  }

  private static boolean isGuardian(String word) {
    return GUARDIANS.contains(word);
  }

  private static Optional<Field> guardian(List<String> words) {
    boolean email = false;
    for (String word : words) {
      if (PHONES.contains(word)) {
        return Optional.empty();
      }
      email |= EMAILS.contains(word);
    }
    if (email) {
      return Optional.of(Field.GUARDIAN_EMAIL);
    }
    boolean plain =
        words.stream()
            .allMatch(
                word ->
                    isGuardian(word)
                        || FILLERS.contains(word)
                        || Set.of("name", "names", "nombre", "nom", "nome", "legal", "full")
                            .contains(word));
    return plain ? Optional.of(Field.GUARDIAN_NAME) : Optional.empty();
  }

  /** Whether a word is made of a person and a number, as German ones are. */
  private static boolean isCompoundNumber(String word) {
    for (String ending : NUMBER_ENDINGS) {
      if (word.endsWith(ending)) {
        String first = word.substring(0, word.length() - ending.length());
        if (PERSONS.contains(first) || COMPOUND_PERSONS.contains(first)) {
          return true;
        }
      }
    }
    return false;
  }

  /** An email address or a number of a person. */
  private static Optional<Field> mark(List<String> words) {
    boolean email = false;
    boolean person = false;
    boolean number = false;
    for (String word : words) {
      if (EMAILS.contains(word)) {
        email = true;
      } else if (isCompoundNumber(word)) {
        person = true;
        number = true;
      } else if (NUMBERS.contains(word)) {
        number = true;
      } else if (PERSONS.contains(word)) {
        person = true;
      } else if (!FILLERS.contains(word) && !(email && FORMS.contains(word))) {
        return Optional.empty();
      }
    }
    if (email) {
      return Optional.of(Field.EMAIL);
    }
    return person && number ? Optional.of(Field.ID) : Optional.empty();
  }

  /**
   * The words of a header in small letters without accents, without remarks in brackets. None where
   * it is too long for a header or an email address.
   */
  static List<String> split(String header) {
    if (header.length() > LONGEST || header.indexOf('@') >= 0) {
      return List.of();
    }
    String bare = REMARK.matcher(header).replaceAll(" ");
    bare = HUMP.matcher(bare).replaceAll("$1 $2").replace("№", "no ");
    bare = NUMERO.matcher(bare).replaceAll("no ");
    bare = EMAIL.matcher(bare).replaceAll("email");
    bare = POSSESSIVE.matcher(bare).replaceAll(" ");
    String apart =
        MARKS
            .matcher(Normalizer.normalize(bare, Normalizer.Form.NFKD))
            .replaceAll("")
            .replace("ß", "ss")
            .replace("#", " no ")
            .toLowerCase(Locale.ROOT);
    List<String> words = new ArrayList<>();
    for (String word : PARTS.split(apart, -1)) {
      if (!word.isEmpty()) {
        words.add(word);
      }
    }
    return words;
  }

  /** Whether a header ends, or begins, with a word for a number that something has. */
  static boolean saysNumber(String header) {
    List<String> words = split(header);
    return !words.isEmpty()
        && (NUMBERS.contains(words.get(words.size() - 1)) || NUMBERS.contains(words.get(0)))
        && words.stream().noneMatch(PHONES::contains);
  }

  /** Whether a header says that a column counts, and nothing of what. */
  static boolean isBareNumber(String header) {
    List<String> words = split(header);
    return !words.isEmpty() && words.size() <= 2 && COUNTING.containsAll(words);
  }
}
