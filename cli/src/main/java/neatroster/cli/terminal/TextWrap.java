package neatroster.cli.terminal;

import java.util.ArrayList;
import java.util.List;

/** Breaks sentences into lines. */
public final class TextWrap {
  private TextWrap() {}

  /** The text in lines of at most so many characters, broken at spaces where there are any. */
  public static List<String> lines(String text, int width) {
    List<String> lines = new ArrayList<>();
    StringBuilder line = new StringBuilder();
    for (String word : text.split(" ", -1)) {
      if (!line.isEmpty() && line.length() + 1 + word.length() > width) {
        lines.add(line.toString());
        line.setLength(0);
      }
      line.append(line.isEmpty() ? "" : " ").append(word);
    }
    lines.add(line.toString());
    return lines;
  }

  /**
   * A line as it is shown: what goes beyond the width is broken between words, the further lines
   * set in as the first is. Graphic renditions (ECMA-48) take no room.
   */
  static List<String> shown(String text, int width) {
    if (length(text) <= width) {
      return List.of(text);
    }
    int in = 0;
    while (in < text.length() && text.charAt(in) == ' ') {
      in++;
    }
    String indent = " ".repeat(Math.min(in + 2, width / 2));
    List<String> lines = new ArrayList<>();
    StringBuilder line = new StringBuilder(" ".repeat(in));
    boolean isEmpty = true;
    for (String word : text.substring(in).split(" ", -1)) {
      int space = isEmpty ? 0 : 1;
      if (!isEmpty && length(line.toString()) + space + length(word) > width) {
        lines.add(line.toString().stripTrailing());
        line = new StringBuilder(indent);
        isEmpty = true;
        space = 0;
      }
      if (!(isEmpty && word.isEmpty() && !lines.isEmpty())) {
        line.append(" ".repeat(space)).append(word);
        isEmpty = false;
      }
    }
    lines.add(line.toString());
    return lines;
  }

  private static int length(String text) {
    return text.indexOf('\u001b') < 0
        ? text.codePointCount(0, text.length())
        : text.replaceAll("\u001b\\[[0-9;]*m", "").length();
  }
}
