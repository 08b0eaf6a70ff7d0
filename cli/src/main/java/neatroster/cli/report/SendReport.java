package neatroster.cli.report;

import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import neatroster.cli.terminal.Screen;
import neatroster.core.change.Phase;
import neatroster.core.model.Counted;
import neatroster.core.model.Table;
import neatroster.runs.RunFolder;
import neatroster.work.delivery.RunDelivery;
import neatroster.work.folder.RosterFolder;
import neatroster.work.json.Json;
import neatroster.work.json.JsonObject;

/**
 * What became of a delivery to the platform, as people and programs read it.
 *
 * @param run the run
 * @param folder where the run is
 * @param result how far it came
 */
public record SendReport(String run, RosterFolder folder, RunDelivery.Result result) {
  private static final int SHOWN = 12;

  /** Writes it on the screen. */
  public void text(Screen screen) {
    List<RunDelivery.Failure> failures = result.failures();
    screen.line("");
    screen.line("Run " + screen.bold(run) + " to the platform");
    screen.line("");
    screen.line(String.format("  %7d  done", result.done()));
    if (!failures.isEmpty()) {
      screen.line(screen.red(String.format("  %7d  refused", failures.size())));
    }
    if (result.left() > 0) {
      screen.line(screen.yellow(String.format("  %7d  left", result.left())));
    }
    if (!failures.isEmpty()) {
      screen.line("");
      screen.line(screen.bold("refused"));
      failures.stream()
          .limit(SHOWN)
          .forEach(
              one ->
                  screen.line(
                      "  " + ConfirmReport.what(one.found()) + "  " + one.found().outcome().why()));
      if (failures.size() > SHOWN) {
        screen.line("  … and " + (failures.size() - SHOWN) + " more");
      }
    }
    if (!result.notCarried().isEmpty()) {
      screen.line("");
      screen.line(screen.bold("not carried") + ": the platform has no room for it");
      result
          .notCarried()
          .forEach((what, count) -> screen.line(String.format("  %7d  %s", count, what)));
    }
    screen.line("");
    end(screen);
  }

  private void end(Screen screen) {
    if (result.stopped().isPresent()) {
      screen.line(screen.red(sentence(result.stopped().get())));
    }
    if (result.left() > 0) {
      screen.line(
          "What was done is remembered. To go on where it stopped: neat-roster send " + run);
      return;
    }
    if (!result.failures().isEmpty()) {
      screen.line(
          "The refused rows are in "
              + folder.shown("runs/" + run + "/" + RunFolder.FAILED + "/")
              + ", each with its reason: mend them there and give them to pack.");
    }
    screen.line("To see what the platform holds now: neat-roster confirm " + run);
  }

  private static String sentence(String text) {
    String begun = Character.toUpperCase(text.charAt(0)) + text.substring(1);
    return begun.endsWith(".") ? begun : begun + ".";
  }

  /** The document for programs. */
  public JsonObject document() {
    Map<Table, Integer> rows = new EnumMap<>(Table.class);
    return Json.of("send")
        .put("run", run)
        .put("done", result.done())
        .put("failed", result.failures().size())
        .put("left", result.left())
        .list(
            "failures",
            result.failures(),
            one -> {
              Table table = one.found().change().table();
              // The header is the first row.
              int row = rows.merge(table, 1, Integer::sum) + 1;
              return new JsonObject()
                  .put("phase", one.found().change().phase().word())
                  .put("change", one.found().change().change().word())
                  .put("key", one.found().change().key())
                  .putPosition("status", one.status())
                  .put("reason", one.found().outcome().why())
                  .put(
                      "file",
                      result.left() > 0 ? null : "runs/" + run + "/" + RunFolder.failed(table))
                  .put("row", result.left() > 0 ? null : row);
            })
        .list(
            "notCarried",
            result.notCarried().entrySet(),
            one -> new JsonObject().put("what", one.getKey()).put("count", one.getValue()))
        .put("stopped", result.stopped().orElse(null));
  }

  /** What is about to be sent, as {@code 3 users, 9 enrollments}. */
  public static String counts(Map<Phase, Integer> left) {
    StringBuilder text = new StringBuilder();
    left.forEach(
        (phase, count) ->
            text.append(text.isEmpty() ? "" : ", ").append(Counted.of(count, phase.one())));
    return text.toString();
  }
}
