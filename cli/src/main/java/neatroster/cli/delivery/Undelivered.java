package neatroster.cli.delivery;

import java.io.IOException;
import java.nio.file.Path;
import java.util.EnumMap;
import java.util.Map;
import java.util.Optional;
import java.util.function.BiFunction;
import neatroster.cli.folder.KnownSource;
import neatroster.cli.folder.RunDigest;
import neatroster.cli.folder.RunOutcomes;
import neatroster.cli.folder.Workplace;
import neatroster.core.change.Phase;
import neatroster.core.change.PlannedChange;
import neatroster.core.confirm.Outcome;
import neatroster.core.model.Table;
import neatroster.platform.Journal;
import neatroster.register.RegisterException;
import neatroster.register.Run;

/**
 * The changes of a run that are known not to be on the platform: not sent, refused, or found
 * missing before. Whatever says nothing of them does not say that they have arrived.
 */
public final class Undelivered {
  private static final Outcome MISSING_BEFORE = Outcome.missing(Outcome.NOT_TAKEN);

  private final BiFunction<Table, PlannedChange, Optional<Outcome>> known;

  private Undelivered(BiFunction<Table, PlannedChange, Optional<Outcome>> known) {
    this.known = known;
  }

  /** What is known of a run. */
  public static Undelivered of(Workplace workplace, Run run) throws IOException, RegisterException {
    Optional<String> service = workplace.register().deliveries().service(run.name());
    if (service.isPresent()) {
      return inJournal(
          new RunJournal(workplace.register().deliveries(), run.name(), service.get()));
    }
    Path place = workplace.folder().path("runs").resolve(run.name());
    if (run.confirmed().isPresent()
        && RunDigest.isAsWritten(place, KnownSource.TAKEN, run.confirmed().get().digest())) {
      return notTaken(place);
    }
    return new Undelivered((table, change) -> Optional.empty());
  }

  private static Undelivered inJournal(RunJournal journal) {
    Map<Table, Integer> rows = new EnumMap<>(Table.class);
    return new Undelivered(
        (table, change) -> {
          Journal.Key key = new Journal.Key(table, rows.merge(table, 1, Integer::sum) - 1);
          return switch (journal.state(key)) {
            case DONE -> Optional.empty();
            case REFUSED -> journal.refusal(key).map(entry -> Outcome.missing(entry.reason()));
            case OPEN -> Optional.of(Outcome.missing("it was not sent"));
            case STARTED, HALF ->
                Optional.of(Outcome.missing("it was sent, and no answer says that it is there"));
          };
        });
  }

  private static Undelivered notTaken(Path run) throws IOException {
    RunOutcomes outcomes = RunOutcomes.of(run);
    return new Undelivered(
        (table, change) ->
            outcomes.is(RunOutcomes.Kind.MISSING, change)
                ? Optional.of(MISSING_BEFORE)
                : Optional.empty());
  }

  /**
   * Judges a change; changes are asked for in the order in which the run keeps them.
   *
   * @param told what was found out of it
   */
  public Outcome judge(PlannedChange change, Outcome told) {
    return judge(change, told, false);
  }

  /**
   * The same.
   *
   * @param isChangedSince whether a later run is about the same thing, so that what is there now
   *     does not say what became of this change
   */
  public Outcome judge(PlannedChange change, Outcome told, boolean isChangedSince) {
    if (change.phase() == Phase.SITES) {
      return told;
    }
    Optional<Outcome> missing = known.apply(change.table(), change);
    if (isChangedSince) {
      boolean isOther =
          told.kind() == Outcome.Kind.MISSING || told.kind() == Outcome.Kind.DIFFERENT;
      return missing.orElse(isOther ? Outcome.AS_ASKED : told);
    }
    boolean isThere = told.kind() == Outcome.Kind.AS_ASKED;
    boolean saysWhy = told.kind() == Outcome.Kind.MISSING && !told.why().isEmpty();
    return isThere || saysWhy ? told : missing.orElse(told);
  }
}
