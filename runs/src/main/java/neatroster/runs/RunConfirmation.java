package neatroster.runs;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.BiFunction;
import java.util.function.UnaryOperator;
import neatroster.core.change.PlannedChange;
import neatroster.core.confirm.AcceptedChanges;
import neatroster.core.confirm.ChangeResult;
import neatroster.disk.NewFolder;
import neatroster.disk.PrivateFiles;
import neatroster.formats.OwnColumns;

/**
 * What became of a delivered run, kept with it: what the platform took, which counts as known from
 * then on, and what it did not take, as sheets to be mended.
 */
public final class RunConfirmation {
  private final RunFolder run;
  private final OwnColumns own;
  private final boolean countsUntold;
  private final List<Found> missing = new ArrayList<>();
  private final List<Found> different = new ArrayList<>();
  private int asAsked;
  private int notTold;
  private int undecided;
  private Map<String, Integer> failedRows = Map.of();

  /**
   * A change with what became of it.
   *
   * @param key what the journal calls it
   * @param change the change
   * @param outcome what became of it
   */
  public record Found(Journal.Key key, PlannedChange change, ChangeResult outcome) {}

  /**
   * A confirmation of a run in its folder.
   *
   * @param countsUntold whether what nothing tells of counts as delivered, unless the run was
   *     confirmed before: then it counts as it did
   */
  public RunConfirmation(RunFolder run, OwnColumns own, boolean countsUntold) {
    this.run = run;
    this.own = own;
    this.countsUntold = countsUntold;
  }

  /**
   * Asks what became of every change, and keeps the answers with the run. Where not one change is
   * there nothing is kept, unless that may be: most likely something else was given.
   *
   * @param mayBeNothing whether the whole upload may have failed
   * @return the digest of what the platform took; nothing where nothing is kept
   */
  public Optional<String> ask(
      BiFunction<Journal.Key, PlannedChange, ChangeResult> outcomes, boolean mayBeNothing)
      throws IOException {
    return ask(outcomes, UnaryOperator.identity(), mayBeNothing);
  }

  /**
   * The same where the platform has made something itself.
   *
   * @param completed a change with what the platform made
   */
  public Optional<String> ask(
      BiFunction<Journal.Key, PlannedChange, ChangeResult> outcomes,
      UnaryOperator<PlannedChange> completed,
      boolean mayBeNothing)
      throws IOException {
    RunOutcomes before = run.outcomes();
    RunOutcomes next = before.askedAnew();
    boolean wasAsked = run.hasTaken();
    try (NewFolder taken = NewFolder.beside(run.place().resolve(RunFolder.TAKEN));
        NewFolder failed = NewFolder.beside(run.place().resolve(RunFolder.FAILED))) {
      FailedRows rows = new FailedRows(failed, own);
      try (RunChanges keep = new RunChanges(taken, own)) {
        run.changes()
            .readKeyed(
                (key, change) -> {
                  ChangeResult outcome = before.withReason(change, outcomes.apply(key, change));
                  note(new Found(key, change, outcome));
                  if (outcome.kind() == ChangeResult.Kind.MISSING) {
                    rows.look(change);
                    next.put(change, RunOutcomes.Kind.MISSING, outcome.why());
                  }
                  // What counted before counts still.
                  boolean counts =
                      countsUntold
                          || (wasAsked
                              && !before.is(RunOutcomes.Kind.MISSING, change)
                              && !before.is(RunOutcomes.Kind.UNTOLD, change));
                  boolean isOpen = outcome.kind() == ChangeResult.Kind.NOT_TOLD && !counts;
                  if (isOpen) {
                    undecided++;
                    next.put(change, RunOutcomes.Kind.UNTOLD, "");
                  }
                  Optional<PlannedChange> there =
                      isOpen ? Optional.empty() : AcceptedChanges.of(change, outcome);
                  if (there.isPresent()) {
                    keep.add(completed.apply(there.get()));
                  }
                });
      }
      boolean isNothing =
          asAsked == 0 && different.isEmpty() && (!missing.isEmpty() || undecided > 0);
      if (isNothing && !mayBeNothing) {
        return Optional.empty();
      }
      try (rows) {
        for (Found one : missing) {
          rows.add(one.change(), one.outcome().why());
        }
      }
      failedRows = rows.rows();
      next.keep();
      put(taken, RunFolder.TAKEN, false);
      put(failed, RunFolder.FAILED, failedRows.isEmpty());
    }
    return Optional.of(run.digest(RunFolder.TAKEN));
  }

  private void put(NewFolder made, String name, boolean isEmpty) throws IOException {
    PrivateFiles.delete(run.place().resolve(name));
    if (!isEmpty) {
      made.moveTo(run.place().resolve(name));
    }
  }

  private void note(Found found) {
    switch (found.outcome().kind()) {
      case AS_ASKED -> asAsked++;
      case NOT_TOLD -> notTold++;
      case MISSING -> missing.add(found);
      case DIFFERENT -> different.add(found);
    }
  }

  /** What is not there. */
  public List<Found> missing() {
    return missing;
  }

  /** What is there otherwise. */
  public List<Found> different() {
    return different;
  }

  /** How much is as it was asked. */
  public int asAsked() {
    return asAsked;
  }

  /** How much of that does not count as delivered. */
  public int undecided() {
    return undecided;
  }

  /** How much nothing was said of. */
  public int notTold() {
    return notTold;
  }

  /** The sheets of what the platform did not take, each with its rows. */
  public Map<String, Integer> failedRows() {
    return failedRows;
  }
}
