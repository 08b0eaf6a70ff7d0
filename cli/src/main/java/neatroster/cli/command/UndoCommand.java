package neatroster.cli.command;

import com.fasterxml.jackson.core.JsonGenerator;
import java.io.IOException;
import java.nio.file.Path;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.concurrent.Callable;
import java.util.stream.Collectors;
import neatroster.cli.disk.DiskTrouble;
import neatroster.cli.folder.EditedBatches;
import neatroster.cli.folder.FoundThere;
import neatroster.cli.folder.KnownSource;
import neatroster.cli.folder.RosterFolder;
import neatroster.cli.folder.RunBackground;
import neatroster.cli.folder.RunBatches;
import neatroster.cli.folder.RunChoice;
import neatroster.cli.folder.RunFolder;
import neatroster.cli.folder.Session;
import neatroster.cli.folder.Workplace;
import neatroster.cli.report.RunText;
import neatroster.cli.terminal.Exit;
import neatroster.cli.terminal.Json;
import neatroster.cli.terminal.Problem;
import neatroster.cli.terminal.Screen;
import neatroster.core.change.Change;
import neatroster.core.change.Phase;
import neatroster.core.change.PlannedChange;
import neatroster.core.compare.Above;
import neatroster.core.compare.Reverse;
import neatroster.core.compare.Teaching;
import neatroster.core.compare.Totals;
import neatroster.core.compare.WholeRecords;
import neatroster.core.confirm.Arrival;
import neatroster.core.confirm.Outcome;
import neatroster.core.confirm.Taken;
import neatroster.core.layout.Layout;
import neatroster.core.layout.LayoutJudge;
import neatroster.core.model.Counted;
import neatroster.core.model.Field;
import neatroster.core.model.Table;
import neatroster.core.roster.Roster;
import neatroster.core.settings.Settings;
import neatroster.core.state.Known;
import neatroster.formats.KeptChanges;
import neatroster.register.RegisterException;
import neatroster.register.Run;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** Packs what takes back a run that was delivered. */
@Command(
    name = "undo",
    description = {
      "Packs the reverse of a run that was delivered, as a run of its own: what it made is taken",
      "away, what it changed is put back. What was changed again since is left."
    })
public final class UndoCommand implements Callable<Integer> {
  private static final int MISFITS_SAID = 5;

  @Mixin private CommonOptions options;
  @Mixin private FormatOptions formats;

  @Option(
      names = "--go-above",
      paramLabel = "KIND=NUMBER",
      description =
          "Lets it make so many removals, withdrawals or changes, whatever stop-above in the"
              + " settings says. Repeatable.")
  private Map<String, Integer> goAbove = Map.of();

  @Option(
      names = "--even-in-use",
      description =
          "Takes away courses that the run made also where people are in them by now whom it did"
              + " not enroll.")
  private boolean evenInUse;

  @Parameters(paramLabel = "RUN", description = "The run, as 2027-01-12-1.")
  private String named;

  /** What is said of something that is not taken back, or not wholly. */
  private static final class Kept {
    private final Map<String, Integer> counts = new LinkedHashMap<>();

    void add(String what) {
      counts.merge(what, 1, Integer::sum);
    }
  }

  /**
   * An undoing.
   *
   * @param run the run that was packed, or null where there is nothing to take back
   * @param kept what cannot be taken back, and how often
   */
  private record Undone(
      String run,
      String undoes,
      String folder,
      List<RunBatches.PackedFile> files,
      List<RunBatches.NotCarried> notCarried,
      Map<String, Map<String, Integer>> counts,
      Map<String, Integer> kept) {}

  @Override
  public Integer call() {
    Session session = options.session();
    RosterFolder folder =
        session.folderOr("There is no roster folder here; runs are packed in one. Try --folder.");
    formats.verify(session);
    try (Workplace workplace = session.work("undo")) {
      List<Run> runs = workplace.register().runs();
      Run run = RunChoice.of(runs, named);
      RunChoice.verifyNoneUnderWay(runs);
      verify(runs, run);
      RunChoice.verifyUnedited(folder, run);
      RunChoice.verifyTaken(folder, run);
      EditedBatches.remark(session.screen(), folder, run.name());
      Path changes = RunChoice.kept(folder, run);
      Roster none = new Roster(List.of(), List.of(), List.of());
      Known known = session.basis(workplace.known(), none).known();
      Undoing undoing =
          new Undoing(
              new KeptChanges(changes),
              new Arrival(session.settings(), known),
              FoundThere.of(folder.path("runs").resolve(run.name())));
      String inUse = evenInUse ? "" : inUse(known, undoing);
      if (!inUse.isEmpty()) {
        refuse(session.screen(), run, inUse);
        return Exit.FINDINGS;
      }
      String above = above(session.settings(), known, undoing);
      if (!above.isEmpty()) {
        refuse(session.screen(), run, above);
        return Exit.FINDINGS;
      }
      Teaching teaching = new Teaching(known.memberships());
      WholeRecords whole = new WholeRecords(known, teaching);
      new KeptChanges(changes.resolveSibling(KnownSource.DUE)).read(whole::assume);
      String misfits = misfits(session.settings(), whole, undoing);
      if (!misfits.isEmpty()) {
        refuse(session.screen(), run, misfits);
        return Exit.FINDINGS;
      }
      Undone undone =
          pack(session.settings(), known, whole, teaching, folder, workplace, run, undoing);
      if (options.json()) {
        Json.write(session.screen().out(), json -> json(json, undone));
      } else {
        text(session.screen(), session.settings(), undone);
      }
      return Exit.DONE;
    } catch (RegisterException e) {
      throw Problem.unreadable(e.getMessage() + ".", e);
    } catch (IOException e) {
      throw Problem.unreadable(
          "The run could not be written (" + DiskTrouble.reason(e) + "); nothing of it is left.",
          e);
    }
  }

  private static void verify(List<Run> runs, Run run) {
    if (run.deliveredAt().isEmpty()) {
      throw Problem.usage(
          "Run "
              + run.name()
              + " is not recorded as delivered, so there is nothing to take back. If it was"
              + " uploaded, say so first: neat-roster send "
              + run.name()
              + " --by-hand");
    }
    for (Run other : runs) {
      if (other.undoes().equals(Optional.of(run.name())) && other.deliveredAt().isPresent()) {
        throw Problem.usage(
            "Run " + run.name() + " was taken back already, by run " + other.name() + ".");
      }
    }
  }

  /** The changes that take a run back. */
  private static final class Undoing {
    private final KeptChanges changes;
    private final Arrival arrival;
    private final Set<String> foundThere;

    Undoing(KeptChanges changes, Arrival arrival, Set<String> foundThere) {
      this.changes = changes;
      this.arrival = arrival;
      this.foundThere = foundThere;
    }

    /**
     * Hands on the changes: first of all the renamings, the last before the others, so that
     * everything else is about people as they are called then; at the end who goes back to other
     * groups, because what else was changed about them was changed in the new ones.
     */
    void read(KeptChanges.Receiver receiver, Kept kept) throws IOException {
      Map<String, String> formerOf = new HashMap<>();
      for (PlannedChange renaming : renamings()) {
        formerOf.put(
            renaming.value(Field.FORMER_USERNAME).toLowerCase(Locale.ROOT),
            renaming.value(Field.USERNAME));
        receiver.change(renaming);
      }
      Set<String> stay = whoWasThere();
      List<PlannedChange> regroupings = new ArrayList<>();
      changes.read(
          made -> {
            if (foundThere.contains(FoundThere.key(made))) {
              kept.add(made.phase().one() + " that was there before the run; it stays");
              return;
            }
            Outcome outcome = arrival.of(made);
            Optional<PlannedChange> still = Taken.stillSo(made, outcome).map(arrival::completed);
            if (still.isEmpty() || still.get().before().size() < made.before().size()) {
              kept.add(
                  made.phase().one()
                      + " to "
                      + made.change().word()
                      + ", changed again or gone since");
            }
            if (still.isEmpty()) {
              return;
            }
            PlannedChange change = still.get();
            boolean isFurther =
                change.change() == Change.ENROLL
                    && !change.value(Field.GROUP).isEmpty()
                    && stay.contains(seat(change));
            Optional<PlannedChange> reverse =
                isFurther ? Optional.of(Reverse.ofFurtherGroup(change)) : Reverse.of(change);
            if (reverse.isEmpty()) {
              kept.add(irreversible(change));
              return;
            }
            costs(change, kept);
            if (reverse.get().change() == Change.REGROUP) {
              regroupings.add(0, renamedBack(reverse.get(), formerOf));
            } else if (change.change() != Change.RENAME) {
              receiver.change(renamedBack(reverse.get(), formerOf));
            }
          });
      for (PlannedChange regrouping : regroupings) {
        receiver.change(regrouping);
      }
    }

    private List<PlannedChange> renamings() throws IOException {
      List<PlannedChange> back = new ArrayList<>();
      changes.read(
          Table.USERS,
          (row, change) -> {
            if (change.change() == Change.RENAME
                && Taken.stillSo(change, arrival.of(change)).isPresent()) {
              back.add(0, Reverse.of(change).orElseThrow());
            }
          });
      return back;
    }

    /** Who was in a course before, by the changes: whoever leaves a group there stays in it. */
    private Set<String> whoWasThere() throws IOException {
      Set<String> there = new HashSet<>();
      changes.read(
          Table.ENROLLMENTS,
          (row, change) -> {
            if (change.change() != Change.ENROLL && !change.value(Field.COURSE).isEmpty()) {
              there.add(seat(change));
            }
          });
      return there;
    }

    private static String seat(PlannedChange change) {
      return change.value(Field.USER).toLowerCase(Locale.ROOT) + "\n" + change.value(Field.COURSE);
    }

    /** Everybody is named as they are called again once the renamings are taken back. */
    private static PlannedChange renamedBack(PlannedChange change, Map<String, String> formerOf) {
      Map<Field, String> values = new EnumMap<>(Field.class);
      values.putAll(change.values());
      for (Field field : List.of(Field.USERNAME, Field.USER, Field.MANAGER)) {
        String former = formerOf.get(change.value(field).toLowerCase(Locale.ROOT));
        if (former != null) {
          values.put(field, former);
        }
      }
      return new PlannedChange(change.phase(), change.change(), values, change.own())
          .from(change.before())
          .fromOwn(change.ownBefore());
    }

    private static String irreversible(PlannedChange change) {
      if (change.phase() == Phase.SITES) {
        return "site made; others may be in it by now";
      }
      return switch (change.change()) {
        case REMOVE -> "removal of what is known by its name alone";
        case CREATE -> "account made without a username; remove it on the platform";
        default -> "password changed; the one before is not known";
      };
    }

    /** What is lost all the same. */
    private static void costs(PlannedChange change, Kept kept) {
      if (change.change() == Change.REMOVE) {
        kept.add(
            change.value(Field.COURSE).isEmpty()
                ? "user removed, who is made anew; their work and password do not come back"
                : "course or group removed, which is made anew; its contents do not come back");
      } else if (change.change() == Change.WITHDRAW) {
        kept.add("enrollment ended, which is made anew; marks may not come back");
      }
    }
  }

  /** Which courses would go that others are in by now, as a sentence. */
  private static String inUse(Known known, Undoing undoing) throws IOException {
    Set<String> going = new HashSet<>();
    Set<String> leaving = new HashSet<>();
    undoing.read(
        change -> {
          if (change.change() == Change.REMOVE && change.value(Field.GROUP).isEmpty()) {
            going.add(change.value(Field.COURSE));
          }
        },
        new Kept());
    undoing.changes.read(
        change -> {
          String user = undoing.arrival.user(change.value(Field.USER));
          leaving.add(user.toLowerCase(Locale.ROOT) + "\n" + change.value(Field.COURSE));
        });
    Map<String, Set<String>> others = new TreeMap<>();
    known
        .memberships()
        .each(
            seat -> {
              String course = known.memberships().courseOf(seat);
              String user = known.memberships().username(seat);
              if (!course.isEmpty()
                  && going.contains(course)
                  && !leaving.contains(user + "\n" + course)) {
                others.computeIfAbsent(course, c -> new HashSet<>()).add(user);
              }
            });
    return others.isEmpty()
        ? ""
        : "The run made "
            + String.join(", ", others.keySet())
            + ", and "
            + Counted.of(others.values().stream().mapToInt(Set::size).sum(), "enrollment")
            + " in it came since by other ways. To take it away with them: --even-in-use.";
  }

  private String above(Settings settings, Known known, Undoing undoing) throws IOException {
    for (String kind : goAbove.keySet()) {
      if (!settings.stopAbove().containsKey(kind)) {
        throw Problem.usage("--go-above takes removals, withdrawals or changes with a number.");
      }
    }
    Totals totals = new Totals(known.memberships(), settings.defaultRole());
    undoing.read(totals::add, new Kept());
    return Above.of(totals, known, settings.stopAbove(), goAbove).stream()
        .map(Above::sentence)
        .collect(Collectors.joining(". "));
  }

  /** What the layouts have no room for, in sentences. */
  private String misfits(Settings settings, WholeRecords whole, Undoing undoing)
      throws IOException {
    List<String> sentences = new ArrayList<>();
    for (Layout layout : formats.layouts()) {
      LayoutJudge judge = new LayoutJudge(layout, settings.reading().ownFields(), whole);
      undoing.read(judge::add, new Kept());
      judge.findings().stream()
          .limit(MISFITS_SAID)
          .forEach(finding -> sentences.add(finding.message()));
    }
    return String.join(" ", sentences);
  }

  private Undone pack(
      Settings settings,
      Known known,
      WholeRecords whole,
      Teaching teaching,
      RosterFolder folder,
      Workplace workplace,
      Run undoes,
      Undoing undoing)
      throws IOException, RegisterException {
    Path runs = folder.path("runs");
    Kept kept = new Kept();
    try (RunFolder run = RunFolder.start(runs, LocalDate.now(ZoneId.systemDefault()))) {
      RunBatches batches =
          new RunBatches(
              run,
              workplace.accounts(),
              formats.formats(),
              RunBackground.of(
                  settings,
                  known,
                  whole,
                  teaching,
                  workplace.register(),
                  formats.oneRoster(),
                  formats.split()));
      try {
        undoing.read(batches::add, kept);
      } finally {
        batches.close();
      }
      boolean isNothing = batches.counts().isEmpty();
      if (batches.stillDue() > 0) {
        kept.counts.put("change that no format of this run has room for", batches.stillDue());
      }
      Undone undone =
          new Undone(
              isNothing ? null : run.name(),
              undoes.name(),
              isNothing ? null : folder.shown("runs/" + run.name()),
              batches.files(),
              batches.notCarried(),
              batches.counts(),
              kept.counts);
      if (isNothing) {
        return undone;
      }
      String digest = batches.digest();
      try (var out = run.create("run.json")) {
        Json.write(out, json -> json(json, undone));
      }
      run.finish();
      workplace.register().runPacked(run.name(), Instant.now(), digest, Optional.of(undoes.name()));
      return undone;
    }
  }

  private void refuse(Screen screen, Run run, String why) {
    String refused = "Nothing was packed. " + why;
    if (options.json()) {
      Json.write(
          screen.out(),
          json -> {
            json.writeStartObject();
            json.writeStringField("command", "undo");
            json.writeNullField("run");
            json.writeStringField("undoes", run.name());
            json.writeStringField("refused", refused);
            json.writeEndObject();
          });
    } else {
      screen.line(screen.red(refused));
    }
  }

  private static void text(Screen screen, Settings settings, Undone undone) {
    if (undone.run() == null) {
      screen.line(
          "Nothing of run " + undone.undoes() + " can be taken back, so no run was packed.");
    } else {
      screen.line(
          "Packed run "
              + screen.bold(undone.run())
              + ", which takes back run "
              + undone.undoes()
              + ", into "
              + undone.folder());
      screen.line("");
      RunText.files(screen, undone.files());
    }
    if (!undone.kept().isEmpty()) {
      screen.line("");
      screen.line(screen.yellow("What cannot be taken back"));
      undone.kept().forEach((what, count) -> screen.line(String.format("  %6d × %s", count, what)));
    }
    RunText.notCarried(screen, undone.notCarried());
    if (undone.run() != null) {
      screen.line("");
      RunText.next(screen, undone.run(), settings);
      screen.line(
          "Your sheets still ask for what run "
              + undone.undoes()
              + " did: correct them, or the next pack does it again.");
    }
  }

  private static void json(JsonGenerator json, Undone undone) throws IOException {
    json.writeStartObject();
    json.writeStringField("command", "undo");
    json.writeStringField("run", undone.run());
    json.writeStringField("undoes", undone.undoes());
    json.writeStringField("folder", undone.run() == null ? null : "runs/" + undone.run());
    RunBatches.json(json, undone.files());
    json.writeObjectFieldStart("counts");
    for (Map.Entry<String, Map<String, Integer>> phase : undone.counts().entrySet()) {
      json.writeObjectFieldStart(phase.getKey());
      for (Map.Entry<String, Integer> change : phase.getValue().entrySet()) {
        json.writeNumberField(change.getKey(), change.getValue());
      }
      json.writeEndObject();
    }
    json.writeEndObject();
    RunBatches.jsonNotCarried(json, undone.notCarried());
    json.writeArrayFieldStart("cannotBeUndone");
    for (Map.Entry<String, Integer> one : undone.kept().entrySet()) {
      json.writeStartObject();
      json.writeStringField("what", one.getKey());
      json.writeNumberField("count", one.getValue());
      json.writeEndObject();
    }
    json.writeEndArray();
    json.writeEndObject();
  }
}
