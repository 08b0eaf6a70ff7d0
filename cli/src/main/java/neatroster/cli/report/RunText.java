package neatroster.cli.report;

import java.util.List;
import neatroster.cli.terminal.Screen;
import neatroster.core.model.Counted;
import neatroster.core.settings.Settings;
import neatroster.runs.RunBatches.NotCarried;
import neatroster.runs.RunBatches.PackedFile;

/** What a run holds, for people. */
public final class RunText {
  /** A file for each course may be thousands. */
  private static final int MOST_SHOWN = 60;

  private RunText() {}

  /** The batch files, each with what is in it. */
  public static void files(Screen screen, List<PackedFile> files) {
    List<PackedFile> shown = files.subList(0, Math.min(MOST_SHOWN, files.size()));
    int width = shown.stream().mapToInt(file -> file.path().length()).max().orElse(0);
    for (PackedFile file : shown) {
      String path = file.path() + " ".repeat(width - file.path().length());
      screen.line("  " + path + "  " + Counted.of(file.written().rows(), file.written().one()));
    }
    if (files.size() > shown.size()) {
      screen.line(
          "  and " + (files.size() - shown.size()) + " more files; run.json lists them all");
    }
  }

  /** What to do with a run that was packed. */
  public static void next(Screen screen, String run, Settings settings) {
    String send = "neat-roster send " + run;
    if (settings.service().address().isEmpty()) {
      screen.line("Deliver the batches in the order of this list, then say so:");
      screen.line(send + " --by-hand");
      return;
    }
    screen.line("To send it to " + settings.service().address() + ": " + send);
    screen.line(
        "To try that first on a practice platform, where nothing comes of it: "
            + send
            + " --rehearse");
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
