package neatroster.runs;

import java.io.IOException;
import java.util.Optional;
import java.util.function.BiFunction;
import neatroster.core.change.Phase;
import neatroster.core.change.PlannedChange;
import neatroster.core.confirm.ChangeResult;
import neatroster.register.DeliveryLog;
import neatroster.register.RegisterException;
import neatroster.register.Run;

/**
 * The changes of a run that are known not to be on the platform: not sent, refused, or found
 * missing before. Whatever says nothing of them does not say that they have arrived.
 */
public final class Undelivered {
  private static final ChangeResult MISSING_BEFORE = ChangeResult.missing(ChangeResult.NOT_TAKEN);

  private final BiFunction<Journal.Key, PlannedChange, Optional<ChangeResult>> known;

  private Undelivered(BiFunction<Journal.Key, PlannedChange, Optional<ChangeResult>> known) {
    this.known = known;
  }

  /** What is known of a run. */
  public static Undelivered of(DeliveryLog log, Run run, RunFolder folder)
      throws IOException, RegisterException {
    Optional<String> service = log.service(run.name());
    if (service.isPresent()) {
      return inJournal(Journal.of(log, run.name(), service.get()));
    }
    if (run.confirmed().isPresent() && folder.isAsTaken(run)) {
      return notTaken(folder.outcomes());
    }
    return new Undelivered((key, change) -> Optional.empty());
  }

  private static Undelivered inJournal(Journal journal) {
    return new Undelivered(
        (key, change) ->
            switch (journal.state(key)) {
              case DONE -> Optional.empty();
              case REFUSED ->
                  journal.refusal(key).map(entry -> ChangeResult.missing(entry.reason()));
              case OPEN -> Optional.of(ChangeResult.missing("it was not sent"));
              case STARTED, HALF ->
                  Optional.of(
                      ChangeResult.missing("it was sent, and no answer says that it is there"));
            });
  }

  private static Undelivered notTaken(RunOutcomes outcomes) {
    return new Undelivered(
        (key, change) ->
            outcomes.is(RunOutcomes.Kind.MISSING, change)
                ? Optional.of(MISSING_BEFORE)
                : Optional.empty());
  }

  /**
   * Judges a change.
   *
   * @param told what was found out of it
   */
  public ChangeResult judge(Journal.Key key, PlannedChange change, ChangeResult told) {
    return judge(key, change, told, false);
  }

  /**
   * The same.
   *
   * @param isChangedSince whether a later run is about the same thing, so that what is there now
   *     does not say what became of this change
   */
  public ChangeResult judge(
      Journal.Key key, PlannedChange change, ChangeResult told, boolean isChangedSince) {
    if (change.phase() == Phase.SITES) {
      return told;
    }
    Optional<ChangeResult> missing = known.apply(key, change);
    if (isChangedSince) {
      boolean isOther =
          told.kind() == ChangeResult.Kind.MISSING || told.kind() == ChangeResult.Kind.DIFFERENT;
      return missing.orElse(isOther ? ChangeResult.AS_ASKED : told);
    }
    boolean isThere = told.kind() == ChangeResult.Kind.AS_ASKED;
    boolean saysWhy = told.kind() == ChangeResult.Kind.MISSING && !told.why().isEmpty();
    return isThere || saysWhy ? told : missing.orElse(told);
  }
}
