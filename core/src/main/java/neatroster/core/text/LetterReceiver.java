package neatroster.core.text;

/** Takes a text. */
@FunctionalInterface
public interface LetterReceiver {
  void take(char[] text, int start, int length);
}
