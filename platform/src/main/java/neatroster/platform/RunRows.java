package neatroster.platform;

import java.io.IOException;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.function.Consumer;
import neatroster.core.change.Change;
import neatroster.core.change.Phase;
import neatroster.core.change.PlannedChange;
import neatroster.runs.Journal;
import neatroster.runs.KeptChanges;

/** The rows that a run changes, as far as they are not delivered. */
final class RunRows {
  private final KeptChanges changes;
  private final Journal journal;

  RunRows(KeptChanges changes, Journal journal) {
    this.changes = changes;
    this.journal = journal;
  }

  /** Something done with a row. */
  @FunctionalInterface
  interface Step {
    void take(DeliveryRow row) throws PlatformException, InterruptedException;
  }

  /** Carries what a receiver of changes cannot throw. */
  private static final class WrappedException extends IOException {
    private static final long serialVersionUID = 1;
    private final transient PlatformException platform;

    WrappedException(PlatformException platform) {
      super(platform);
      this.platform = platform;
    }
  }

  /** Hands on the rows of a phase that are not done. */
  void each(Phase phase, Collection<Change> kinds, Step step)
      throws PlatformException, InterruptedException, IOException {
    InterruptedException[] interrupted = {null};
    try {
      changes.readKeyed(
          phase,
          (key, change) -> {
            Journal.State state = journal.state(key);
            boolean isMeant =
                (kinds.isEmpty() || kinds.contains(change.change()))
                    && state != Journal.State.DONE
                    && state != Journal.State.HALF;
            if (!isMeant) {
              return;
            }
            try {
              step.take(new DeliveryRow(key, change, state == Journal.State.STARTED));
            } catch (PlatformException e) {
              throw new WrappedException(e);
            } catch (InterruptedException e) {
              interrupted[0] = e;
              throw new IOException(e);
            }
          });
    } catch (WrappedException e) {
      throw e.platform;
    } catch (IOException e) {
      if (interrupted[0] != null) {
        throw interrupted[0];
      }
      throw e;
    }
  }

  /** Hands on the rows of a phase that are to make something and have not. */
  void notMade(Phase phase, Consumer<PlannedChange> receiver) throws IOException {
    changes.readKeyed(
        phase,
        (key, change) -> {
          Journal.State state = journal.state(key);
          boolean isMade = state == Journal.State.DONE || state == Journal.State.HALF;
          if (change.change() == Change.CREATE && !isMade) {
            receiver.accept(change);
          }
        });
  }

  /** The rows of users of which a part is to follow. */
  List<DeliveryRow> halfMadeUsers() throws IOException {
    List<DeliveryRow> half = new ArrayList<>();
    changes.readKeyed(
        Phase.USERS,
        (key, change) -> {
          if (journal.state(key) == Journal.State.HALF) {
            half.add(new DeliveryRow(key, change, false));
          }
        });
    return half;
  }
}
