package neatroster.platform;

import java.io.IOException;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import neatroster.core.change.Phase;
import neatroster.core.change.PlannedChange;
import neatroster.core.model.Person;
import neatroster.runs.Journal;
import neatroster.runs.KeptChanges;

/**
 * Delivers what a run changes: phase by phase, several requests in flight, each operation once.
 * What is done is told to the journal before and after, so that it goes on where it was stopped.
 */
public final class Delivery {
  private static final int IN_FLIGHT = 4;

  private final KeptChanges changes;
  private final Journal journal;
  private final Function<PlannedChange, String> passwords;
  private final DeliveryProgress progress;
  private final DeliveryContext context;
  private final int inFlight;

  /**
   * Delivers changes.
   *
   * @param ids the platform's ids that are remembered
   * @param people who is behind a username, as far as that is known: nothing is done with an
   *     account that is somebody else's
   * @param passwords the first password that a change brings, or an empty text
   */
  public Delivery(
      Transport transport,
      ServiceProviderConfig config,
      KeptChanges changes,
      Journal journal,
      PlatformIds ids,
      Function<String, Optional<Person>> people,
      Function<PlannedChange, String> passwords,
      DeliveryProgress progress) {
    this(transport, config, changes, journal, ids, people, passwords, progress, IN_FLIGHT);
  }

  Delivery(
      Transport transport,
      ServiceProviderConfig config,
      KeptChanges changes,
      Journal journal,
      PlatformIds ids,
      Function<String, Optional<Person>> people,
      Function<PlannedChange, String> passwords,
      DeliveryProgress progress,
      int inFlight) {
    this.changes = changes;
    this.journal = journal;
    this.passwords = passwords;
    this.progress = progress;
    this.inFlight = inFlight;
    this.context =
        new DeliveryContext(new HttpRetryClient(transport), config, ids, new Identity(people));
  }

  /** What the platform has no room for, and how often. */
  public Map<String, Integer> notCarried() {
    return context.notCarried();
  }

  /**
   * Delivers phases.
   *
   * @throws PlatformException where the platform cannot be worked with any more; what was done
   *     until then is in the journal
   */
  public void run(Collection<Phase> phases)
      throws PlatformException, InterruptedException, IOException {
    RunRows rows = new RunRows(changes, journal);
    rows.notMade(
        Phase.USERS,
        change -> context.lookup().expect(PlatformIds.user(PlatformIds.nameOf(change))));
    for (Phase phase : List.of(Phase.COURSES, Phase.GROUPS)) {
      rows.notMade(phase, change -> context.lookup().expect(GroupRows.keyOf(change)));
    }
    try (OperationSender sender = new OperationSender(context, journal, progress, inFlight)) {
      GroupRows groups = new GroupRows(context, sender, rows);
      MembershipRows seats = new MembershipRows(context, sender, rows);
      for (Phase phase : Phase.values()) {
        if (!phases.contains(phase)) {
          continue;
        }
        switch (phase) {
          case SITES -> {
            // A site is a word of each user and course.
          }
          case COURSES, GROUPS -> groups.send(phase);
          case USERS -> new UserRows(context, sender, rows, passwords).send();
          case ENROLLMENTS -> seats.enroll(phase);
          case WITHDRAWALS -> seats.withdraw(phase);
          case REMOVALS -> new RemovalRows(context, sender, rows).send(phase);
        }
        sender.flush(phase);
      }
    }
  }
}
