package neatroster.cli.report;

import java.util.List;
import neatroster.cli.folder.RunBatches.NotCarried;
import neatroster.cli.folder.RunBatches.PackedFile;
import neatroster.cli.terminal.Screen;
import neatroster.core.model.Counted;

/** What a run holds, for people. */
public final class RunText {
  private RunText() {}

  /** The batch files, each with what is in it. */
  public static void files(Screen screen, List<PackedFile> files) {
    int width = files.stream().mapToInt(file -> file.path().length()).max().orElse(0);
    for (PackedFile file : files) {
      String path = file.path() + " ".repeat(width - file.path().length());
      screen.line("  " + path + "  " + Counted.of(file.written().rows(), file.written().one()));
    }
  }

  /** What the formats have no room for, each with how often. */
  public static void notCarried(Screen screen, List<NotCarried> notCarried) {
    String format = "";
    for (NotCarried one : notCarried) {
      if (!one.format().equals(format)) {
        format = one.format();
        screen.line("");
        screen.line(screen.yellow("What " + format + " has no room for"));
      }
      screen.line(String.format("  %6d × %s", one.count(), one.what()));
    }
  }
}
