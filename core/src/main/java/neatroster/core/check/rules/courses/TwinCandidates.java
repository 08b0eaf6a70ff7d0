package neatroster.core.check.rules.courses;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;

/**
 * Which of many texts may be two spellings of one, without comparing each with each: whatever
 * {@link Twins#are} says yes to has a key in common.
 */
public final class TwinCandidates {
  /** Of so few each is compared with each. */
  private static final int FEW = 12;

  private final Map<String, List<Integer>> byKey = new HashMap<>();
  private final List<Set<String>> keys = new ArrayList<>();
  private final int size;
  private final boolean areFew;

  /** Candidates among these texts. */
  static TwinCandidates of(List<String> texts, Twins twins) {
    return new TwinCandidates(texts, twins, FEW);
  }

  /**
   * Candidates among texts.
   *
   * @param few of so many each is a candidate
   */
  TwinCandidates(List<String> texts, Twins twins, int few) {
    size = texts.size();
    areFew = size <= few;
    for (int i = 0; i < size && !areFew; i++) {
      Set<String> keysOfText = keys(twins.plainOf(texts.get(i)));
      keys.add(keysOfText);
      for (String key : keysOfText) {
        byKey.computeIfAbsent(key, k -> new ArrayList<>()).add(i);
      }
    }
  }

  private Set<String> keysOf(int position) {
    return areFew ? Set.of() : keys.get(position);
  }

  /** A text without its signs and spaces, and with any one letter left out. */
  private static Set<String> keys(String plain) {
    Set<String> keys = new LinkedHashSet<>();
    keys.add(plain.replace(" ", ""));
    keys.add(plain);
    for (int i = 0; i < plain.length(); i++) {
      keys.add(plain.substring(0, i) + plain.substring(i + 1));
    }
    return keys;
  }

  /** The positions behind this one of the texts that may be the same as the one there. */
  Set<Integer> behind(int position) {
    Set<Integer> found = new TreeSet<>();
    for (int other = position + 1; areFew && other < size; other++) {
      found.add(other);
    }
    for (String key : keysOf(position)) {
      for (int other : byKey.get(key)) {
        if (other > position) {
          found.add(other);
        }
      }
    }
    return found;
  }
}
