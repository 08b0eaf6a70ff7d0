package neatroster.sheets;

import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Texts of workbooks, in which some characters are written as {@code _x000D_}. */
final class XlsxText {
  private static final Pattern ESCAPED = Pattern.compile("_x([0-9A-Fa-f]{4})_");

  /**
   * A text in the cell itself, written over several lines of markup, with what stands around it.
   */
  private static final Pattern INDENTED =
      Pattern.compile("\\A\\r?\\n[ \\t]*(.*?)\\r?\\n[ \\t]*\\z", Pattern.DOTALL);

  private XlsxText() {}

  /** The text of a cell without the line breaks and blanks that indent its markup. */
  static String withoutIndent(String text) {
    if (text == null || text.isEmpty() || text.charAt(0) > ' ') {
      return text;
    }
    Matcher indented = INDENTED.matcher(text);
    return indented.matches() ? indented.group(1) : text;
  }

  /** The text with its characters (ECMA-376, part 1, section 22.9.2.19). */
  static String decoded(String text) {
    if (text == null || text.indexOf("_x") < 0) {
      return text == null ? "" : text;
    }
    Matcher escaped = ESCAPED.matcher(text);
    StringBuilder decoded = new StringBuilder();
    while (escaped.find()) {
      char c = (char) Integer.parseInt(escaped.group(1), 16);
      // Half a letter, or a character that no text holds, stays as it is written.
      boolean sound = !Character.isSurrogate(c) && c != 0xfffe && c != 0xffff && c != 0;
      escaped.appendReplacement(
          decoded, Matcher.quoteReplacement(sound ? String.valueOf(c) : escaped.group()));
    }
    return escaped.appendTail(decoded).toString();
  }
}
