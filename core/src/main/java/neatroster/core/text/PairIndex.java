package neatroster.core.text;

/**
 * Remembers for each pair of numbers the value that it was first put with, in about 20 bytes a
 * pair.
 */
public final class PairIndex {
  /** What {@link #putIfNew} gives for a pair that is new. */
  public static final int NEW = -1;

  private long[] keys;

  /** None as long as every value is 0: then the pairs alone are remembered. */
  private int[] values;

  private int size;

  /** An index of as many pairs as there may be. */
  public PairIndex() {
    keys = new long[1024];
  }

  /**
   * Puts the pair with the value, unless it is there already.
   *
   * @param first any number from 0
   * @param second any number from 0
   * @param value any number from 0
   * @return {@link #NEW}, or the value that the pair had
   */
  public int putIfNew(int first, int second, int value) {
    long key = key(first, second);
    int slot = slotOf(key);
    if (keys[slot] != 0) {
      return valueAt(slot);
    }
    keys[slot] = key;
    if (value != 0 && values == null) {
      values = new int[keys.length];
    }
    if (values != null) {
      values[slot] = value;
    }
    if (++size > keys.length / 3 * 2) {
      grow();
    }
    return NEW;
  }

  /** The value that a pair has, or {@link #NEW}. */
  public int find(int first, int second) {
    int slot = slotOf(key(first, second));
    return keys[slot] == 0 ? NEW : valueAt(slot);
  }

  /** Keys are stored one higher, so that 0 marks a free slot. */
  private static long key(int first, int second) {
    return (((long) first << 32) | second) + 1;
  }

  /** The slot that holds a key, or the free one where it would go. */
  private int slotOf(long key) {
    int mask = keys.length - 1;
    int slot = slot(key, mask);
    while (keys[slot] != 0 && keys[slot] != key) {
      slot = (slot + 1) & mask;
    }
    return slot;
  }

  private int valueAt(int slot) {
    return values == null ? 0 : values[slot];
  }

  private static int slot(long key, int mask) {
    long mixed = key * 0x9E3779B97F4A7C15L;
    return (int) (mixed >>> 32) & mask;
  }

  private void grow() {
    long[] oldKeys = keys;
    int[] oldValues = values;
    keys = new long[oldKeys.length * 2];
    values = oldValues == null ? null : new int[keys.length];
    int mask = keys.length - 1;
    for (int i = 0; i < oldKeys.length; i++) {
      if (oldKeys[i] != 0) {
        int slot = slot(oldKeys[i], mask);
        while (keys[slot] != 0) {
          slot = (slot + 1) & mask;
        }
        keys[slot] = oldKeys[i];
        if (values != null) {
          values[slot] = oldValues[i];
        }
      }
    }
  }
}
