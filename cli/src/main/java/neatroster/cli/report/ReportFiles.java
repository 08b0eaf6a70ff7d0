package neatroster.cli.report;

import java.io.IOException;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import neatroster.core.check.CheckResult;
import neatroster.disk.DiskErrors;
import neatroster.disk.NewFile;
import neatroster.work.Problem;
import neatroster.work.json.Json;
import neatroster.work.preview.Preview;

/**
 * A result as files; the ending of a file's name tells the kind.
 *
 * @param <T> the result
 */
public final class ReportFiles<T> {
  private final Map<String, Kind<T>> kinds = new LinkedHashMap<>();

  private ReportFiles() {}

  /** What a check found. */
  public static ReportFiles<CheckResult> ofFindings() {
    ReportFiles<CheckResult> files = new ReportFiles<>();
    files.kinds.put(".html", FindingsHtml::write);
    files.kinds.put(".json", (result, out) -> Json.write(out, FindingsJson.document(result)));
    files.kinds.put(".csv", FindingsCsv::write);
    files.kinds.put(".xlsx", FindingsXlsx::write);
    return files;
  }

  /** What would change. */
  public static ReportFiles<Preview> ofPreview() {
    ReportFiles<Preview> files = new ReportFiles<>();
    files.kinds.put(".html", PreviewHtml::write);
    files.kinds.put(
        ".json", (preview, out) -> Json.write(out, new PreviewJson(preview).document()));
    files.kinds.put(".csv", PreviewCsv::write);
    return files;
  }

  /** What became of a run. */
  public static ReportFiles<ConfirmReport> ofConfirmation() {
    ReportFiles<ConfirmReport> files = new ReportFiles<>();
    files.kinds.put(".html", ConfirmHtml::write);
    files.kinds.put(".json", (report, out) -> Json.write(out, report.document()));
    return files;
  }

  /**
   * Writes one kind of report.
   *
   * @param <T> the result
   */
  @FunctionalInterface
  private interface Kind<T> {
    void write(T result, OutputStream out) throws IOException;
  }

  /** Refuses a file name of no known kind, before any work is done. */
  public void verify(List<Path> files) {
    files.forEach(this::kind);
  }

  private Kind<T> kind(Path file) {
    String name = file.toString().toLowerCase(Locale.ROOT);
    for (Map.Entry<String, Kind<T>> kind : kinds.entrySet()) {
      if (name.endsWith(kind.getKey())) {
        return kind.getValue();
      }
    }
    throw Problem.usage(
        "A report is told by its ending, and “"
            + file
            + "” has none of "
            + String.join(" ", kinds.keySet())
            + ".");
  }

  /**
   * Writes a report beside its place and moves it there; an earlier one is replaced.
   *
   * @param file where it is
   * @param named what the user calls it
   */
  public void write(T result, Path file, Path named) {
    try {
      NewFile.replace(
          file,
          out -> {
            kind(named).write(result, out);
            return file;
          });
    } catch (UncheckedIOException e) {
      throw unwritten(named, e.getCause());
    } catch (IOException e) {
      throw unwritten(named, e);
    }
  }

  private static Problem unwritten(Path named, IOException e) {
    return Problem.unreadable(
        "The report " + named + " could not be written (" + DiskErrors.reason(e) + ").", e);
  }
}
