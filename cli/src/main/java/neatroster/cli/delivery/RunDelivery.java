package neatroster.cli.delivery;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import neatroster.cli.disk.DiskTrouble;
import neatroster.cli.folder.KnownSource;
import neatroster.cli.terminal.Problem;
import neatroster.core.change.Phase;
import neatroster.core.change.PlannedChange;
import neatroster.core.confirm.Outcome;
import neatroster.core.model.Person;
import neatroster.core.model.Table;
import neatroster.formats.KeptChanges;
import neatroster.platform.Delivery;
import neatroster.platform.Ids;
import neatroster.platform.Journal;
import neatroster.platform.Offer;
import neatroster.platform.PlatformException;
import neatroster.platform.Transport;

/** The delivery of a run's changes: how much there is, how much is left, and what became of it. */
public final class RunDelivery {
  private final KeptChanges changes;
  private final Journal journal;
  private final Map<Phase, Integer> all = new EnumMap<>(Phase.class);
  private final Map<Phase, Integer> left = new EnumMap<>(Phase.class);
  private final List<PlannedChange> found = new ArrayList<>();
  private int refused;
  private Map<String, Integer> notCarried = Map.of();

  /**
   * A delivery.
   *
   * @param run the folder of the run
   */
  public RunDelivery(Path run, Journal journal) {
    this.changes = new KeptChanges(run.resolve(KnownSource.CHANGES));
    this.journal = journal;
    count();
  }

  /** Takes a change with its key. */
  @FunctionalInterface
  private interface Receiver {
    void change(Journal.Key key, PlannedChange change) throws IOException;
  }

  private void each(Receiver receiver) {
    try {
      for (Table table : Table.values()) {
        changes.read(table, (row, change) -> receiver.change(new Journal.Key(table, row), change));
      }
    } catch (IOException e) {
      throw unreadable(e);
    }
  }

  private void count() {
    all.clear();
    left.clear();
    found.clear();
    refused = 0;
    each(
        (key, change) -> {
          all.merge(change.phase(), 1, Integer::sum);
          Journal.State state = journal.state(key);
          refused += state == Journal.State.REFUSED ? 1 : 0;
          if (journal.isFound(key)) {
            found.add(change);
          }
          if (state != Journal.State.DONE && state != Journal.State.REFUSED) {
            left.merge(change.phase(), 1, Integer::sum);
          }
        });
  }

  /** How many sites there are: words of others, which need nothing to be sent. */
  public int sites() {
    int[] count = {0};
    try {
      changes.sites(site -> count[0]++);
    } catch (IOException e) {
      throw unreadable(e);
    }
    return count[0];
  }

  private static Problem unreadable(IOException e) {
    return Problem.unreadable(
        "What the run changes cannot be read (" + DiskTrouble.reason(e) + ").", e);
  }

  /** How many changes of each phase there are, but for sites. */
  public Map<Phase, Integer> all() {
    return all;
  }

  /** How many of them have not ended. */
  public Map<Phase, Integer> left() {
    return left;
  }

  /** How many have not ended. */
  public int allLeft() {
    return left.values().stream().mapToInt(Integer::intValue).sum();
  }

  /** How many there are. */
  public int count(Map<Phase, Integer> of) {
    return of.values().stream().mapToInt(Integer::intValue).sum();
  }

  /** How many changes were refused. */
  public int refused() {
    return refused;
  }

  /** What was to be made and was there before. */
  public List<PlannedChange> found() {
    return found;
  }

  /** What the platform has no room for, and how often. */
  public Map<String, Integer> notCarried() {
    return notCarried;
  }

  /**
   * Delivers phases.
   *
   * @param people who is behind a username, as far as that is known
   * @param only the phase that is delivered, or nothing for all
   * @throws PlatformException where it ends before its end
   */
  public void run(
      Transport transport,
      Offer offer,
      Ids ids,
      Function<String, Optional<Person>> people,
      Function<PlannedChange, String> passwords,
      Delivery.Progress progress,
      Optional<Phase> only)
      throws PlatformException, InterruptedException {
    Delivery delivery =
        new Delivery(transport, offer, changes, journal, ids, people, passwords, progress);
    Set<Phase> phases = only.map(EnumSet::of).orElse(EnumSet.allOf(Phase.class));
    try {
      delivery.run(phases);
    } catch (IOException e) {
      throw unreadable(e);
    } finally {
      notCarried = delivery.notCarried();
      count();
    }
  }

  /**
   * Tells what became of each change, asked for in the order in which they are kept.
   *
   * @param refusals why a row was refused, if it was
   */
  public static Function<PlannedChange, Outcome> outcomes(
      Function<Journal.Key, Optional<Journal.Entry>> refusals) {
    Map<Table, Integer> rows = new EnumMap<>(Table.class);
    return change -> {
      if (change.phase() == Phase.SITES) {
        return Outcome.AS_ASKED;
      }
      Table table = change.table();
      int row = rows.merge(table, 1, Integer::sum) - 1;
      return refusals
          .apply(new Journal.Key(table, row))
          .map(entry -> Outcome.missing(entry.reason()))
          .orElse(Outcome.AS_ASKED);
    };
  }
}
