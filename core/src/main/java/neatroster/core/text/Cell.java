package neatroster.core.text;

/**
 * A piece of a row's text, valid until the next row is read. Rows are read by the million, so cells
 * are looked at in place; whoever keeps one makes a {@link String} of it.
 */
public final class Cell implements CharSequence {
  /** A cell with nothing in it. */
  public static final Cell EMPTY = new Cell();

  private char[] text = new char[0];
  private char[] own = text;
  private int start;
  private int length;

  /** Makes this cell show {@code length} characters of {@code text} from {@code start}. */
  public void show(char[] text, int start, int length) {
    this.text = text;
    this.start = start;
    this.length = length;
  }

  /** Letters of this cell's own, for one that keeps what it shows. */
  char[] ownLetters(int count) {
    if (own.length < count) {
      own = new char[Math.max(64, count * 2)];
    }
    return own;
  }

  @Override
  public int length() {
    return length;
  }

  @Override
  public char charAt(int index) {
    return text[start + index];
  }

  @Override
  public boolean isEmpty() {
    return length == 0;
  }

  /** Whether the cell holds nothing that shows. */
  public boolean isBlank() {
    return length == 0 || Cleaning.isBlank(this);
  }

  /** Copies the first characters to the beginning of an array. */
  void copyTo(char[] letters, int count) {
    System.arraycopy(text, start, letters, 0, count);
  }

  /** The cell's text as a person meant it: see {@link Cleaning#clean}. */
  public String cleaned() {
    return Cleaning.isClean(this) ? toString() : Cleaning.clean(this);
  }

  @Override
  public CharSequence subSequence(int from, int to) {
    return new String(text, start + from, to - from);
  }

  @Override
  public String toString() {
    return new String(text, start, length);
  }
}
