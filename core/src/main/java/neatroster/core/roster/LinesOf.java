package neatroster.core.roster;

import java.util.Arrays;
import java.util.HashMap;
import java.util.Map;
import neatroster.core.text.IntList;

/** For each of things that are numbered from 0 the lines that are about it, in their order. */
final class LinesOf {
  private static final int NONE = -1;

  private final IntList first = new IntList();

  /** The further lines; few things have any. */
  private final Map<Integer, int[]> more = new HashMap<>();

  void add(int number, int line) {
    while (first.size() <= number) {
      first.add(NONE);
    }
    if (first.get(number) == NONE) {
      first.set(number, line);
      return;
    }
    int[] before = more.getOrDefault(number, new int[0]);
    int[] after = Arrays.copyOf(before, before.length + 1);
    after[before.length] = line;
    more.put(number, after);
  }

  /** The lines about a thing. */
  int[] of(int number) {
    if (number < 0 || number >= first.size() || first.get(number) == NONE) {
      return new int[0];
    }
    int[] rest = more.getOrDefault(number, new int[0]);
    int[] all = new int[rest.length + 1];
    all[0] = first.get(number);
    System.arraycopy(rest, 0, all, 1, rest.length);
    return all;
  }

  /** One more than the highest number that has a line or had room for one. */
  int size() {
    return first.size();
  }
}
