package neatroster.core.roster;

/**
 * What a reference came to: it was blank, found what it names, found nothing or more than one, or
 * could not be checked because there is no list to look in.
 */
public final class Link {
  /** The cell is blank. */
  public static final Link BLANK = new Link(0);

  /** There is nothing of that name. */
  public static final Link NONE = new Link(1);

  /** The name fits more than one. */
  public static final Link AMBIGUOUS = new Link(2);

  /** There is no list to look in, or its row is misaligned. */
  public static final Link UNCHECKED = new Link(3);

  private static final Link[] CODED = {BLANK, NONE, AMBIGUOUS, UNCHECKED};

  private final int coded;

  private Link(int coded) {
    this.coded = coded;
  }

  /** The link to what has a number. */
  public static Link to(int number) {
    return new Link(Math.addExact(number, CODED.length));
  }

  static Link decoded(int coded) {
    return coded < CODED.length ? CODED[coded] : new Link(coded);
  }

  /** Whether a code is that of a link to what was found. */
  static boolean isFound(int coded) {
    return coded >= CODED.length;
  }

  /** The number that the code of such a link stands for. */
  static int number(int coded) {
    return coded - CODED.length;
  }

  int coded() {
    return coded;
  }

  /** Whether nothing is named. */
  public boolean isBlank() {
    return coded == BLANK.coded;
  }

  /** Whether what is named was found. */
  public boolean isFound() {
    return coded >= CODED.length;
  }

  /** Whether it does not exist. */
  public boolean isNone() {
    return coded == NONE.coded;
  }

  /** Whether it could be more than one. */
  public boolean isAmbiguous() {
    return coded == AMBIGUOUS.coded;
  }

  /** Whether that could not be told. */
  public boolean isUnchecked() {
    return coded == UNCHECKED.coded;
  }

  /**
   * The number of what was found.
   *
   * @throws IllegalStateException where nothing was
   */
  public int number() {
    if (!isFound()) {
      throw new IllegalStateException("nothing was found");
    }
    return coded - CODED.length;
  }

  /** Whether this is the link to that number. */
  public boolean isTo(int number) {
    return isFound() && number() == number;
  }

  @Override
  public boolean equals(Object other) {
    return other instanceof Link link && link.coded == coded;
  }

  @Override
  public int hashCode() {
    return coded;
  }

  @Override
  public String toString() {
    return isFound()
        ? "to " + number()
        : new String[] {"blank", "none", "ambiguous", "unchecked"}[coded];
  }
}
