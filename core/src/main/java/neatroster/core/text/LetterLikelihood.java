package neatroster.core.text;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.Locale;
import java.util.Map;

/**
 * How likely a text in Latin letters was meant to be read so: by the pairs of letters in its words
 * that have accents, by capitals where they belong, by signs that stand in no word, and by common
 * given names.
 */
public final class LetterLikelihood {
  private static final int UNKNOWN_PAIR = -4;
  private static final int SIGN_IN_WORD = -8;
  private static final int FRAME_IN_WORD = -40;
  private static final int CAPITAL_INSIDE = -8;
  private static final int GIVEN_NAME = 8;
  private static final int ORDINAL_SIGN = 8;

  /** More words than these show no more. */
  private static final int MOST_WORDS = 3000;

  /** Letters of western languages, and of their neighbours. */
  private static final String COMMON = "áàâäåçéèêëíîñóôöúüß";

  private static final String USUAL = "ãæïòõøœùûąćęłńóśźżčďěňřšťůýžőűāēėģīįķļņųūđğışășțţðþ";

  /** What stands alone as a word, in some language. */
  private static final String WORDS_OF_ONE = "àáâãåäæéèêëíìîóòôöøúùûüý";

  private static final String OPENING = "“„«‘‚¿¡‹–—";
  private static final String CLOSING = "”»’…›–—“ºª°";

  /** The pairs, read when a text needs them. */
  private static final class Pairs {
    static final Map<String, Integer> WEIGHTS = read();

    private static Map<String, Integer> read() {
      try (InputStream in = LetterLikelihood.class.getResourceAsStream("letter-pairs.txt")) {
        Map<String, Integer> weights = new HashMap<>();
        new String(in.readAllBytes(), StandardCharsets.UTF_8)
            .lines()
            .filter(line -> !line.startsWith("#"))
            .forEach(
                line -> {
                  int weight = Integer.parseInt(line.substring(0, line.indexOf(':')));
                  for (String pair : line.substring(line.indexOf(':') + 2).split(" ", -1)) {
                    weights.put(pair, weight);
                  }
                });
        return weights;
      } catch (IOException e) {
        throw new UncheckedIOException(e);
      }
    }
  }

  private LetterLikelihood() {}

  /** A number that is the higher the likelier the text is; 0 where it is all ASCII. */
  public static int of(CharSequence text) {
    int likelihood = 0;
    int words = 0;
    int start = 0;
    for (int i = 0; i <= text.length() && words < MOST_WORDS; i++) {
      if (i == text.length() || !isPart(text.charAt(i))) {
        if (isOrdinalSign(text, start, i)) {
          likelihood += ORDINAL_SIGN;
        } else if (i > start && hasBeyondAscii(text, start, i)) {
          likelihood += word(text.subSequence(start, i).toString());
          words++;
        }
        start = i + 1;
      }
    }
    return likelihood;
  }

  /** Whether a sign stands behind “N.”, as in “N.º”. */
  private static boolean isOrdinalSign(CharSequence text, int from, int to) {
    return to - from == 1
        && from > 1
        && "ºª°".indexOf(text.charAt(from)) >= 0
        && text.charAt(from - 1) == '.'
        && "nN".indexOf(text.charAt(from - 2)) >= 0;
  }

  /** Letters, and whatever else beyond ASCII is no space. */
  private static boolean isPart(char c) {
    return c < 0x80 ? (c >= 'a' && c <= 'z') || (c >= 'A' && c <= 'Z') : c != '\u00a0';
  }

  private static boolean hasBeyondAscii(CharSequence text, int from, int to) {
    for (int i = from; i < to; i++) {
      if (text.charAt(i) >= 0x80) {
        return true;
      }
    }
    return false;
  }

  private static int word(String token) {
    int from = 0;
    int to = token.length();
    while (from < to && OPENING.indexOf(token.charAt(from)) >= 0) {
      from++;
    }
    while (to > from && CLOSING.indexOf(token.charAt(to - 1)) >= 0) {
      to--;
    }
    int likelihood = 0;
    for (String part : token.substring(from, to).split("’", -1)) {
      likelihood += part.isEmpty() ? 0 : letters(part);
    }
    return likelihood;
  }

  private static int letters(String word) {
    if (word.length() == 1 && WORDS_OF_ONE.indexOf(Character.toLowerCase(word.charAt(0))) < 0) {
      return SIGN_IN_WORD;
    }
    int likelihood = 0;
    String lower = "_" + word.toLowerCase(Locale.ROOT) + "_";
    boolean allLetters = true;
    for (int i = 0; i < word.length(); i++) {
      char c = word.charAt(i);
      if (!Character.isLetter(c)) {
        likelihood += isFrame(c) ? FRAME_IN_WORD : SIGN_IN_WORD;
        allLetters = false;
      } else if (c >= 0x80) {
        boolean afterSmall = i > 0 && Character.isLowerCase(word.charAt(i - 1));
        boolean afterCapitals =
            i > 1
                && Character.isUpperCase(word.charAt(i - 1))
                && Character.isUpperCase(word.charAt(i - 2));
        boolean beforeCapital = i + 1 < word.length() && Character.isUpperCase(word.charAt(i + 1));
        boolean odd =
            (Character.isUpperCase(c) && afterSmall)
                || (Character.isLowerCase(c) && (afterCapitals || beforeCapital));
        likelihood += odd ? CAPITAL_INSIDE : 0;
      }
    }
    if (!allLetters) {
      return likelihood;
    }
    for (int i = 0; i + 1 < lower.length(); i++) {
      if (lower.charAt(i) >= 0x80 || lower.charAt(i + 1) >= 0x80) {
        String pair = lower.substring(i, i + 2);
        Integer weight = Pairs.WEIGHTS.get(pair);
        likelihood += weight == null ? unknown(pair) : weight;
      }
    }
    return likelihood + (NameOrder.isGiven(word) ? GIVEN_NAME : 0);
  }

  /** Whether a sign draws frames and shades on old screens. */
  private static boolean isFrame(char c) {
    return c >= 0x2500 && c <= 0x259f;
  }

  /** Pairs are not all known; the letters are. */
  private static int unknown(String pair) {
    int worst = 0;
    for (int i = 0; i < 2; i++) {
      char c = pair.charAt(i);
      if (c >= 0x80) {
        int weight = COMMON.indexOf(c) >= 0 ? 0 : USUAL.indexOf(c) >= 0 ? -2 : UNKNOWN_PAIR;
        worst = Math.min(worst, weight);
      }
    }
    return worst;
  }
}
