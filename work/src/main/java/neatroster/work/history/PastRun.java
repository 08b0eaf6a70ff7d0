package neatroster.work.history;

import java.util.List;
import java.util.Optional;
import neatroster.register.Run;
import neatroster.work.folder.LockedRosterFolder;
import neatroster.work.folder.RosterFolder;
import neatroster.work.folder.RunChoice;

/**
 * A run and what became of it.
 *
 * @param state that in a word or two
 * @param changes how many changes it holds, or nothing where they are gone
 */
public record PastRun(Run run, String state, Optional<Integer> changes) {
  /** The runs of a roster folder, in the order they were packed in. */
  public static List<PastRun> of(RosterFolder folder) {
    List<Run> runs = LockedRosterFolder.runsIn(folder);
    return runs.stream()
        .map(run -> new PastRun(run, state(runs, run), changes(folder, run)))
        .toList();
  }

  /** What became of a run, in a word or two. */
  public static String state(List<Run> runs, Run run) {
    boolean isUndone =
        runs.stream()
            .anyMatch(
                other ->
                    other.undoes().equals(Optional.of(run.name()))
                        && other.deliveredAt().isPresent());
    if (isUndone) {
      return "undone";
    }
    if (run.confirmed().isPresent()) {
      return run.confirmed().get().failed() == 0 ? "confirmed" : "sent in part";
    }
    if (run.deliveredAt().isPresent()) {
      return "sent";
    }
    return run.isUnderWay() ? "sent in part" : "packed";
  }

  private static Optional<Integer> changes(RosterFolder folder, Run run) {
    return folder.run(run.name()).hasChanges()
        ? Optional.of(RunChoice.changes(folder, run))
        : Optional.empty();
  }
}
