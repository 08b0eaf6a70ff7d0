package neatroster.core.text;

/** Cyrillic and Greek letters that look like Latin ones. */
public final class ConfusableLetters {
  /** Each followed by the Latin letter that it looks like. */
  private static final String PAIRS =
      "аaеeоoрpсcуyхxіiјjѕsԁdԛqԝwАAВBЕEКKМMНHОOРPСCТTХXУYІIЅSЈJ"
          + "αaοoνvρpιiΑAΒBΕEΖZΗHΙIΚKΜMΝNΟOΡPΤTΥYΧX";

  private ConfusableLetters() {}

  /** Whether the letter of another script looks like a Latin one. */
  public static boolean is(char c) {
    int at = c > 0x7f ? PAIRS.indexOf(c) : -1;
    return at >= 0 && at % 2 == 0;
  }

  /** The text with Latin letters for those that look like them. */
  public static String latin(String text) {
    StringBuilder latin = new StringBuilder(text);
    for (int i = 0; i < latin.length(); i++) {
      if (is(latin.charAt(i))) {
        latin.setCharAt(i, PAIRS.charAt(PAIRS.indexOf(latin.charAt(i)) + 1));
      }
    }
    return latin.toString();
  }
}
