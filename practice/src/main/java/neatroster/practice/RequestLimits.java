package neatroster.practice;

/** How much one request may ask for. */
final class RequestLimits {
  /** What the server reads of a request at the most, whatever it announces, in bytes. */
  static final int READ = 16 << 20;

  private RequestLimits() {}

  static int operations(Faults faults) {
    return or(faults, Faults.Kind.MOST_OPERATIONS, 1000);
  }

  static int bytes(Faults faults) {
    return Math.min(READ, or(faults, Faults.Kind.MOST_BYTES, 4 << 20));
  }

  static int page(Faults faults) {
    return or(faults, Faults.Kind.PAGE, 500);
  }

  private static int or(Faults faults, Faults.Kind kind, int usual) {
    int number = faults.number(kind);
    return number > 0 ? number : usual;
  }
}
