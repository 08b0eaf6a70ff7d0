package neatroster.core.text;

import java.util.Arrays;
import java.util.stream.IntStream;

/** A growing list of numbers, four bytes each. */
public final class IntList {
  private int[] values = new int[16];
  private int size;

  /** Adds a number at the end. */
  public void add(int value) {
    if (size == values.length) {
      values = Arrays.copyOf(values, Math.max(16, size + (size >> 1)));
    }
    values[size++] = value;
  }

  /** The number at a position from 0. */
  public int get(int index) {
    if (index >= size) {
      throw new IndexOutOfBoundsException(index);
    }
    return values[index];
  }

  /** Changes the number at a position that is filled. */
  public void set(int index, int value) {
    if (index >= size) {
      throw new IndexOutOfBoundsException(index);
    }
    values[index] = value;
  }

  /** Forgets all numbers; their room is kept for others. */
  public void clear() {
    size = 0;
  }

  /** Gives back the room that was kept for more numbers. */
  public void trim() {
    if (values.length > size) {
      values = Arrays.copyOf(values, size);
    }
  }

  /** How many numbers there are. */
  public int size() {
    return size;
  }

  /** The numbers in their order. */
  public IntStream stream() {
    return Arrays.stream(values, 0, size);
  }
}
