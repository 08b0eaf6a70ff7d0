package neatroster.cli.command;

import java.time.LocalDate;
import java.time.ZoneId;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.Callable;
import neatroster.cli.report.PreviewJson;
import neatroster.cli.report.PreviewText;
import neatroster.cli.report.ReportFiles;
import neatroster.cli.terminal.Exit;
import neatroster.core.check.CheckInput;
import neatroster.core.check.CheckResult;
import neatroster.core.check.pass.Checker;
import neatroster.core.compare.Comparison;
import neatroster.core.compare.IssuedItems;
import neatroster.core.settings.Settings;
import neatroster.work.folder.CommandContext;
import neatroster.work.folder.KnownFiles;
import neatroster.work.folder.KnownSources;
import neatroster.work.folder.LockedRosterFolder;
import neatroster.work.folder.OpenRoster;
import neatroster.work.json.Json;
import neatroster.work.preview.Preview;
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
    CommandContext context = options.context();
    // Without a folder two lists are compared, and all that differs is told.
    boolean isTwoLists = context.folder().isEmpty();
    if (isTwoLists) {
      context.compareLists();
    }
    try (OpenRoster open = OpenRoster.open(context, files)) {
      reports.verify(context, open);
      CheckInput checkInput = KnownFiles.comparing(context, open.roster());
      CheckResult checked = Checker.check(open.roster(), checkInput);
      IssuedItems items = items(context);
      LocalDate today = LocalDate.now(ZoneId.systemDefault());
      Settings settings = context.settings();
      Preview preview =
          new Preview(
              settings,
              checked,
              checkInput.known(),
              KnownSources.of(context),
              isTwoLists,
              receiver -> {
                Comparison comparison =
                    new Comparison(settings, checked, checkInput.known(), items, today, receiver);
                (isTwoLists ? comparison.ofWholeLists() : comparison).run();
              });
      open.verifyUnchanged();
      if (options.json()) {
        Json.write(options.screen().out(), new PreviewJson(preview).document());
      } else {
        new PreviewText(options.screen()).write(preview);
      }
      reports.write(kinds, preview, context);
      return preview.leftOut() > 0 ? Exit.FINDINGS : Exit.DONE;
    }
  }

  /** What was issued; in place of a password that the platform is due stands that there is one. */
  private static IssuedItems items(CommandContext context) {
    Map<String, String> codes = new HashMap<>();
    Set<String> due = new HashSet<>();
    context
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
