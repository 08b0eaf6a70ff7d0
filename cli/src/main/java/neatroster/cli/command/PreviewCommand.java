package neatroster.cli.command;

import java.time.LocalDate;
import java.time.ZoneId;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.Callable;
import neatroster.cli.folder.CommandContext;
import neatroster.cli.folder.LockedRosterFolder;
import neatroster.cli.folder.OpenRoster;
import neatroster.cli.report.Preview;
import neatroster.cli.report.PreviewJson;
import neatroster.cli.report.PreviewText;
import neatroster.cli.report.ReportFiles;
import neatroster.cli.terminal.Exit;
import neatroster.cli.terminal.Json;
import neatroster.core.check.CheckInput;
import neatroster.core.check.CheckResult;
import neatroster.core.check.pass.Checker;
import neatroster.core.compare.Comparison;
import neatroster.core.compare.IssuedItems;
import neatroster.core.settings.Settings;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Parameters;

/** Says what would change on the platform, and why; writes nothing. */
@Command(
    name = "preview",
    description = "Says what would change on the platform, and why; writes nothing.")
public final class PreviewCommand implements Callable<Integer> {
  @Mixin private CommonOptions options;
  @Mixin private ReportOptions reports;

  @Parameters(
      paramLabel = "FILE",
      description = {
        "The sheets. Without any: what the roster folder holds. What the platform holds is in",
        "known/, or named with --known."
      })
  private List<String> files = List.of();

  @Override
  public Integer call() {
    ReportFiles<Preview> kinds = ReportFiles.ofPreview();
    reports.verify(kinds);
    CommandContext session = options.session();
    // Without a folder two lists are compared, and all that differs is told.
    boolean isTwoLists = session.folder().isEmpty();
    if (isTwoLists) {
      session.compareLists();
    }
    try (OpenRoster open = session.open(files)) {
      reports.verify(session, open);
      CheckInput basis = session.comparing(open.roster());
      CheckResult checked = Checker.check(open.roster(), basis);
      IssuedItems items = items(session);
      LocalDate today = LocalDate.now(ZoneId.systemDefault());
      Settings settings = session.settings();
      Preview preview =
          new Preview(
              settings,
              checked,
              basis.known(),
              session.knownSources(),
              isTwoLists,
              receiver -> {
                Comparison comparison =
                    new Comparison(settings, checked, basis.known(), items, today, receiver);
                (isTwoLists ? comparison.ofWholeLists() : comparison).run();
              });
      open.verifyUnchanged();
      if (options.json()) {
        Json.write(session.screen().out(), new PreviewJson(preview).document());
      } else {
        new PreviewText(session.screen()).write(preview);
      }
      reports.write(kinds, preview, session);
      return preview.leftOut() > 0 ? Exit.FINDINGS : Exit.DONE;
    }
  }

  /** What was issued; in place of a password that the platform is due stands that there is one. */
  private static IssuedItems items(CommandContext session) {
    Map<String, String> codes = new HashMap<>();
    Set<String> due = new HashSet<>();
    session
        .folder()
        .ifPresent(
            folder -> {
              LockedRosterFolder.joinCodesIn(folder)
                  .forEach(code -> codes.put(code.of(), code.code()));
              due.addAll(LockedRosterFolder.passwordsDueIn(folder));
            });
    return new IssuedItems(reference -> due.contains(reference) ? "…" : "", due, codes);
  }
}
