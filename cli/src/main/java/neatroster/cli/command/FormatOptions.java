package neatroster.cli.command;

import java.util.List;
import java.util.Optional;
import neatroster.formats.Split;
import neatroster.work.pack.BatchChoice;
import picocli.CommandLine.Option;

/** The formats that batches are written in. */
final class FormatOptions {
  @Option(
      names = "--as",
      paramLabel = "FORMAT",
      arity = "1..*",
      description =
          "The formats to write: plain, oneroster, scim, ldif, layout:NAME (default: the platform's layout"
              + " that the settings name, or plain).")
  private List<String> as = List.of();

  @Option(
      names = "--oneroster",
      paramLabel = "1.1|1.2",
      description = "The version of OneRoster that --as oneroster writes (default: 1.2).")
  private String oneRoster;

  @Option(
      names = "--most-rows",
      paramLabel = "NUMBER",
      description = "Divides batches into files of so many rows at the most.")
  private int mostRows;

  @Option(
      names = "--split",
      paramLabel = "course|site",
      description = "Divides batches into a file for each course or site.")
  private Split.By by;

  /** What the command line asks for. */
  BatchChoice.Asked asked() {
    return new BatchChoice.Asked(as, oneRoster, new Split(mostRows, Optional.ofNullable(by)));
  }
}
