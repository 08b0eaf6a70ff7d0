package neatroster.cli.command;

import java.io.IOException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import neatroster.core.grid.UnreadableSheetException;
import neatroster.core.layout.Layout;
import neatroster.core.roster.Roster;
import neatroster.core.text.Nearest;
import neatroster.formats.BatchFormat;
import neatroster.formats.BatchFormats;
import neatroster.formats.LayoutFormat;
import neatroster.formats.Split;
import neatroster.runs.RunDocument;
import neatroster.sheets.OneRosterExports;
import neatroster.work.Problem;
import neatroster.work.folder.CommandContext;
import neatroster.work.folder.KnownSource;
import neatroster.work.folder.Layouts;
import neatroster.work.folder.LockedRosterFolder;
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

  private static final String USUAL_ONE_ROSTER = "1.2";

  private List<BatchFormat> formats;

  /** Without formats on the command line those that another run was packed in are written. */
  void likeIn(RunDocument run) {
    if (as.isEmpty()) {
      // A batch of SCIM makes things, and takes nothing back.
      as = run.formats().stream().filter(format -> !format.equals("scim")).toList();
    }
    if (oneRoster == null) {
      oneRoster = run.oneRoster().orElse(null);
    }
  }

  /** The version of OneRoster. */
  String oneRoster() {
    if (oneRoster == null) {
      return USUAL_ONE_ROSTER;
    }
    if (!oneRoster.equals("1.1") && !oneRoster.equals("1.2")) {
      throw Problem.usage("--oneroster takes 1.1 or 1.2.");
    }
    return oneRoster;
  }

  /** What OneRoster exports of the platform say that a delta in that format goes by. */
  OneRosterExports oneRosterExports(CommandContext context) {
    if (formats.stream().noneMatch(format -> format.name().equals("oneroster"))) {
      return OneRosterExports.NONE;
    }
    try {
      return OneRosterExports.of(
          KnownSource.exportFiles(context, Instant.MIN),
          KnownSource.exportFiles(context, lastDelivery(context)));
    } catch (UnreadableSheetException | IOException e) {
      throw Problem.unreadable("An export cannot be read: " + e.getMessage() + ".", e);
    }
  }

  private static Instant lastDelivery(CommandContext context) {
    return context.folder().map(LockedRosterFolder::runsIn).orElse(List.of()).stream()
        .flatMap(run -> run.deliveredAt().stream())
        .max(Comparator.naturalOrder())
        .orElse(Instant.MIN);
  }

  /** How batches are divided. */
  Split split() {
    return new Split(mostRows, Optional.ofNullable(by));
  }

  /** Sees to it that every format is one that there is. */
  void verify(CommandContext context) {
    oneRoster();
    if (mostRows < 0) {
      throw Problem.usage("--most-rows takes a number from 1.");
    }
    formats = new ArrayList<>();
    for (String name : new LinkedHashSet<>(as.isEmpty() ? usual(context) : as)) {
      BatchFormat format =
          name.toLowerCase(Locale.ROOT).startsWith(LayoutFormat.PREFIX)
              ? layout(context, name.substring(LayoutFormat.PREFIX.length()))
              : named(name);
      if (!split().isNone() && !format.isSplit()) {
        throw Problem.usage(
            name + " is not divided into files; leave out --most-rows and --split for it.");
      }
      formats.add(format);
    }
    context.declare(
        layouts().stream()
            .flatMap(layout -> layout.extras().stream())
            .map(Layout.Extra::field)
            .distinct()
            .toList());
  }

  /** Sees to it that the sheets have the columns that layouts name beside all fields. */
  void verifyExtras(Roster roster) {
    for (Layout layout : layouts()) {
      for (Layout.Extra extra : layout.extras()) {
        boolean isThere =
            roster.sheets().stream()
                .anyMatch(sheet -> sheet.ownFields().containsKey(extra.field()));
        if (!isThere) {
          throw Problem.usage(extra.otherwise());
        }
      }
      layout
          .whatIsMissing()
          .ifPresent(
              missing -> {
                throw Problem.usage(layout.place() + ": " + missing + ".");
              });
    }
  }

  /** What is written where nobody says: the layout that the settings name, or our own CSV. */
  private static List<String> usual(CommandContext context) {
    String layout = context.settings().school().platformLayout();
    return List.of(layout.isEmpty() ? "plain" : LayoutFormat.PREFIX + layout);
  }

  private static BatchFormat named(String name) {
    return BatchFormats.named(name.toLowerCase(Locale.ROOT))
        .orElseThrow(
            () ->
                Problem.usage(
                    "There is no format “"
                        + name
                        + "”."
                        + Nearest.word(name, BatchFormats.names())
                            .map(near -> " Is " + near + " meant?")
                            .orElse(
                                " There is: "
                                    + String.join(", ", BatchFormats.names())
                                    + ", and layout:NAME for a layout of your own.")));
  }

  private BatchFormat layout(CommandContext context, String name) {
    Layout layout = new Layouts(context).named(name);
    layout = mostRows > 0 ? layout.withMostRows(mostRows) : layout;
    return new LayoutFormat(by == null ? layout : layout.splitBy(by.name()));
  }

  /** The formats, each once. */
  List<BatchFormat> formats() {
    return formats;
  }

  /** The layouts among them. */
  List<Layout> layouts() {
    List<Layout> layouts = new ArrayList<>();
    for (BatchFormat format : formats) {
      if (format instanceof LayoutFormat layout) {
        layouts.add(layout.layout());
      }
    }
    return layouts;
  }
}
