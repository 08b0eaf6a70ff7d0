package neatroster.work.find;

import java.io.IOException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import neatroster.core.change.Changes;
import neatroster.core.intake.SheetReading;
import neatroster.core.roster.ResolvedRoster;
import neatroster.core.roster.Roster;
import neatroster.core.roster.TextSearch;
import neatroster.core.state.Known;
import neatroster.work.Problem;
import neatroster.work.folder.CommandContext;
import neatroster.work.folder.KnownFiles;
import neatroster.work.folder.KnownSource;
import neatroster.work.folder.KnownSources;
import neatroster.work.folder.LockedRosterFolder;
import neatroster.work.folder.OpenRoster;
import neatroster.work.folder.RosterFolder;

/**
 * What has a text in its fields: in the sheets, in what is known, among the accounts issued.
 *
 * @param text what was looked for
 * @param hits where it is; those of one person follow each other
 */
public record FolderSearch(String text, List<TextSearch.Hit> hits) {
  /**
   * Looks for it in everything that a roster folder holds. What could not be looked through is said
   * to whoever asks.
   *
   * @throws Problem where what was delivered cannot be read
   */
  public static FolderSearch of(CommandContext context, RosterFolder folder, String text) {
    boolean hasSheets = !folder.files("sheets").isEmpty();
    List<KnownSource> sources = KnownSources.of(context);
    try (Opened asked =
            new Opened(
                hasSheets ? Optional.of(OpenRoster.open(context, List.of())) : Optional.empty());
        OpenRoster exports = OpenRoster.ofExports(context, sources)) {
      Roster roster = asked.roster();
      Known known = KnownFiles.checkInput(context, roster).known();
      Roster platform = exports.roster();
      List<TextSearch.Hit> hits =
          TextSearch.find(
              ResolvedRoster.of(roster, context.settings(), known),
              platform,
              delivered(sources),
              LockedRosterFolder.joinCodesIn(folder),
              text);
      sayWhatWasNotLookedAt(context, roster);
      sayWhatWasNotLookedAt(context, platform);
      return new FolderSearch(text, hits);
    } catch (IOException e) {
      throw Problem.unreadable("What was delivered cannot be read: " + e.getMessage() + ".", e);
    }
  }

  private static Map<String, Changes> delivered(List<KnownSource> sources) {
    Map<String, Changes> delivered = new LinkedHashMap<>();
    for (KnownSource source : sources) {
      source.delivered().ifPresent(one -> delivered.put(source.name(), one.changes()));
    }
    return delivered;
  }

  /** Files that are open where there are any. */
  private record Opened(Optional<OpenRoster> files) implements AutoCloseable {
    Roster roster() {
      return files
          .map(OpenRoster::roster)
          .orElseGet(() -> new Roster(List.of(), List.of(), List.of()));
    }

    @Override
    public void close() {
      files.ifPresent(OpenRoster::close);
    }
  }

  private static void sayWhatWasNotLookedAt(CommandContext context, Roster roster) {
    for (Roster.Unread sheet : roster.unread()) {
      context
          .dialog()
          .remark(sheet.name() + " was not looked through: it is no table that is understood.");
    }
    for (SheetReading sheet : roster.brokenOff()) {
      context
          .dialog()
          .remark(
              sheet.name()
                  + " was looked through as far as it can be read: "
                  + roster.whyBrokenOff(sheet).orElseThrow().getMessage()
                  + ".");
    }
  }

  /** The hits of one person together, everything else on its own. */
  public List<List<TextSearch.Hit>> together() {
    List<List<TextSearch.Hit>> all = new ArrayList<>();
    int before = -1;
    for (TextSearch.Hit hit : hits) {
      if (hit.person() < 0 || hit.person() != before) {
        all.add(new ArrayList<>());
      }
      all.get(all.size() - 1).add(hit);
      before = hit.person();
    }
    return all;
  }
}
