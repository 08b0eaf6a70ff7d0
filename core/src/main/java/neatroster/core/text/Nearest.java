package neatroster.core.text;

import java.text.Normalizer;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.TreeMap;

/**
 * Finds the existing value that was probably meant by one that does not exist.
 *
 * <p>Small sets are compared one by one. In large ones only values that are one slip away are
 * looked up, so that the cost of a search does not grow with the set.
 */
public final class Nearest {
  /** Up to this many values a search compares with each of them. */
  private static final int SMALL = 3000;

  private Nearest() {}

  /** The best word of a short list, or nothing if none is near. */
  public static Optional<String> word(CharSequence wrong, Iterable<String> words) {
    KeyIndex index = KeyIndex.exact();
    words.forEach(index::add);
    List<String> found = among(wrong.toString(), index);
    return found.isEmpty() ? Optional.empty() : Optional.of(found.get(0));
  }

  /**
   * The values that are equally near, at most three; more than one means that it cannot be told
   * which was meant.
   *
   * @param wrong the value that the index does not hold
   */
  public static List<String> among(String wrong, Words words) {
    return among(wrong, words, "");
  }

  /**
   * The same among the keys that begin with a prefix, which is left off from what is given back.
   *
   * @param wrong the value without the prefix
   */
  public static List<String> among(String wrong, Words words, String prefix) {
    TreeMap<Integer, List<String>> byDistance = new TreeMap<>();
    if (words.size() <= SMALL) {
      words.each(
          word -> {
            if (word.startsWith(prefix)) {
              String existing = word.substring(prefix.length());
              int distance = distance(wrong, existing);
              if (distance < Integer.MAX_VALUE) {
                byDistance.computeIfAbsent(distance, d -> new ArrayList<>()).add(existing);
              }
            }
          });
    } else {
      SingleEdits.each(
          prefix,
          wrong,
          slip ->
              words
                  .stored(slip)
                  .ifPresent(
                      word -> {
                        String existing = word.substring(prefix.length());
                        List<String> same =
                            byDistance.computeIfAbsent(
                                distance(wrong, existing), d -> new ArrayList<>());
                        if (!same.contains(existing)) {
                          same.add(existing);
                        }
                      }));
    }
    if (byDistance.isEmpty()) {
      return List.of();
    }
    List<String> best = byDistance.firstEntry().getValue();
    best.sort(Comparator.naturalOrder());
    return List.copyOf(best.subList(0, Math.min(3, best.size())));
  }

  /**
   * How far apart two values are, the likelier slips counting less; the largest integer when they
   * are no slip of each other.
   */
  static int distance(String wrong, String existing) {
    String a = wrong.toLowerCase(Locale.ROOT);
    String b = existing.toLowerCase(Locale.ROOT);
    String squeezed = squeeze(a);
    if (!squeezed.isEmpty() && squeezed.equals(squeeze(b))) {
      return 0;
    }
    int shorter = Math.min(a.length(), b.length());
    int most = shorter < 6 ? 1 : shorter < 10 ? 2 : 3;
    int edits = edits(a, b, most);
    if (edits > most) {
      return Integer.MAX_VALUE;
    }
    // Another digit in the same place is more often another course than a slip.
    return edits * 2 + (a.length() == b.length() && digitsDiffer(a, b) ? 1 : 0);
  }

  /** Whether a text comes from another by so many slips at the most. */
  public static boolean isWithin(String one, String other, int slips) {
    return edits(one, other, slips) <= slips;
  }

  /** Whether two texts have the same letters and digits, accents and case aside. */
  public static boolean isAlike(String one, String other) {
    return squeeze(one.toLowerCase(Locale.ROOT)).equals(squeeze(other.toLowerCase(Locale.ROOT)));
  }

  private static boolean digitsDiffer(String a, String b) {
    for (int i = 0; i < a.length(); i++) {
      if (a.charAt(i) != b.charAt(i)
          && (!Character.isDigit(a.charAt(i)) || !Character.isDigit(b.charAt(i)))) {
        return false;
      }
    }
    return true;
  }

  /** Letters and digits alone, without accents. */
  private static String squeeze(String text) {
    String apart = Normalizer.normalize(text, Normalizer.Form.NFKD);
    StringBuilder squeezed = new StringBuilder(apart.length());
    apart.codePoints().filter(Character::isLetterOrDigit).forEach(squeezed::appendCodePoint);
    return squeezed.toString();
  }

  /**
   * Characters added, lost, changed or swapped with their neighbour; anything above {@code most}
   * once it is reached.
   */
  private static int edits(String a, String b, int most) {
    if (Math.abs(a.length() - b.length()) > most) {
      return most + 1;
    }
    int[] before = new int[b.length() + 1];
    int[] last = new int[b.length() + 1];
    int[] now = new int[b.length() + 1];
    for (int j = 0; j <= b.length(); j++) {
      last[j] = j;
    }
    for (int i = 1; i <= a.length(); i++) {
      now[0] = i;
      int least = i;
      for (int j = 1; j <= b.length(); j++) {
        int change = last[j - 1] + (a.charAt(i - 1) == b.charAt(j - 1) ? 0 : 1);
        now[j] = Math.min(change, Math.min(last[j], now[j - 1]) + 1);
        if (i > 1
            && j > 1
            && a.charAt(i - 1) == b.charAt(j - 2)
            && a.charAt(i - 2) == b.charAt(j - 1)) {
          now[j] = Math.min(now[j], before[j - 2] + 1);
        }
        least = Math.min(least, now[j]);
      }
      if (least > most) {
        return most + 1;
      }
      int[] free = before;
      before = last;
      last = now;
      now = free;
    }
    return last[b.length()];
  }
}
