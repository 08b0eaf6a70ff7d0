package neatroster.core.roster;

import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.Map;
import neatroster.core.text.IntList;

/** For each key who has it: the first in four bytes, the others only where there are any. */
final class Marks {
  private static final int NOBODY = -1;

  private int[] first = new int[64];
  private final Map<Integer, IntList> several = new LinkedHashMap<>();

  Marks() {
    Arrays.fill(first, NOBODY);
  }

  /** Adds somebody who has a key. */
  void add(int key, int node) {
    if (key >= first.length) {
      int before = first.length;
      first = Arrays.copyOf(first, Math.max(key + 1, before + (before >> 1)));
      Arrays.fill(first, before, first.length, NOBODY);
    }
    if (first[key] == NOBODY) {
      first[key] = node;
      return;
    }
    IntList all = several.get(key);
    if (all == null) {
      all = new IntList();
      all.add(first[key]);
      several.put(key, all);
    }
    all.add(node);
  }

  /** Gives back the room that was kept for more keys. */
  void trim() {
    int used = first.length;
    while (used > 1 && first[used - 1] == NOBODY) {
      used--;
    }
    first = Arrays.copyOf(first, used);
  }

  /** The first who has a key, or -1. */
  int first(int key) {
    return key < 0 || key >= first.length ? NOBODY : first[key];
  }

  /** All who have a key, where it is more than one. */
  IntList several(int key) {
    return several.get(key);
  }

  /** The keys that more than one has, with those who have them. */
  Map<Integer, IntList> shared() {
    return several;
  }
}
