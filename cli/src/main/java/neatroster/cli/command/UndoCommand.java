package neatroster.cli.command;

import java.io.IOException;
import java.util.Map;
import java.util.concurrent.Callable;
import neatroster.cli.report.RunText;
import neatroster.cli.terminal.Exit;
import neatroster.cli.terminal.Screen;
import neatroster.core.settings.Settings;
import neatroster.disk.DiskErrors;
import neatroster.register.RegisterException;
import neatroster.register.Run;
import neatroster.work.Problem;
import neatroster.work.folder.CommandContext;
import neatroster.work.folder.LockedRosterFolder;
import neatroster.work.folder.RunChoice;
import neatroster.work.json.Json;
import neatroster.work.pack.Undoing;
import neatroster.work.pack.UndoneRun;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** Packs what takes back a run that was delivered. */
@Command(
    name = "undo",
    description = {
      "Packs the reverse of a run that was delivered, as a run of its own: what it made is taken",
      "away, what it changed is put back. What was changed again since is left."
    })
public final class UndoCommand implements Callable<Integer> {
  @Mixin private CommonOptions options;
  @Mixin private FormatOptions formats;

  @Option(
      names = "--go-above",
      paramLabel = "KIND=NUMBER",
      description =
          "Lets it make so many removals, withdrawals or changes, whatever stop-above in the"
              + " settings says. Repeatable.")
  private Map<String, Integer> goAbove = Map.of();

  @Option(
      names = "--even-in-use",
      description =
          "Takes away courses that the run made also where people are in them by now whom it did"
              + " not enroll.")
  private boolean evenInUse;

  @Parameters(paramLabel = "RUN", description = "The run, as 2027-01-12-1.")
  private String named;

  @Override
  public Integer call() {
    CommandContext context = options.context();
    context.folderOr("There is no roster folder here; runs are packed in one. Try --folder.");
    try (LockedRosterFolder lockedFolder = context.work("undo")) {
      Run run = RunChoice.of(lockedFolder.register().runs().all(), named);
      Undoing undoing = new Undoing(context, lockedFolder, run, formats.asked());
      Undoing.Result result = undoing.pack(evenInUse, goAbove);
      if (result.refused().isPresent()) {
        refuse(run, result.refused().get());
        return Exit.FINDINGS;
      }
      UndoneRun undone = result.undone().orElseThrow();
      options.show(undone::document, screen -> text(screen, context.settings(), undone));
      return Exit.DONE;
    } catch (RegisterException e) {
      throw Problem.unreadable(e.getMessage() + ".", e);
    } catch (IOException e) {
      throw Problem.unreadable(
          "The run could not be written (" + DiskErrors.reason(e) + "); nothing of it is left.", e);
    }
  }

  private void refuse(Run run, String why) {
    options.show(
        () -> Json.of("undo").put("run", null).put("undoes", run.name()).put("refused", why),
        screen -> screen.line(screen.red(why)));
  }

  private static void text(Screen screen, Settings settings, UndoneRun undone) {
    if (undone.run() == null) {
      screen.line(
          "Nothing of run " + undone.undoes() + " can be taken back, so no run was packed.");
    } else {
      screen.line(
          "Packed run "
              + screen.bold(undone.run())
              + ", which takes back run "
              + undone.undoes()
              + ", into "
              + undone.folder());
      screen.line("");
      RunText.files(screen, undone.files());
    }
    if (!undone.kept().isEmpty()) {
      screen.line("");
      screen.line(screen.yellow("What cannot be taken back"));
      undone.kept().forEach((what, count) -> screen.line(String.format("  %6d × %s", count, what)));
    }
    RunText.notCarried(screen, undone.notCarried());
    if (undone.run() != null) {
      screen.line("");
      RunText.next(screen, undone.run(), settings);
      screen.line(
          "Your sheets still ask for what run "
              + undone.undoes()
              + " did: correct them, or the next pack does it again.");
    }
  }
}
