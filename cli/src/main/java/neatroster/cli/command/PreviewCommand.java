package neatroster.cli.command;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.Callable;
import neatroster.cli.folder.OpenRoster;
import neatroster.cli.folder.Session;
import neatroster.cli.folder.Workplace;
import neatroster.cli.report.Preview;
import neatroster.cli.report.PreviewJson;
import neatroster.cli.report.PreviewText;
import neatroster.cli.terminal.Exit;
import neatroster.cli.terminal.Json;
import neatroster.cli.terminal.Problem;
import neatroster.core.check.Basis;
import neatroster.core.check.CheckResult;
import neatroster.core.check.pass.Checker;
import neatroster.core.compare.Above;
import neatroster.core.compare.Comparison;
import neatroster.core.compare.IssuedItems;
import neatroster.core.model.Counted;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Parameters;

/** Says what would change on the platform, and why; writes nothing. */
@Command(
    name = "preview",
    description = "Says what would change on the platform, and why; writes nothing.")
public final class PreviewCommand implements Callable<Integer> {
  @Mixin private CommonOptions options;

  @Parameters(
      paramLabel = "FILE",
      description = {
        "The sheets. Without any: what the roster folder holds. What the platform holds is in",
        "known/, or named with --known."
      })
  private List<String> files = List.of();

  @Override
  public Integer call() {
    Session session = options.session();
    try (OpenRoster open = session.open(files)) {
      Basis basis = session.basis(open.roster());
      CheckResult checked = Checker.check(open.roster(), basis);
      IssuedItems items = new IssuedItems(reference -> "", Set.of(), joinCodes(session));
      LocalDate today = LocalDate.now(ZoneId.systemDefault());
      Preview preview =
          new Preview(
              session.settings(),
              basis.known().held(),
              receiver ->
                  new Comparison(session.settings(), checked, basis.known(), items, today, receiver)
                      .run());
      open.verifyUnchanged();
      List<Above> above =
          Above.of(preview.totals(), basis.known(), session.settings().stopAbove(), Map.of());
      if (options.json()) {
        Json.write(session.screen().out(), json -> new PreviewJson(preview, above).write(json));
      } else {
        new PreviewText(session.screen()).write(preview, basis.known(), source(session), above);
      }
      return preview.leftOut() > 0 ? Exit.FINDINGS : Exit.DONE;
    }
  }

  /** The exports, and how old the oldest of them is. */
  private static String source(Session session) {
    List<Path> files = new ArrayList<>(session.knownPaths());
    session
        .folder()
        .ifPresent(folder -> folder.knownFiles().forEach(file -> files.add(file.path())));
    if (files.isEmpty()) {
      return "";
    }
    Instant oldest = Instant.MAX;
    for (Path file : files) {
      try {
        Instant changed = Files.getLastModifiedTime(file).toInstant();
        oldest = changed.isBefore(oldest) ? changed : oldest;
      } catch (IOException e) {
        throw Problem.unreadable(file + " cannot be read.", e);
      }
    }
    return Counted.of(files.size(), "export")
        + " of the platform, saved on "
        + LocalDate.ofInstant(oldest, ZoneId.systemDefault())
        + (files.size() > 1 ? " or later" : "");
  }

  private static Map<String, String> joinCodes(Session session) {
    Map<String, String> codes = new HashMap<>();
    session
        .folder()
        .ifPresent(
            folder ->
                Workplace.joinCodesIn(folder).forEach(code -> codes.put(code.of(), code.code())));
    return codes;
  }
}
