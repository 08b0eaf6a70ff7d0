package neatroster.cli.command;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import neatroster.cli.terminal.Problem;
import neatroster.core.text.Nearest;
import neatroster.formats.BatchFormat;
import neatroster.formats.BatchFormats;
import picocli.CommandLine.Option;

/** The formats that batches are written in. */
final class FormatOptions {
  @Option(
      names = "--as",
      paramLabel = "FORMAT",
      arity = "1..*",
      description = "The formats to write (default: plain).")
  private List<String> as = List.of("plain");

  @Option(
      names = "--oneroster",
      paramLabel = "1.1|1.2",
      description = "The version of OneRoster that --as oneroster writes (default: 1.2).")
  private String oneRoster = "1.2";

  /** The version of OneRoster. */
  String oneRoster() {
    if (!oneRoster.equals("1.1") && !oneRoster.equals("1.2")) {
      throw Problem.usage("--oneroster takes 1.1 or 1.2.");
    }
    return oneRoster;
  }

  /** Sees to it that every format is one that there is. */
  void verify() {
    formats();
    oneRoster();
  }

  /** The formats, each once. */
  List<BatchFormat> formats() {
    List<BatchFormat> formats = new ArrayList<>();
    for (String name : new LinkedHashSet<>(as)) {
      formats.add(
          BatchFormats.named(name.toLowerCase(Locale.ROOT))
              .orElseThrow(
                  () ->
                      Problem.usage(
                          "There is no format “"
                              + name
                              + "”."
                              + Nearest.word(name, BatchFormats.names())
                                  .map(near -> " Is " + near + " meant?")
                                  .orElse(
                                      " There is: " + String.join(", ", BatchFormats.names())))));
    }
    return formats;
  }
}
