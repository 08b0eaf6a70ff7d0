package neatroster.cli.command;

import java.io.IOException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.Callable;
import neatroster.cli.terminal.Exit;
import neatroster.cli.terminal.Screen;
import neatroster.core.change.Changes;
import neatroster.core.intake.SheetReading;
import neatroster.core.model.Counted;
import neatroster.core.roster.ResolvedRoster;
import neatroster.core.roster.Roster;
import neatroster.core.roster.TextSearch;
import neatroster.core.state.Known;
import neatroster.core.text.Quoted;
import neatroster.work.Problem;
import neatroster.work.folder.CommandContext;
import neatroster.work.folder.KnownFiles;
import neatroster.work.folder.KnownSource;
import neatroster.work.folder.KnownSources;
import neatroster.work.folder.LockedRosterFolder;
import neatroster.work.folder.OpenRoster;
import neatroster.work.folder.RosterFolder;
import neatroster.work.json.Json;
import neatroster.work.json.JsonObject;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Parameters;

/** Finds a person, a course, a group or a site by any part of any field. */
@Command(
    name = "find",
    description =
        "Finds a person, course, group or site by any part of any field: in the sheets, in what is"
            + " known, among the accounts issued.")
public final class FindCommand implements Callable<Integer> {
  /** More are counted, not shown. */
  private static final int SHOWN = 40;

  @Mixin private CommonOptions options;

  @Parameters(paramLabel = "TEXT", description = "Case and accents make no difference.")
  private String text;

  @Override
  public Integer call() {
    Screen screen = options.screen();
    if (text.isBlank()) {
      throw Problem.usage("Say what to find: a part of a name, an address, a code.");
    }
    CommandContext context = options.context();
    RosterFolder folder =
        context.folderOr(
            "find looks through a roster folder, and there is none here. Name one with --folder"
                + " DIR.");
    List<TextSearch.Hit> hits = hits(context, folder);
    if (options.json()) {
      Json.write(screen.out(), json(hits));
    } else {
      show(screen, hits);
    }
    return Exit.DONE;
  }

  private List<TextSearch.Hit> hits(CommandContext context, RosterFolder folder) {
    Screen screen = options.screen();
    Roster none = new Roster(List.of(), List.of(), List.of());
    boolean sheets = !folder.files("sheets").isEmpty();
    List<KnownSource> sources = KnownSources.of(context);
    try (Opened asked =
            new Opened(
                sheets ? Optional.of(OpenRoster.open(context, List.of())) : Optional.empty());
        OpenRoster exports = OpenRoster.ofExports(context, sources)) {
      Roster roster = asked.roster().orElse(none);
      Known known = KnownFiles.checkInput(context, roster).known();
      Roster platform = exports.roster();
      List<TextSearch.Hit> hits =
          TextSearch.find(
              ResolvedRoster.of(roster, context.settings(), known),
              platform,
              delivered(sources),
              LockedRosterFolder.joinCodesIn(folder),
              text);
      sayWhatWasNotLookedAt(screen, roster);
      sayWhatWasNotLookedAt(screen, platform);
      return hits;
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
    Optional<Roster> roster() {
      return files.map(OpenRoster::roster);
    }

    @Override
    public void close() {
      files.ifPresent(OpenRoster::close);
    }
  }

  private static void sayWhatWasNotLookedAt(Screen screen, Roster roster) {
    for (Roster.Unread sheet : roster.unread()) {
      screen.remark(sheet.name() + " was not looked through: it is no table that is understood.");
    }
    for (SheetReading sheet : roster.brokenOff()) {
      screen.remark(
          sheet.name()
              + " was looked through as far as it can be read: "
              + roster.whyBrokenOff(sheet).orElseThrow().getMessage()
              + ".");
    }
  }

  /** The places of one person together, everything else on its own. */
  private static List<List<TextSearch.Hit>> together(List<TextSearch.Hit> hits) {
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

  private void show(Screen screen, List<TextSearch.Hit> hits) {
    List<List<TextSearch.Hit>> all = together(hits);
    for (List<TextSearch.Hit> one : all.subList(0, Math.min(SHOWN, all.size()))) {
      for (TextSearch.Hit hit : one) {
        String thing = hit.table().word().replaceAll("s$", "");
        screen.line(screen.bold(hit.place()) + screen.dim(" — " + thing));
      }
      fields(one)
          .forEach(
              (name, values) ->
                  values.forEach(
                      value ->
                          screen.line(String.format("  %-16s %s", name, shown(screen, value)))));
    }
    if (all.size() > SHOWN) {
      screen.line("and " + (all.size() - SHOWN) + " more; say more of what you look for.");
    }
    screen.line(
        (hits.isEmpty() ? "Nothing has " : "Found in " + Counted.of(hits.size(), "place") + ": ")
            + Quoted.value(text)
            + (hits.isEmpty() ? " in it." : "."));
  }

  private String shown(Screen screen, Value value) {
    String shown = TextSearch.has(value.text(), text) ? screen.green(value.text()) : value.text();
    return value.where().isEmpty() ? shown : shown + screen.dim("  (" + value.where() + ")");
  }

  /**
   * A value of a field.
   *
   * @param where the place that says so, where another says otherwise; else empty
   */
  private record Value(String text, String where) {}

  /** What all places say; where they do not agree, who says what. */
  private static Map<String, Set<Value>> fields(List<TextSearch.Hit> hits) {
    Map<String, Map<String, String>> placesOf = new LinkedHashMap<>();
    for (TextSearch.Hit hit : hits) {
      hit.fields()
          .forEach(
              (name, value) ->
                  placesOf
                      .computeIfAbsent(name, n -> new LinkedHashMap<>())
                      .putIfAbsent(value, hit.place()));
    }
    Map<String, Set<Value>> fields = new LinkedHashMap<>();
    placesOf.forEach(
        (name, places) ->
            places.forEach(
                (value, place) ->
                    fields
                        .computeIfAbsent(name, n -> new LinkedHashSet<>())
                        .add(new Value(value, places.size() > 1 ? place : ""))));
    return fields;
  }

  private JsonObject json(List<TextSearch.Hit> hits) {
    return Json.of("find")
        .put("text", text)
        .list(
            "found",
            hits,
            one ->
                new JsonObject()
                    .put("in", one.source().word())
                    .put("table", one.table().word())
                    .put("person", one.person() < 0 ? null : one.person())
                    .put("file", one.file())
                    .putPosition("row", one.row())
                    .put("fields", one.fields()));
  }
}
