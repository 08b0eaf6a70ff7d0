package neatroster.core.value;

import java.text.Normalizer;

/**
 * Letters, digits and signs as a keyboard has them, in texts that stand for something: the width
 * that East Asian keyboards make (U+FF01 to U+FF5E) and the quotation marks of word processors
 * change nothing in what is meant.
 */
public final class PlainSigns {
  private PlainSigns() {}

  /** The text in plain signs. */
  public static String of(String text) {
    for (int i = 0; i < text.length(); i++) {
      if (isFancy(text.charAt(i))) {
        return plain(text);
      }
    }
    return text;
  }

  private static boolean isFancy(char c) {
    return c > 0x7f && (isWide(c) || (c >= '‘' && c <= '”'));
  }

  private static boolean isWide(char c) {
    return c >= '\uff01' && c <= '\uff5e';
  }

  private static String plain(String text) {
    StringBuilder plain = new StringBuilder(text.length());
    for (int i = 0; i < text.length(); i++) {
      char c = text.charAt(i);
      if (isWide(c)) {
        plain.append(Normalizer.normalize(String.valueOf(c), Normalizer.Form.NFKC));
      } else {
        plain.append(
            switch (c) {
              case '‘', '’' -> '\'';
              case '“', '”' -> '"';
              default -> c;
            });
      }
    }
    return plain.toString();
  }
}
