package neatroster.core.check;

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
final class TwinCandidates {
  private final Map<String, List<Integer>> byKey = new HashMap<>();
  private final List<Set<String>> keys = new ArrayList<>();

  /** Candidates among these texts. */
  TwinCandidates(List<String> texts) {
    for (int i = 0; i < texts.size(); i++) {
      Set<String> keysOfText = keys(texts.get(i));
      keys.add(keysOfText);
      for (String key : keysOfText) {
        byKey.computeIfAbsent(key, k -> new ArrayList<>()).add(i);
      }
    }
  }

  /** A text without its signs and spaces, and with any one letter left out. */
  private static Set<String> keys(String text) {
    String plain = Twins.plain(text);
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
    for (String key : keys.get(position)) {
      for (int other : byKey.get(key)) {
        if (other > position) {
          found.add(other);
        }
      }
    }
    return found;
  }
}
