package neatroster.cli.report;

import java.io.IOException;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import neatroster.cli.disk.DiskTrouble;
import neatroster.cli.disk.NewFile;
import neatroster.cli.terminal.Json;
import neatroster.cli.terminal.Problem;
import neatroster.core.check.CheckResult;

/** What a check found, as a file; its ending tells the kind. */
public final class Report {
  private static final Map<String, Kind> KINDS = new LinkedHashMap<>();

  static {
    KINDS.put(".html", FindingsHtml::write);
    KINDS.put(".json", (result, out) -> Json.write(out, json -> FindingsJson.write(json, result)));
    KINDS.put(".csv", FindingsCsv::write);
    KINDS.put(".xlsx", FindingsXlsx::write);
  }

  /** Writes one kind of report. */
  @FunctionalInterface
  interface Kind {
    void write(CheckResult result, OutputStream out) throws IOException;
  }

  private Report() {}

  /** Refuses a file name of no known kind, before any work is done. */
  public static void verify(List<Path> files) {
    files.forEach(Report::kind);
  }

  private static Kind kind(Path file) {
    String name = file.toString().toLowerCase(Locale.ROOT);
    for (Map.Entry<String, Kind> kind : KINDS.entrySet()) {
      if (name.endsWith(kind.getKey())) {
        return kind.getValue();
      }
    }
    throw Problem.usage(
        "A report is told by its ending, and “"
            + file
            + "” has none of "
            + String.join(" ", KINDS.keySet())
            + ".");
  }

  /**
   * Writes a report beside its place and moves it there; an earlier one is replaced.
   *
   * @param file where it is
   * @param named what the user calls it
   */
  public static void write(CheckResult result, Path file, Path named) {
    try {
      NewFile.replace(
          file,
          out -> {
            kind(named).write(result, out);
            return file;
          });
    } catch (UncheckedIOException e) {
      throw Problem.unreadable(
          "The report "
              + named
              + " could not be written ("
              + DiskTrouble.reason(e.getCause())
              + ").",
          e);
    } catch (IOException e) {
      throw Problem.unreadable(
          "The report " + named + " could not be written (" + DiskTrouble.reason(e) + ").", e);
    }
  }
}
