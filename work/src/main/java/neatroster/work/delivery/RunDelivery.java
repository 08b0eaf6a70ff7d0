package neatroster.work.delivery;

import java.io.IOException;
import java.time.Instant;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import neatroster.core.change.Phase;
import neatroster.core.confirm.ChangeResult;
import neatroster.core.roster.Roster;
import neatroster.core.state.Known;
import neatroster.formats.OwnColumns;
import neatroster.platform.Delivery;
import neatroster.platform.DeliveryProgress;
import neatroster.platform.PlatformException;
import neatroster.platform.PlatformIds;
import neatroster.platform.ServiceProviderConfig;
import neatroster.platform.WaitListener;
import neatroster.register.RegisterException;
import neatroster.register.Run;
import neatroster.runs.Journal;
import neatroster.runs.KeptChanges;
import neatroster.runs.RunConfirmation;
import neatroster.runs.RunDocument;
import neatroster.runs.RunFolder;
import neatroster.runs.RunOutcomes;
import neatroster.runs.RunTally;
import neatroster.work.Problem;
import neatroster.work.folder.CommandContext;
import neatroster.work.folder.DeliveredRun;
import neatroster.work.folder.KnownFiles;
import neatroster.work.folder.LockedRosterFolder;

/**
 * The delivery of a run to the platform that the settings name. It goes on where an earlier one
 * stopped, and does nothing twice.
 */
public final class RunDelivery {
  private static final Roster NO_SHEETS = new Roster(List.of(), List.of(), List.of());

  private final CommandContext context;
  private final LockedRosterFolder lockedFolder;
  private final Run run;
  private final Set<Phase> phases;
  private final PlatformAccess access;
  private final ServiceProviderConfig config;
  private final Journal journal;
  private final RunFolder place;
  private final KeptChanges changes;
  private final RunPasswords passwords;

  /**
   * How far a delivery came.
   *
   * @param done how many changes the platform has made
   * @param left how many have not been sent, or nobody knows of
   * @param refused how many the platform refused
   * @param failures what it refused, in the order of the correction sheets, once nothing is left
   * @param notCarried what the platform has no room for, and how often
   * @param stopped why it ended before its end, if it did
   */
  public record Result(
      int done,
      int left,
      int refused,
      List<Failure> failures,
      Map<String, Integer> notCarried,
      Optional<String> stopped) {}

  /**
   * A change that the platform refused.
   *
   * @param found the change with its reason
   * @param status what the platform answered, or 0
   */
  public record Failure(RunConfirmation.Found found, int status) {}

  /**
   * Reaches the platform; nothing is sent yet.
   *
   * @param phases the phases that are to be sent
   * @throws Problem where the settings name no platform, it cannot be reached, or a part of the run
   *     was sent to another one
   */
  public RunDelivery(
      CommandContext context,
      LockedRosterFolder lockedFolder,
      Run run,
      Set<Phase> phases,
      WaitListener waits)
      throws RegisterException, InterruptedException {
    this.context = context;
    this.lockedFolder = lockedFolder;
    this.run = run;
    this.phases = phases;
    access = PlatformAccess.of(lockedFolder.folder(), context.settings(), waits);
    verifySamePlatform();
    config = access.config();
    journal = Journal.of(lockedFolder.register().deliveries(), run.name(), access.service());
    place = lockedFolder.folder().run(run.name());
    changes = place.changes();
    passwords = new RunPasswords(lockedFolder.accounts(), place);
  }

  /** What is done on one platform is not done on another. */
  private void verifySamePlatform() throws RegisterException {
    Optional<String> begun = lockedFolder.register().deliveries().service(run.name());
    if (begun.isPresent() && !begun.get().equals(access.service())) {
      throw Problem.refused(
          "A part of run "
              + run.name()
              + " was sent to "
              + begun.get()
              + ", and roster.yaml names "
              + access.service()
              + " now. Name the other again until the run has come to its end.");
    }
  }

  /** The base address of the platform's SCIM service. */
  public String service() {
    return access.service();
  }

  /** Whether it is a platform for practice, on this machine alone. */
  public boolean isOnThisMachine() {
    return access.isOnThisMachine();
  }

  /** Whether a part of the run has come to its end already. */
  public boolean goesOn() {
    return journal.ended() > 0;
  }

  /** What was said when the run was packed, for those who deliver it. */
  public List<String> notices() throws IOException {
    return place.document().map(RunDocument::notices).orElse(List.of());
  }

  /** How many changes of each phase are to be sent. */
  public Map<Phase, Integer> meant() throws IOException {
    Map<Phase, Integer> meant = new EnumMap<>(RunTally.of(changes, journal).left());
    meant.keySet().retainAll(phases);
    return meant;
  }

  /** What would be sent. */
  public RequestList requests() throws RegisterException {
    return new RequestList(access, config, ids(), passwords, changes, phases);
  }

  private PlatformIds ids() throws RegisterException {
    return new PlatformIds(lockedFolder.register().deliveries().ids(access.service()));
  }

  /** Sees to it that the token may change things. */
  public void verifyMayWrite() throws InterruptedException {
    access.verifyMayWrite(config);
  }

  /** Sends, and records what became of it. */
  public Result deliver(DeliveryProgress progress)
      throws RegisterException, InterruptedException, IOException {
    RunTally tally = RunTally.of(changes, journal);
    Known known = KnownFiles.checkInput(context, lockedFolder.known(), NO_SHEETS).known();
    Delivery delivery =
        new Delivery(
            access.transport(),
            config,
            changes,
            journal,
            ids(),
            known::person,
            passwords::of,
            progress);
    Optional<String> stopped = Optional.empty();
    try {
      delivery.run(phases);
    } catch (PlatformException e) {
      stopped = Optional.of(e.getMessage());
    } catch (RuntimeException e) {
      // A fault of ours: what was done is in the journal all the same.
      throw Problem.unreadable(
          "Something went wrong that should not have, while run "
              + run.name()
              + " was being sent. What was sent is remembered; to go on: neat-roster send "
              + run.name()
              + ". Add --verbose and send us what it prints.",
          e);
    }
    lockedFolder.register().passwords().deliver(passwords.brought());
    noteFound();
    int left = tally.all() - tally.sites() - journal.ended();
    int refused = journal.refused();
    return new Result(
        journal.ended() - refused + (left == 0 ? tally.sites() : 0),
        left,
        refused,
        left == 0 ? record() : List.of(),
        delivery.notCarried(),
        stopped);
  }

  /** What was there before is not this run's to take away. */
  private void noteFound() throws IOException {
    if (journal.hasFound()) {
      RunOutcomes outcomes = place.outcomes();
      changes.readKeyed(
          (key, change) -> {
            if (journal.isFound(key)) {
              outcomes.put(change, RunOutcomes.Kind.FOUND, "");
            }
          });
      outcomes.keep();
    }
  }

  /** The run has come to its end: what the platform took counts as known from now on. */
  private List<Failure> record() throws RegisterException, IOException {
    RunConfirmation confirmation =
        new RunConfirmation(place, new OwnColumns(context.settings().reading().ownFields()), true);
    Optional<String> digest =
        confirmation.ask(
            (key, change) ->
                journal
                    .refusal(key)
                    .map(entry -> ChangeResult.missing(entry.reason()))
                    .orElse(ChangeResult.AS_ASKED),
            true);
    int refused = confirmation.missing().size();
    List<Failure> failures =
        confirmation.missing().stream()
            .map(found -> new Failure(found, journal.refusal(found.key()).orElseThrow().status()))
            .toList();
    DeliveredRun.record(lockedFolder, run);
    if (refused > 0) {
      lockedFolder
          .register()
          .runs()
          .confirmed(run.name(), new Run.Confirmed(Instant.now(), digest.orElseThrow(), refused));
    }
    lockedFolder.register().deliveries().clear(run.name());
    return failures;
  }
}
