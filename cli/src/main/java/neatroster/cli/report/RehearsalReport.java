package neatroster.cli.report;

import neatroster.cli.terminal.Screen;
import neatroster.core.confirm.ChangeResult;
import neatroster.core.model.Counted;
import neatroster.work.delivery.Rehearsal;
import neatroster.work.json.Json;
import neatroster.work.json.JsonObject;

/** How a rehearsal ended, for people and for other programs. */
public final class RehearsalReport {
  private static final int SHOWN = 12;

  private final Rehearsal.Result result;

  /** A report of a rehearsal. */
  public RehearsalReport(Rehearsal.Result result) {
    this.result = result;
  }

  /** For people. */
  public void text(Screen screen) {
    screen.line(
        "Run "
            + screen.bold(result.run())
            + " on a practice platform that was filled with what is known");
    screen.line("");
    screen.line(String.format("  %7d  as asked", result.count(ChangeResult.Kind.AS_ASKED)));
    if (result.count(ChangeResult.Kind.MISSING) > 0) {
      screen.line(
          screen.yellow(String.format("  %7d  missing", result.count(ChangeResult.Kind.MISSING))));
    }
    if (result.count(ChangeResult.Kind.DIFFERENT) > 0) {
      screen.line(
          screen.yellow(
              String.format("  %7d  different", result.count(ChangeResult.Kind.DIFFERENT))));
    }
    if (!result.troubles().isEmpty()) {
      screen.line("");
      result.troubles().stream().limit(SHOWN).forEach(line -> screen.line("  " + line));
      if (result.troubles().size() > SHOWN) {
        screen.line("  … and " + (result.troubles().size() - SHOWN) + " more");
      }
    }
    if (!result.notCarried().isEmpty()) {
      screen.line("");
      screen.line(screen.bold("not carried") + ": SCIM has no room for it");
      result.notCarried().forEach((what, n) -> screen.line(String.format("  %7d  %s", n, what)));
    }
    screen.line("");
    int changes = result.arrived().values().stream().mapToInt(Integer::intValue).sum();
    screen.line(
        (result.troubles().isEmpty() ? "It went well. " : "It did not go well everywhere. ")
            + "Nothing was sent to the real platform, and nothing was recorded: "
            + Counted.of(changes, "change")
            + " stay to be sent.");
  }

  /** For other programs. */
  public JsonObject document() {
    return Json.of("send")
        .put("run", result.run())
        .put("rehearsed", true)
        .put("asAsked", result.count(ChangeResult.Kind.AS_ASKED))
        .put("missing", result.count(ChangeResult.Kind.MISSING))
        .put("different", result.count(ChangeResult.Kind.DIFFERENT))
        .put("troubles", result.troubles());
  }
}
