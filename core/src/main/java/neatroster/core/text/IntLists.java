package neatroster.core.text;

import java.util.Arrays;
import java.util.function.Consumer;

/**
 * For each number from 0 a list of numbers in the order in which they were added. Most lists are
 * expected to hold one, which takes four bytes; each further one takes eight.
 */
public final class IntLists {
  private static final int NONE = -1;

  /** What a list holds where it is one number; else {@link #severalAt} the place of the others. */
  private int[] first = new int[64];

  private int keys;

  /** For each list of several its key and its first and last entry. */
  private final IntList keyOf = new IntList();

  private final IntList head = new IntList();
  private final IntList tail = new IntList();

  private final IntList values = new IntList();
  private final IntList next = new IntList();

  /** Empty lists. */
  public IntLists() {
    Arrays.fill(first, NONE);
  }

  /** Adds a value, from 0, at the end of the list of a key. */
  public void add(int key, int value) {
    if (key >= first.length) {
      int before = first.length;
      first = Arrays.copyOf(first, Math.max(key + 1, before + (before >> 1)));
      Arrays.fill(first, before, first.length, NONE);
    }
    keys = Math.max(keys, key + 1);
    int there = first[key];
    if (there == NONE) {
      first[key] = value;
      return;
    }
    int list = severalAt(there);
    if (there >= 0) {
      list = keyOf.size();
      keyOf.add(key);
      head.add(entry(there));
      tail.add(head.get(list));
      first[key] = NONE - 1 - list;
    }
    int entry = entry(value);
    next.set(tail.get(list), entry);
    tail.set(list, entry);
  }

  private int entry(int value) {
    values.add(value);
    next.add(NONE);
    return values.size() - 1;
  }

  /** The number of a list of several, which is kept below {@link #NONE}. */
  private static int severalAt(int there) {
    return NONE - 1 - there;
  }

  /** The first value of the list of a key, or -1. */
  public int first(int key) {
    if (key < 0 || key >= keys) {
      return NONE;
    }
    int there = first[key];
    return there >= NONE ? there : values.get(head.get(severalAt(there)));
  }

  /** Whether the list of a key holds more than one value. */
  public boolean hasSeveral(int key) {
    return key >= 0 && key < keys && first[key] < NONE;
  }

  /** The list of a key, which may be empty. */
  public int[] of(int key) {
    if (!hasSeveral(key)) {
      int only = first(key);
      return only == NONE ? new int[0] : new int[] {only};
    }
    int start = head.get(severalAt(first[key]));
    int length = 0;
    for (int at = start; at != NONE; at = next.get(at)) {
      length++;
    }
    int[] list = new int[length];
    int at = start;
    for (int i = 0; i < length; i++) {
      list[i] = values.get(at);
      at = next.get(at);
    }
    return list;
  }

  /** Hands on the lists that hold several, in the order in which each got its second. */
  public void eachOfSeveral(Consumer<int[]> receiver) {
    for (int i = 0; i < keyOf.size(); i++) {
      receiver.accept(of(keyOf.get(i)));
    }
  }

  /** Gives back the room that was kept for more. */
  public void trim() {
    first = Arrays.copyOf(first, keys);
    for (IntList list : new IntList[] {keyOf, head, tail, values, next}) {
      list.trim();
    }
  }

  /** One more than the highest key that has a list. */
  public int size() {
    return keys;
  }
}
