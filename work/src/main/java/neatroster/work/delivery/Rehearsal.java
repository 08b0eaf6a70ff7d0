package neatroster.work.delivery;

import java.io.IOException;
import java.security.SecureRandom;
import java.util.ArrayList;
import java.util.Base64;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import neatroster.core.change.PlannedChange;
import neatroster.core.confirm.ArrivalCheck;
import neatroster.core.confirm.ChangeResult;
import neatroster.core.roster.Roster;
import neatroster.core.state.Known;
import neatroster.disk.DiskErrors;
import neatroster.disk.NewFolder;
import neatroster.disk.TemporaryFiles;
import neatroster.platform.HttpRetryClient;
import neatroster.platform.HttpTransport;
import neatroster.platform.PlatformAddress;
import neatroster.platform.PlatformException;
import neatroster.platform.PlatformIds;
import neatroster.platform.ServiceProviderConfig;
import neatroster.platform.SignIn;
import neatroster.platform.Transport;
import neatroster.platform.WaitListener;
import neatroster.practice.Faults;
import neatroster.practice.PracticeServer;
import neatroster.register.Run;
import neatroster.register.SqliteLibrary;
import neatroster.runs.Journal;
import neatroster.runs.KeptChanges;
import neatroster.work.Problem;
import neatroster.work.folder.CommandContext;
import neatroster.work.folder.KnownFiles;
import neatroster.work.folder.LockedRosterFolder;

/** Delivers a run to a practice platform that is filled with what is known, and compares. */
public final class Rehearsal {
  private static final int TOKEN_BYTES = 24;

  private final CommandContext context;
  private final LockedRosterFolder lockedFolder;
  private final Run run;
  private final Map<ChangeResult.Kind, Integer> arrived = new EnumMap<>(ChangeResult.Kind.class);
  private final List<String> troubles = new ArrayList<>();
  private Map<String, Integer> notCarried = Map.of();

  /**
   * How a rehearsal ended.
   *
   * @param run the run's name
   * @param arrived how many changes ended how
   * @param troubles what went wrong, a line each
   * @param notCarried what the protocol has no room for, with how often
   */
  public record Result(
      String run,
      Map<ChangeResult.Kind, Integer> arrived,
      List<String> troubles,
      Map<String, Integer> notCarried) {

    /** How many changes ended so. */
    public int count(ChangeResult.Kind kind) {
      return arrived.getOrDefault(kind, 0);
    }
  }

  /** A rehearsal of a run. */
  public Rehearsal(CommandContext context, LockedRosterFolder lockedFolder, Run run) {
    this.context = context;
    this.lockedFolder = lockedFolder;
    this.run = run;
  }

  /**
   * Rehearses.
   *
   * @throws Problem where the run is delivered, or the rehearsal breaks off
   */
  public Result run() throws InterruptedException {
    if (run.deliveredAt().isPresent()) {
      throw Problem.usage(
          "Run " + run.name() + " is delivered, so there is nothing to rehearse any more.");
    }
    SqliteLibrary.prepare();
    byte[] random = new byte[TOKEN_BYTES];
    new SecureRandom().nextBytes(random);
    String token = Base64.getUrlEncoder().withoutPadding().encodeToString(random);
    try (NewFolder folder = NewFolder.start(TemporaryFiles.next());
        PracticeServer practice =
            PracticeServer.start(0, folder.scratch().resolve("practice.db"), token, new Faults())) {
      Transport transport =
          new HttpTransport(
              PlatformAddress.of(practice.service()),
              SignIn.token(token),
              List.of(),
              WaitListener.NOBODY);
      ServiceProviderConfig config = ServiceProviderConfig.ask(new HttpRetryClient(transport));
      PlatformIds ids = new PlatformIds(Map.of());
      Known known =
          KnownFiles.checkInput(
                  context, lockedFolder.known(), new Roster(List.of(), List.of(), List.of()))
              .known();
      PracticeFilling.fill(context, known, transport, ids);
      deliver(transport, config, ids);
      compare(transport, config, ids);
    } catch (PlatformException e) {
      throw Problem.unreadable("The rehearsal broke off: " + e.getMessage() + ".", e);
    } catch (IOException e) {
      throw Problem.unreadable(
          "The rehearsal could not be held (" + DiskErrors.reason(e) + ").", e);
    }
    return new Result(run.name(), arrived, troubles, notCarried);
  }

  private void deliver(Transport transport, ServiceProviderConfig config, PlatformIds ids)
      throws PlatformException, InterruptedException, IOException {
    Journal journal = Journal.forgetful();
    KeptChanges changes = changes();
    notCarried = PracticeFilling.deliver(changes, journal, transport, config, ids);
    changes.readKeyed(
        (key, change) ->
            journal
                .refusal(key)
                .ifPresent(entry -> troubles.add(said(change) + "  refused: " + entry.reason())));
  }

  private KeptChanges changes() {
    return lockedFolder.folder().run(run.name()).changes();
  }

  private static String said(PlannedChange change) {
    return change.phase().word() + ", " + change.change().word() + "  " + change.key();
  }

  private void compare(Transport transport, ServiceProviderConfig config, PlatformIds ids)
      throws PlatformException, InterruptedException, IOException {
    PlatformReading reading =
        PlatformReading.of(transport, config, ids.toRemember(), WaitListener.NOBODY);
    CommandContext there = context.knowingPlatform(PlatformExport.WORD, reading.file());
    Known now =
        KnownFiles.checkInput(
                there, lockedFolder.known(), new Roster(List.of(), List.of(), List.of()))
            .known();
    ArrivalCheck arrival = new ArrivalCheck(context.settings(), now);
    boolean wasRefused = !troubles.isEmpty();
    changes()
        .read(
            change -> {
              ChangeResult outcome = arrival.of(change);
              arrived.merge(outcome.kind(), 1, Integer::sum);
              if (outcome.kind() == ChangeResult.Kind.MISSING && !wasRefused) {
                troubles.add(said(change) + "  is not there afterwards");
              }
              for (ChangeResult.Difference one : outcome.differences()) {
                troubles.add(
                    said(change)
                        + "  "
                        + one.field()
                        + " is "
                        + (one.there().isEmpty() ? "blank" : one.there())
                        + " afterwards, not "
                        + one.asked());
              }
            });
  }
}
