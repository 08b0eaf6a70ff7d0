package neatroster.cli.delivery;

import java.io.IOException;
import java.security.SecureRandom;
import java.util.ArrayList;
import java.util.Base64;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import neatroster.cli.folder.CommandContext;
import neatroster.cli.folder.LockedRosterFolder;
import neatroster.cli.terminal.Exit;
import neatroster.cli.terminal.Json;
import neatroster.cli.terminal.JsonObject;
import neatroster.cli.terminal.Problem;
import neatroster.cli.terminal.Screen;
import neatroster.core.change.PlannedChange;
import neatroster.core.confirm.ArrivalCheck;
import neatroster.core.confirm.ChangeResult;
import neatroster.core.model.Counted;
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

/** Delivers a run to a practice platform that is filled with what is known, and compares. */
public final class Rehearsal {
  private static final int SHOWN = 12;
  private static final int TOKEN_BYTES = 24;

  private final CommandContext context;
  private final LockedRosterFolder lockedFolder;
  private final Run run;
  private final Map<ChangeResult.Kind, Integer> arrived = new EnumMap<>(ChangeResult.Kind.class);
  private final List<String> troubles = new ArrayList<>();
  private Map<String, Integer> notCarried = Map.of();

  /** A rehearsal of a run. */
  public Rehearsal(CommandContext context, LockedRosterFolder lockedFolder, Run run) {
    this.context = context;
    this.lockedFolder = lockedFolder;
    this.run = run;
  }

  /** Rehearses, and says how it ended. */
  public int run(boolean isJson) throws InterruptedException {
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
          context
              .checkInput(lockedFolder.known(), new Roster(List.of(), List.of(), List.of()))
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
    if (isJson) {
      Json.write(context.screen().out(), document());
    } else {
      text(context.screen());
    }
    return troubles.isEmpty() ? Exit.DONE : Exit.FINDINGS;
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
        there.checkInput(lockedFolder.known(), new Roster(List.of(), List.of(), List.of())).known();
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

  private int count(ChangeResult.Kind kind) {
    return arrived.getOrDefault(kind, 0);
  }

  private void text(Screen screen) {
    screen.line(
        "Run "
            + screen.bold(run.name())
            + " on a practice platform that was filled with what is known");
    screen.line("");
    screen.line(String.format("  %7d  as asked", count(ChangeResult.Kind.AS_ASKED)));
    if (count(ChangeResult.Kind.MISSING) > 0) {
      screen.line(screen.yellow(String.format("  %7d  missing", count(ChangeResult.Kind.MISSING))));
    }
    if (count(ChangeResult.Kind.DIFFERENT) > 0) {
      screen.line(
          screen.yellow(String.format("  %7d  different", count(ChangeResult.Kind.DIFFERENT))));
    }
    if (!troubles.isEmpty()) {
      screen.line("");
      troubles.stream().limit(SHOWN).forEach(line -> screen.line("  " + line));
      if (troubles.size() > SHOWN) {
        screen.line("  … and " + (troubles.size() - SHOWN) + " more");
      }
    }
    if (!notCarried.isEmpty()) {
      screen.line("");
      screen.line(screen.bold("not carried") + ": SCIM has no room for it");
      notCarried.forEach((what, n) -> screen.line(String.format("  %7d  %s", n, what)));
    }
    screen.line("");
    screen.line(
        (troubles.isEmpty() ? "It went well. " : "It did not go well everywhere. ")
            + "Nothing was sent to the real platform, and nothing was recorded: "
            + Counted.of(arrived.values().stream().mapToInt(Integer::intValue).sum(), "change")
            + " stay to be sent.");
  }

  private JsonObject document() {
    return Json.of("send")
        .put("run", run.name())
        .put("rehearsed", true)
        .put("asAsked", count(ChangeResult.Kind.AS_ASKED))
        .put("missing", count(ChangeResult.Kind.MISSING))
        .put("different", count(ChangeResult.Kind.DIFFERENT))
        .put("troubles", troubles);
  }
}
