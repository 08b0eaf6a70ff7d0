package neatroster.core.language;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.text.Normalizer;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/**
 * The words of all languages that lists are understood in: what headers, roles, days and totals are
 * called. A language is a file of this package, named by its ISO 639-1 code; {@code mul.txt} has
 * what belongs to several. A line is a key, a colon, and words between commas; docs/languages.md
 * tells the keys.
 */
public final class Vocabulary {
  private static final String OF_SEVERAL = "mul";
  private static final String ORDER = "order";

  private static final List<Language> LANGUAGES = languages();

  private static final Map<String, List<String>> WORDS = together();

  private Vocabulary() {}

  /**
   * The words of one language.
   *
   * @param order languages with a lower one come first where two call two things the same
   * @param words the words by key
   */
  private record Language(int order, Map<String, List<String>> words) {}

  private static List<Language> languages() {
    List<Language> languages = new ArrayList<>();
    for (String code : Locale.getISOLanguages()) {
      add(code, languages);
    }
    add(OF_SEVERAL, languages);
    languages.sort(Comparator.comparingInt(Language::order));
    return List.copyOf(languages);
  }

  private static Map<String, List<String>> together() {
    Map<String, Set<String>> all = new LinkedHashMap<>();
    for (Language language : LANGUAGES) {
      language
          .words()
          .forEach(
              (key, words) -> all.computeIfAbsent(key, k -> new LinkedHashSet<>()).addAll(words));
    }
    Map<String, List<String>> words = new LinkedHashMap<>();
    all.forEach((key, some) -> words.put(key, List.copyOf(some)));
    return words;
  }

  private static void add(String code, List<Language> languages) {
    try (InputStream in = Vocabulary.class.getResourceAsStream(code + ".txt")) {
      if (in != null) {
        languages.add(language(new String(in.readAllBytes(), StandardCharsets.UTF_8)));
      }
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  private static Language language(String text) {
    Map<String, List<String>> words = new LinkedHashMap<>();
    int order = Integer.MAX_VALUE;
    for (String line : text.lines().toList()) {
      int colon = line.indexOf(':');
      if (line.startsWith("#") || colon < 0) {
        continue;
      }
      String key = line.substring(0, colon).strip();
      if (key.equals(ORDER)) {
        order = Integer.parseInt(line.substring(colon + 1).strip());
        continue;
      }
      List<String> some = words.computeIfAbsent(key, k -> new ArrayList<>());
      for (String word : line.substring(colon + 1).split(",", -1)) {
        if (!word.isBlank()) {
          some.add(word.strip().toLowerCase(Locale.ROOT));
        }
      }
    }
    return new Language(order, words);
  }

  /** The words under a key, in small letters, those of the languages that come first first. */
  public static List<String> words(String key) {
    return WORDS.getOrDefault(key, List.of());
  }

  /** The words under a key of each language, in the order in which the language has them. */
  public static List<List<String>> lists(String key) {
    return LANGUAGES.stream()
        .map(language -> language.words().getOrDefault(key, List.of()))
        .filter(words -> !words.isEmpty())
        .toList();
  }

  /** The words under a key as a set, without accents. */
  public static Set<String> plain(String key) {
    return words(key).stream().map(Vocabulary::plainly).collect(Collectors.toUnmodifiableSet());
  }

  /** A word in small letters without accents. */
  public static String plainly(String word) {
    return Normalizer.normalize(word, Normalizer.Form.NFKD)
        .replaceAll("\\p{M}+", "")
        .replace("ß", "ss")
        .replace("ł", "l")
        .toLowerCase(Locale.ROOT);
  }

  /** The words under each key that begins so, by what follows of the key. */
  public static Map<String, List<String>> under(String prefix) {
    Map<String, List<String>> found = new LinkedHashMap<>();
    WORDS.forEach(
        (key, words) -> {
          if (key.startsWith(prefix)) {
            found.put(key.substring(prefix.length()), words);
          }
        });
    return found;
  }

  /** The words under a key as the alternatives of a regular expression, longer ones first. */
  public static String alternatives(String key) {
    return words(key).stream()
        .sorted(Comparator.comparingInt(String::length).reversed())
        .map(Pattern::quote)
        .collect(Collectors.joining("|"));
  }
}
