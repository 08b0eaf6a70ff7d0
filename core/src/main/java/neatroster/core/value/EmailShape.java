package neatroster.core.value;

import java.util.Locale;
import neatroster.core.text.Cleaning;

/**
 * Whether a text can be an email address: the shape of RFC 5321, section 4.1.2, without quoted
 * local parts and address literals, which no platform takes; letters of any script are allowed (RFC
 * 6531).
 */
public final class EmailShape {
  private static final int LONGEST = 254;
  private static final int LONGEST_LOCAL = 64;
  private static final int LONGEST_LABEL = 63;
  private static final String LOCAL_SIGNS = ".!#$%&'*+-/=?^_`{|}~";

  private EmailShape() {}

  /**
   * Why a text is none.
   *
   * @param what what is wrong with it
   * @param probably the address that was probably meant, or null
   */
  public record Trouble(String what, String probably) {}

  /** What is wrong with the address, or null. Stray spaces around it are not looked at. */
  public static Trouble trouble(CharSequence given) {
    if (isUsual(given)) {
      return null;
    }
    CharSequence address = Cleaning.isClean(given) ? given : Cleaning.clean(given);
    String what = what(address);
    if (what == null) {
      return null;
    }
    String mended = mend(address.toString());
    return new Trouble(what, what(mended) == null ? mended : null);
  }

  /**
   * Whether a text is an address of letters and digits of ASCII with single dots, hyphens and
   * underscores, as nearly all are: most are looked at once.
   */
  private static boolean isUsual(CharSequence text) {
    int length = text.length();
    int at = -1;
    int dots = 0;
    int begin = 0;
    for (int i = 0; i < length; i++) {
      char c = text.charAt(i);
      if (isPlain(c) || (at < 0 && (c == '_' || c == '-')) || (c == '-' && i > begin)) {
        continue;
      }
      boolean ends = c == '.' || (c == '@' && at < 0);
      if (!ends || i == begin || (at >= 0 && !isLabel(text, begin, i))) {
        return false;
      }
      if (c == '@') {
        at = i;
      } else if (at >= 0) {
        dots++;
      }
      begin = i + 1;
    }
    return at > 0
        && at <= LONGEST_LOCAL
        && length <= LONGEST
        && dots > 0
        && begin < length
        && isLabel(text, begin, length);
  }

  private static boolean isLabel(CharSequence text, int start, int end) {
    return end - start <= LONGEST_LABEL && text.charAt(end - 1) != '-';
  }

  /**
   * Whether a text is meant as an address, well-formed or not: something, an @, something with a
   * dot, and no space.
   */
  public static boolean isMeant(CharSequence text) {
    int at = -1;
    for (int i = 0; i < text.length(); i++) {
      char c = text.charAt(i);
      if (Character.isWhitespace(c) || (c == '@' && (i == 0 || at >= 0))) {
        return false;
      }
      at = c == '@' ? i : at;
    }
    for (int i = at + 2; at > 0 && i + 1 < text.length(); i++) {
      if (text.charAt(i) == '.') {
        return true;
      }
    }
    return false;
  }

  private static String what(CharSequence address) {
    int length = address.length();
    int at = -1;
    for (int i = 0; i < length; i++) {
      char c = address.charAt(i);
      if (c == ' ') {
        return "there is a space in it.";
      }
      if (c == ',') {
        return "there is a comma in it.";
      }
      if (c == ';' || c == '(' || c == ')' || c == '<' || c == '>' || c == '"' || c == '\\'
          || c == ':') {
        return "there is a “" + c + "” in it.";
      }
      if (c == '@') {
        if (at >= 0) {
          return "there are two @ in it.";
        }
        at = i;
      }
    }
    if (at < 0) {
      return "there is no @ in it.";
    }
    if (at == 0) {
      return "there is nothing before the @.";
    }
    if (length > LONGEST || at > LONGEST_LOCAL) {
      return "it is longer than addresses may be.";
    }
    if (!isLocal(address, at)) {
      return "what stands before the @ has dots or signs where they cannot be.";
    }
    return domain(address, at + 1);
  }

  private static boolean isLocal(CharSequence address, int end) {
    char before = '.';
    for (int i = 0; i < end; i++) {
      char c = address.charAt(i);
      if (c == '.' && before == '.') {
        return false;
      }
      if (c < 0x80 && !isPlain(c) && LOCAL_SIGNS.indexOf(c) < 0) {
        return false;
      }
      before = c;
    }
    return before != '.';
  }

  private static boolean isPlain(char c) {
    return (c >= 'a' && c <= 'z') || (c >= '0' && c <= '9') || (c >= 'A' && c <= 'Z');
  }

  private static String domain(CharSequence address, int start) {
    int length = address.length();
    if (start == length) {
      return "there is nothing behind the @.";
    }
    int label = 0;
    boolean dot = false;
    for (int i = start; i <= length; i++) {
      char c = i == length ? '.' : address.charAt(i);
      if (c == '.') {
        if (label == 0 || label > LONGEST_LABEL || address.charAt(i - 1) == '-') {
          return "what stands behind the @ has a dot or a hyphen too many.";
        }
        dot |= i < length;
        label = 0;
      } else if (isPlain(c)
          || (c >= 0x80 && Character.isLetterOrDigit(c))
          || Character.getType(c) == Character.NON_SPACING_MARK
          || (c == '-' && label > 0)) {
        label++;
      } else {
        return "what stands behind the @ has a “" + c + "” in it.";
      }
    }
    return dot ? null : "what stands behind the @ has no dot, as in pier.example.";
  }

  private static String mend(String address) {
    String mended =
        address
            .replace(" ", "")
            .replace(',', '.')
            .replaceAll("(?i)\\(at\\)|\\[at\\]", "@")
            .replaceAll("@{2,}", "@")
            .replaceAll("\\.{2,}", ".")
            .replaceAll("^(?i:mailto:)|[<>\"]", "");
    if (mended.endsWith(".") || mended.endsWith(";")) {
      mended = mended.substring(0, mended.length() - 1);
    }
    return mended.toLowerCase(Locale.ROOT).equals(address.toLowerCase(Locale.ROOT))
        ? address
        : mended;
  }
}
