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
}
