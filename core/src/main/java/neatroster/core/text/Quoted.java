package neatroster.core.text;

/** How a value from a sheet is shown inside a sentence. */
public final class Quoted {
  private static final int LONGEST = 60;

  private Quoted() {}

  /**
   * The value between quotation marks, what does not show made visible, shortened where it is very
   * long.
   */
  public static String value(CharSequence value) {
    StringBuilder shown = new StringBuilder("“");
    int length = value.length();
    for (int i = 0; i < Math.min(length, LONGEST); i++) {
      char c = value.charAt(i);
      if (c == '\u00a0') {
        shown.append('␣');
      } else if (Character.isISOControl(c) || Character.getType(c) == Character.FORMAT) {
        shown.append(c == '\n' ? '⏎' : c == '\t' ? '⇥' : '·');
      } else {
        shown.append(c);
      }
    }
    return shown.append(length > LONGEST ? "…”" : "”").toString();
  }
}
