package neatroster.cli.report;

import java.util.List;
import neatroster.cli.terminal.Screen;

/** What is to be known beside the changes, on the screen. */
public final class NoticeText {
  private NoticeText() {}

  /** Says lines, with an empty one behind them; nothing where there are none. */
  public static void write(Screen screen, List<String> lines) {
    lines.forEach(line -> screen.line(line.startsWith(" ") ? line : screen.yellow(line)));
    if (!lines.isEmpty()) {
      screen.line("");
    }
  }
}
