package neatroster.core.check;

/** Sorts numbers by what they stand for; equal ones keep their order. */
final class IntSort {
  private static final int FEW = 16;

  private IntSort() {}

  /** Compares what two numbers stand for. */
  @FunctionalInterface
  interface Order {
    int compare(int one, int other);
  }

  /** The numbers in order; the array may be used up. */
  static int[] sorted(int[] numbers, Order order) {
    int[] from = numbers;
    for (int start = 0; start < from.length; start += FEW) {
      insert(from, start, Math.min(start + FEW, from.length), order);
    }
    int[] to = new int[from.length];
    for (int width = FEW; width < from.length; width *= 2) {
      for (int start = 0; start < from.length; start += 2 * width) {
        merge(from, to, start, width, order);
      }
      int[] free = from;
      from = to;
      to = free;
      if (width > Integer.MAX_VALUE / 2) {
        break;
      }
    }
    return from;
  }

  private static void insert(int[] numbers, int start, int end, Order order) {
    for (int i = start + 1; i < end; i++) {
      int moved = numbers[i];
      int at = i;
      while (at > start && order.compare(numbers[at - 1], moved) > 0) {
        numbers[at] = numbers[at - 1];
        at--;
      }
      numbers[at] = moved;
    }
  }

  private static void merge(int[] from, int[] to, int start, int width, Order order) {
    int middle = Math.min(start + width, from.length);
    int end = (int) Math.min((long) start + 2L * width, from.length);
    if (middle >= end || order.compare(from[middle - 1], from[middle]) <= 0) {
      System.arraycopy(from, start, to, start, end - start);
      return;
    }
    int left = start;
    int right = middle;
    for (int i = start; i < end; i++) {
      boolean takesLeft =
          right >= end || (left < middle && order.compare(from[left], from[right]) <= 0);
      to[i] = takesLeft ? from[left++] : from[right++];
    }
  }
}
