package neatroster.work.pack;

import java.io.IOException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import neatroster.core.compare.Teaching;
import neatroster.core.compare.WholeRecords;
import neatroster.core.grid.UnreadableSheetException;
import neatroster.core.layout.Layout;
import neatroster.core.roster.Roster;
import neatroster.core.state.Known;
import neatroster.core.text.Nearest;
import neatroster.formats.BatchFormat;
import neatroster.formats.BatchFormats;
import neatroster.formats.LayoutFormat;
import neatroster.formats.Split;
import neatroster.register.RegisterException;
import neatroster.runs.NewRun;
import neatroster.runs.RunBackground;
import neatroster.runs.RunBatches;
import neatroster.runs.RunDocument;
import neatroster.sheets.OneRosterExports;
import neatroster.work.Problem;
import neatroster.work.folder.CommandContext;
import neatroster.work.folder.KnownSources;
import neatroster.work.folder.Layouts;
import neatroster.work.folder.LockedRosterFolder;

/**
 * What batches a run holds: their formats, and how they are divided.
 *
 * @param formats the formats, each once
 * @param oneRoster the version of OneRoster
 * @param split how batches are divided
 */
public record BatchChoice(List<BatchFormat> formats, String oneRoster, Split split) {
  private static final String USUAL_ONE_ROSTER = "1.2";

  /**
   * What somebody asks for.
   *
   * @param as the names of the formats; empty for what the settings name
   * @param oneRoster the version of OneRoster, or null
   * @param split how batches are divided
   */
  public record Asked(List<String> as, String oneRoster, Split split) {
    /** Without formats those that another run was packed in are written. */
    public Asked likeIn(RunDocument run) {
      return new Asked(
          // A batch of SCIM makes things, and takes nothing back.
          as.isEmpty()
              ? run.formats().stream().filter(format -> !format.equals("scim")).toList()
              : as,
          oneRoster == null ? run.oneRoster().orElse(null) : oneRoster,
          split);
    }
  }

  /**
   * Takes what somebody asks for, and the columns that layouts name for fields of the school's own.
   *
   * @throws Problem where there is no such format, or it cannot be divided so
   */
  public static BatchChoice of(Asked asked, CommandContext context) {
    String oneRoster = asked.oneRoster() == null ? USUAL_ONE_ROSTER : asked.oneRoster();
    if (!oneRoster.equals("1.1") && !oneRoster.equals("1.2")) {
      throw Problem.usage("--oneroster takes 1.1 or 1.2.");
    }
    if (asked.split().mostRows() < 0) {
      throw Problem.usage("--most-rows takes a number from 1.");
    }
    List<BatchFormat> formats = new ArrayList<>();
    for (String name : new LinkedHashSet<>(asked.as().isEmpty() ? usual(context) : asked.as())) {
      BatchFormat format =
          name.toLowerCase(Locale.ROOT).startsWith(LayoutFormat.PREFIX)
              ? layout(context, name.substring(LayoutFormat.PREFIX.length()), asked.split())
              : named(name);
      if (!asked.split().isNone() && !format.isSplit()) {
        throw Problem.usage(
            name + " is not divided into files; leave out --most-rows and --split for it.");
      }
      formats.add(format);
    }
    BatchChoice choice = new BatchChoice(List.copyOf(formats), oneRoster, asked.split());
    context.declare(
        choice.layouts().stream()
            .flatMap(layout -> layout.extras().stream())
            .map(Layout.Extra::field)
            .distinct()
            .toList());
    return choice;
  }

  /** The batches of a run that is begun, still empty. */
  RunBatches into(
      NewRun run,
      CommandContext context,
      LockedRosterFolder lockedFolder,
      Known known,
      WholeRecords whole,
      Teaching teaching)
      throws IOException, RegisterException {
    return new RunBatches(
        run,
        lockedFolder.accounts(),
        formats,
        RunBackground.of(
            context.settings(),
            known,
            whole,
            teaching,
            lockedFolder.register(),
            oneRosterExports(context),
            oneRoster,
            split));
  }

  /** What OneRoster exports of the platform say that a delta in that format goes by. */
  private OneRosterExports oneRosterExports(CommandContext context) {
    if (formats.stream().noneMatch(format -> format.name().equals("oneroster"))) {
      return OneRosterExports.NONE;
    }
    try {
      return OneRosterExports.of(
          KnownSources.exportFiles(context, Instant.MIN),
          KnownSources.exportFiles(context, lastDelivery(context)));
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

  /** Sees to it that the sheets have the columns that layouts name beside all fields. */
  public void verifyExtras(Roster roster) {
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

  private static BatchFormat layout(CommandContext context, String name, Split split) {
    Layout layout = new Layouts(context).named(name);
    if (split.mostRows() > 0) {
      layout = layout.withMostRows(split.mostRows());
    }
    return new LayoutFormat(
        split.by().isEmpty() ? layout : layout.splitBy(split.by().get().name()));
  }

  /** The layouts among the formats. */
  public List<Layout> layouts() {
    List<Layout> layouts = new ArrayList<>();
    for (BatchFormat format : formats) {
      if (format instanceof LayoutFormat layout) {
        layouts.add(layout.layout());
      }
    }
    return layouts;
  }
}
