package neatroster.core.roster;

/** Which of some things are one: sets that are put together (union and find). */
final class DisjointSets {
  private final int[] above;

  DisjointSets(int size) {
    above = new int[size];
    for (int i = 0; i < size; i++) {
      above[i] = i;
    }
  }

  /** The one that stands for all that a thing was put together with: the first of them. */
  int of(int thing) {
    int top = thing;
    while (above[top] != top) {
      above[top] = above[above[top]];
      top = above[top];
    }
    return top;
  }

  /** Puts two together. */
  void join(int one, int other) {
    int a = of(one);
    int b = of(other);
    above[Math.max(a, b)] = Math.min(a, b);
  }
}
