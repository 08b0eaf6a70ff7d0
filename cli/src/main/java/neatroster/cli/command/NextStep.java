package neatroster.cli.command;

import java.io.PrintStream;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import neatroster.cli.terminal.ProcessEnvironment;
import neatroster.core.model.Counted;
import neatroster.register.Run;
import neatroster.work.folder.FileArgument;
import neatroster.work.folder.LockedRosterFolder;
import neatroster.work.folder.RosterFolder;
import neatroster.work.history.PastRun;

/** Where one stands in the job, and the command that comes next as a rule. */
public final class NextStep {
  private final RosterFolder folder;
  private final List<FileArgument> sheets;
  private final int accounts;
  private final List<Run> runs;

  private NextStep(RosterFolder folder) {
    this.folder = folder;
    sheets = folder.files("sheets");
    accounts = LockedRosterFolder.knownIn(Optional.of(folder)).all().size();
    runs =
        LockedRosterFolder.runsIn(folder).stream()
            .filter(run -> folder.run(run.name()).isThere())
            .toList();
  }

  /** Says it of the roster folder that one stands in; nothing where one stands in none. */
  public static boolean say(ProcessEnvironment environment) {
    Optional<RosterFolder> folder = RosterFolder.find(environment.directory(), null);
    folder.ifPresent(there -> new NextStep(there).say(environment.out()));
    return folder.isPresent();
  }

  private void say(PrintStream out) {
    out.print("Roster folder " + folder.path("").toAbsolutePath().normalize() + ": ");
    out.print(Counted.of(sheets.size(), "sheet") + " in sheets/, ");
    out.print(Counted.of(accounts, "account") + " issued, ");
    out.println(
        last()
            .map(run -> "last run " + run.name() + " " + PastRun.state(runs, run) + ".")
            .orElse("no run packed yet."));
    out.println("Next, as a rule:  " + next());
    out.println("All commands:     neat-roster help");
  }

  private Optional<Run> last() {
    return runs.stream()
        .reduce((one, other) -> one.packedAt().isAfter(other.packedAt()) ? one : other);
  }

  private String next() {
    if (sheets.isEmpty()) {
      return "put spreadsheets into sheets/, then neat-roster inspect";
    }
    Optional<Run> last = last();
    if (last.isEmpty()) {
      return accounts == 0
          ? "neat-roster check, and when nothing is wrong any more neat-roster issue"
          : "neat-roster preview, then neat-roster pack";
    }
    Run run = last.get();
    if (changed().isAfter(run.packedAt())) {
      return "the sheets changed since then: neat-roster check, then issue, preview and pack";
    }
    if (run.deliveredAt().isEmpty()) {
      return "neat-roster send "
          + run.name()
          + ", or, once it was uploaded, neat-roster send "
          + run.name()
          + " --by-hand";
    }
    if (run.confirmed().isPresent() && run.confirmed().get().failed() > 0) {
      return "mend what failed (runs/" + run.name() + "/failed), then neat-roster check and pack";
    }
    return run.confirmed().isEmpty()
        ? "neat-roster confirm " + run.name() + " (is all of it there?), then neat-roster handout"
        : "neat-roster preview (is anything left that the sheets ask for?)";
  }

  /** When a sheet was last changed. */
  private Instant changed() {
    Instant newest = Instant.EPOCH;
    for (FileArgument sheet : sheets) {
      // A file that is gone, or cannot be asked, counts as old: whoever works with it says so.
      Instant at = Instant.ofEpochMilli(sheet.path().toFile().lastModified());
      newest = at.isAfter(newest) ? at : newest;
    }
    return newest;
  }
}
