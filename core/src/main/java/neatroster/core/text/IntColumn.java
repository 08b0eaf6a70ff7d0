package neatroster.core.text;

import java.util.Arrays;

/**
 * A growing list of numbers from 0, each in as few bytes as the largest of them takes; a list of
 * one number over and over takes none.
 */
public final class IntColumn {
  private int size;
  private int same;
  private byte[] bytes;
  private short[] shorts;
  private int[] ints;

  /**
   * Adds a number at the end.
   *
   * @throws IllegalArgumentException where it is less than 0
   */
  public void add(int value) {
    if (value < 0) {
      throw new IllegalArgumentException("a number from 0 is needed: " + value);
    }
    if (bytes == null && shorts == null && ints == null) {
      if (size == 0 || value == same) {
        same = value;
        size++;
        return;
      }
      bytes = new byte[Math.max(16, size + (size >> 1))];
      if (same <= 0xff) {
        Arrays.fill(bytes, 0, size, (byte) same);
      } else {
        widen(same);
        fill();
      }
    }
    widen(value);
    put(value);
  }

  /** Adds one number over and over. */
  public void addRepeated(int value, int count) {
    int left = count;
    if (left > 0) {
      add(value);
      left--;
    }
    if (left > 0 && bytes == null && shorts == null && ints == null) {
      size += left;
      return;
    }
    for (; left > 0; left--) {
      add(value);
    }
  }

  /** Adds numbers at the end. */
  public void addAll(int[] values, int count) {
    int at = 0;
    while (at < count && ints == null) {
      if (bytes != null && size + count - at <= bytes.length) {
        at = addBytes(values, at, count);
      } else if (shorts != null && size + count - at <= shorts.length) {
        at = addShorts(values, at, count);
      }
      if (at < count) {
        add(values[at++]);
      }
    }
    if (at < count) {
      if (size + count - at > ints.length) {
        ints = Arrays.copyOf(ints, Math.max(size + count - at, size + (size >> 1)));
      }
      System.arraycopy(values, at, ints, size, count - at);
      size += count - at;
    }
  }

  /**
   * Adds numbers as long as they are small enough, and gives the place of the first that is not.
   */
  private int addBytes(int[] values, int from, int to) {
    int at = from;
    while (at < to && (values[at] & ~0xff) == 0) {
      bytes[size++] = (byte) values[at++];
    }
    return at;
  }

  /**
   * Adds numbers as long as they are small enough, and gives the place of the first that is not.
   */
  private int addShorts(int[] values, int from, int to) {
    int at = from;
    while (at < to && (values[at] & ~0xffff) == 0) {
      shorts[size++] = (short) values[at++];
    }
    return at;
  }

  /** Makes the numbers so wide that this one has room. */
  private void widen(int value) {
    if (bytes != null && value > 0xff) {
      shorts = new short[bytes.length];
      for (int i = 0; i < size; i++) {
        shorts[i] = (short) (bytes[i] & 0xff);
      }
      bytes = null;
    }
    if (shorts != null && value > 0xffff) {
      ints = new int[shorts.length];
      for (int i = 0; i < size; i++) {
        ints[i] = shorts[i] & 0xffff;
      }
      shorts = null;
    }
  }

  private void fill() {
    for (int i = 0; i < size; i++) {
      if (shorts != null) {
        shorts[i] = (short) same;
      } else {
        ints[i] = same;
      }
    }
  }

  private void put(int value) {
    if (bytes != null) {
      if (size == bytes.length) {
        bytes = Arrays.copyOf(bytes, size + (size >> 1));
      }
      bytes[size++] = (byte) value;
    } else if (shorts != null) {
      if (size == shorts.length) {
        shorts = Arrays.copyOf(shorts, size + (size >> 1));
      }
      shorts[size++] = (short) value;
    } else {
      if (size == ints.length) {
        ints = Arrays.copyOf(ints, size + (size >> 1));
      }
      ints[size++] = value;
    }
  }

  /** The number at a position from 0. */
  public int get(int index) {
    if (index >= size) {
      throw new IndexOutOfBoundsException(index);
    }
    if (bytes != null) {
      return bytes[index] & 0xff;
    }
    if (shorts != null) {
      return shorts[index] & 0xffff;
    }
    return ints != null ? ints[index] : same;
  }

  /**
   * Copies numbers that stand behind one another.
   *
   * @param from the position of the first, from 0
   */
  public void copy(int from, int count, int[] to) {
    if (from + count > size) {
      throw new IndexOutOfBoundsException(from + count);
    }
    if (bytes != null) {
      for (int i = 0; i < count; i++) {
        to[i] = bytes[from + i] & 0xff;
      }
    } else if (shorts != null) {
      for (int i = 0; i < count; i++) {
        to[i] = shorts[from + i] & 0xffff;
      }
    } else if (ints != null) {
      System.arraycopy(ints, from, to, 0, count);
    } else {
      Arrays.fill(to, 0, count, same);
    }
  }

  /** Whether each number is this one. */
  public boolean isAll(int value) {
    boolean all = bytes == null && shorts == null && ints == null;
    return size == 0 || (all && same == value);
  }

  /** How many numbers there are. */
  public int size() {
    return size;
  }

  /** Gives back the room that was kept for more numbers. */
  public void trim() {
    if (bytes != null && bytes.length > size) {
      bytes = Arrays.copyOf(bytes, size);
    } else if (shorts != null && shorts.length > size) {
      shorts = Arrays.copyOf(shorts, size);
    } else if (ints != null && ints.length > size) {
      ints = Arrays.copyOf(ints, size);
    }
  }
}
