package neatroster.core.model;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import neatroster.core.language.Vocabulary;
import neatroster.core.text.Cleaning;

/** The roles of a roster folder, and every word that stands for one of them. */
public final class RoleWords {
  /** What {@link #number} gives for a word that stands for no role. */
  public static final int NONE = -1;

  private static final List<String> OURS =
      List.of("learner", "instructor", "assistant", "observer", "manager");

  private final List<String> roles = new ArrayList<>(OURS);

  /** For each word its role; made once, as several threads may ask. */
  private final Map<String, Integer> roleOfWord = new LinkedHashMap<>();

  private final List<String> own = new ArrayList<>();

  /**
   * The five roles with these words for them.
   *
   * @param synonyms for each role the other words for it; a role that is not one of the five is the
   *     folder's own
   */
  public RoleWords(Map<String, List<String>> synonyms) {
    OURS.forEach(role -> putOwn(role, OURS.indexOf(role)));
    // In one order, whatever that of the words is: of two words as near as each other the first is
    // suggested.
    Map<String, List<String>> ordered = new LinkedHashMap<>();
    OURS.stream()
        .filter(synonyms::containsKey)
        .forEach(role -> ordered.put(role, synonyms.get(role)));
    synonyms.forEach(ordered::putIfAbsent);
    ordered.forEach(
        (role, others) -> {
          int number = number(role);
          if (number == NONE) {
            number = roles.size();
            roles.add(role);
            putOwn(role, number);
          }
          for (String other : others) {
            putOwn(other, number);
          }
        });
    // The folder's own words come first.
    Vocabulary.under("role ")
        .forEach((role, others) -> others.forEach(other -> put(other, OURS.indexOf(role))));
  }

  private void putOwn(String word, int role) {
    if (put(word, role)) {
      own.add(Cleaning.clean(word));
    }
  }

  /** Notes what a word stands for, and says whether that is new. */
  private boolean put(String word, int role) {
    return roleOfWord.putIfAbsent(folded(word), role) == null;
  }

  private static String folded(CharSequence word) {
    return Cleaning.clean(word).toUpperCase(Locale.ROOT).toLowerCase(Locale.ROOT);
  }

  /**
   * The role's place in {@link #roles} that a word stands for, whatever its case, or {@link #NONE}.
   */
  public int number(CharSequence word) {
    String text = word.toString();
    Integer role = roleOfWord.get(text);
    return role != null ? role : roleOfWord.getOrDefault(folded(text), NONE);
  }

  /** The role that a word stands for. */
  public Optional<String> role(CharSequence word) {
    int number = number(word);
    return number == NONE ? Optional.empty() : Optional.of(roles.get(number));
  }

  /** Every role. */
  public List<String> roles() {
    return List.copyOf(roles);
  }

  /** The roles and the folder's own words for them, as they are written. */
  public List<String> words() {
    return List.copyOf(own);
  }
}
