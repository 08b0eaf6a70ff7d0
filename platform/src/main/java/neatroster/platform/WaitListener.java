package neatroster.platform;

/** Is told what a thread waits for; it may be told by several threads at once. */
@FunctionalInterface
public interface WaitListener {
  /** Nobody is told. */
  WaitListener NOBODY = what -> {};

  /**
   * This thread begins to wait, or has waited.
   *
   * @param what what for, as “an answer of the platform”; an empty text where it has come
   */
  void waitsFor(String what);

  /**
   * So many things that the platform holds are read by now.
   *
   * @param count how many; 0 where all are
   */
  default void hasRead(long count) {}
}
