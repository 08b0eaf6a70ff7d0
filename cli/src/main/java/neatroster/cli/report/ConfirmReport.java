package neatroster.cli.report;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.Collectors;
import neatroster.cli.terminal.Screen;
import neatroster.core.change.Phase;
import neatroster.core.change.PlannedChange;
import neatroster.core.confirm.ChangeResult;
import neatroster.core.confirm.CourseCounts;
import neatroster.core.model.Counted;
import neatroster.core.text.Quoted;
import neatroster.runs.RunConfirmation;
import neatroster.runs.RunFolder;
import neatroster.work.delivery.ConfirmedRun;
import neatroster.work.folder.RosterFolder;
import neatroster.work.json.Json;
import neatroster.work.json.JsonObject;

/** What became of a run on the platform, as people and programs read it. */
public final class ConfirmReport {
  private static final int SHOWN = 12;
  private static final int FEW = 20;

  private final String run;
  private final RosterFolder folder;
  private final ConfirmedRun confirmed;
  private final RunConfirmation confirmation;

  /** A report of a run. */
  public ConfirmReport(RosterFolder folder, ConfirmedRun confirmed) {
    this.run = confirmed.run();
    this.folder = folder;
    this.confirmed = confirmed;
    this.confirmation = confirmed.changes();
  }

  /** What the sheets ask for and is not there, in words; an empty text for nothing. */
  String stillAskedInWords() {
    String rows =
        confirmed.stillAsked().leftOut() == 0
            ? ""
            : Counted.of(confirmed.stillAsked().leftOut(), "row")
                + " of the sheets cannot be delivered as they are: see neat-roster check.";
    if (confirmed.stillAsked().all() == 0) {
      return rows;
    }
    return "Of what the sheets ask for, the platform does not have "
        + confirmed.stillAsked().counts().entrySet().stream()
            .map(one -> Counted.of(one.getValue(), one.getKey().one()))
            .collect(Collectors.joining(", "))
        + ", whichever run was to bring it. The next neat-roster pack asks for it."
        + (rows.isEmpty() ? "" : " " + rows);
  }

  ConfirmedRun confirmed() {
    return confirmed;
  }

  /** What is not there, a line for each. */
  List<String> missing() {
    return confirmation.missing().stream()
        .map(one -> what(one) + (one.outcome().why().isEmpty() ? "" : "  " + one.outcome().why()))
        .toList();
  }

  /** What is there otherwise, a line for each. */
  List<String> different() {
    return confirmation.different().stream()
        .map(one -> what(one) + "  " + differences(one.outcome()))
        .toList();
  }

  /** Who is in courses without having been asked for, a line for each. */
  List<String> extra() {
    return confirmed.extras().stream().map(one -> one.user() + "  in " + one.course()).toList();
  }

  /** What the platform has no room for, a line for each field. */
  List<String> notKept() {
    List<String> lines = new ArrayList<>();
    confirmed
        .notKept()
        .forEach(
            (field, count) ->
                lines.add(
                    "The platform shows nobody’s "
                        + field
                        + ", so it seems to have no room for it: "
                        + Counted.of(count, "value")
                        + "."));
    return lines;
  }

  /** Writes it on the screen. */
  public void text(Screen screen) {
    screen.line("Run " + screen.bold(run) + " on the platform");
    screen.line("");
    count(screen, confirmation.asAsked(), "as asked", false);
    if (confirmed.changedSince() > 0) {
      screen.line(
          screen.dim(
              "           of these " + confirmed.changedSince() + " changed by later runs since"));
    }
    count(screen, confirmation.missing().size(), "missing", true);
    count(screen, confirmation.different().size(), "different", true);
    count(screen, confirmed.extras().size(), "extra", true);
    if (confirmation.notTold() > 0) {
      screen.line(
          String.format("  %7d  not told", confirmation.notTold())
              + screen.dim(
                  (!confirmed.isByReport()
                          ? "  the export says nothing of such things; "
                          : "  the report does not list them; ")
                      + (confirmation.undecided() == 0
                          ? "they count as delivered"
                          : "they do not count as delivered, unless you add --accept-untold")));
    }
    section(screen, "missing", missing());
    section(screen, "different", different());
    section(screen, "extra, asked for by nobody", extra());
    section(
        screen, "there confirmed.twice(); remove one of them on the platform", confirmed.twice());
    section(
        screen,
        "refused rows that are about nothing in this run",
        confirmed.notOfTheRun().stream()
            .map(place -> place.sheet() + ", row " + place.row())
            .toList());
    courses(screen);
    if (!confirmed.notKept().isEmpty()) {
      screen.line("");
      notKept().forEach(screen::line);
    }
    screen.line("");
    if (!confirmation.different().isEmpty()) {
      screen.line("What is different counts as the platform has it; the next preview shows it.");
    }
    if (!stillAskedInWords().isEmpty()) {
      screen.line(screen.yellow(stillAskedInWords()));
      confirmed.stillAsked().first().forEach(line -> screen.line("  " + line));
      if (confirmed.stillAsked().all() > confirmed.stillAsked().first().size()) {
        screen.line(
            "  and "
                + (confirmed.stillAsked().all() - confirmed.stillAsked().first().size())
                + " more");
      }
      screen.line("");
    }
    if (confirmation.failedRows().isEmpty()) {
      if (confirmed.isFine()) {
        screen.line(
            stillAskedInWords().isEmpty()
                ? "Nothing is missing, and nothing is different."
                : "Of this run nothing is missing, and nothing is different.");
      } else if (confirmation.undecided() > 0) {
        screen.line("Of the rest nothing is known: the next neat-roster pack asks for it again.");
      } else if (!confirmed.twice().isEmpty() && confirmation.different().isEmpty()) {
        screen.line("What was asked is there, and some of it twice: see above.");
      } else if (confirmation.different().isEmpty()) {
        screen.line(
            "What was asked is there, but not as many people are in the courses as expected: see"
                + " above.");
      }
      return;
    }
    String files =
        confirmation.failedRows().entrySet().stream()
            .map(
                file ->
                    folder.shown(path(file.getKey()))
                        + " ("
                        + Counted.of(file.getValue(), "row")
                        + ")")
            .collect(Collectors.joining(", "));
    screen.line(
        "What is missing is in " + files + (!confirmed.isByReport() ? "." : ", with the reason."));
    screen.line(
        "It does not count as delivered: mend the sheets, and the next neat-roster pack asks for it"
            + " again.");
  }

  /** The courses where the numbers differ; all where they are few. */
  private void courses(Screen screen) {
    List<CourseCounts.Count> shown =
        confirmed.headcounts().size() <= FEW
            ? confirmed.headcounts()
            : confirmed.headcounts().stream()
                .filter(count -> count.expected() != count.there())
                .toList();
    if (confirmed.headcounts().isEmpty()) {
      return;
    }
    screen.line("");
    if (shown.isEmpty()) {
      screen.line("As many people as expected are in each of the courses, in every role.");
      return;
    }
    screen.line(screen.bold("in the courses"));
    for (CourseCounts.Count count : shown.subList(0, Math.min(FEW, shown.size()))) {
      String line = String.format("  %-12s %-14s %5d", count.course(), count.role(), count.there());
      screen.line(
          count.expected() == count.there()
              ? line
              : screen.yellow(line + ", expected " + count.expected()));
    }
    if (shown.size() > FEW) {
      screen.line("  and " + (shown.size() - FEW) + " more");
    }
  }

  private String path(String file) {
    return "runs/" + run + "/" + RunFolder.FAILED + "/" + file;
  }

  private static void count(Screen screen, int count, String what, boolean isTrouble) {
    if (count > 0 || !isTrouble) {
      String line = String.format("  %7d  %s", count, what);
      screen.line(isTrouble ? screen.yellow(line) : line);
    }
  }

  private static void section(Screen screen, String title, List<String> lines) {
    if (lines.isEmpty()) {
      return;
    }
    screen.line("");
    screen.line(screen.bold(title));
    lines.stream().limit(SHOWN).forEach(line -> screen.line("  " + line));
    if (lines.size() > SHOWN) {
      screen.line("  and " + (lines.size() - SHOWN) + " more");
    }
  }

  static String what(RunConfirmation.Found found) {
    PlannedChange change = found.change();
    boolean isOfCourse =
        change.phase() == Phase.ENROLLMENTS
            || change.phase() == Phase.WITHDRAWALS
            || change.phase() == Phase.REMOVALS;
    return change.change().word()
        + (isOfCourse ? "" : " " + change.phase().one())
        + "  "
        + change.key();
  }

  private static String differences(ChangeResult outcome) {
    return outcome.differences().stream()
        .map(
            one ->
                one.field()
                    + " "
                    + Quoted.value(one.asked())
                    + ", there "
                    + (one.there().isEmpty() ? "nothing" : Quoted.value(one.there())))
        .collect(Collectors.joining("; "));
  }

  /** The document for programs. */
  public JsonObject document() {
    JsonObject stillAskedFor = new JsonObject();
    confirmed
        .stillAsked()
        .counts()
        .forEach((phase, count) -> stillAskedFor.put(phase.word(), count));
    return Json.of("confirm")
        .put("run", run)
        .put("asAsked", confirmation.asAsked())
        .list("missing", confirmation.missing(), one -> json(one).put("why", one.outcome().why()))
        .list("different", confirmation.different(), one -> json(one).put("fields", fields(one)))
        .list(
            "extra",
            confirmed.extras(),
            extra -> new JsonObject().put("user", extra.user()).put("course", extra.course()))
        .put("twice", confirmed.twice())
        .put("changedSince", confirmed.changedSince())
        .put("notYet", confirmed.notYet())
        .put("notTold", confirmation.notTold())
        .list(
            "notKept",
            confirmed.notKept().entrySet(),
            one -> new JsonObject().put("field", one.getKey()).put("count", one.getValue()))
        .list(
            "headcounts",
            confirmed.headcounts(),
            count ->
                new JsonObject()
                    .put("course", count.course())
                    .put("role", count.role())
                    .put("expected", count.expected())
                    .put("there", count.there()))
        .put("stillAsked", stillAskedFor)
        .put("sheetRowsLeftOut", confirmed.stillAsked().leftOut())
        .list("corrections", confirmation.failedRows().keySet(), this::path);
  }

  private static JsonObject json(RunConfirmation.Found one) {
    return new JsonObject()
        .put("phase", one.change().phase().word())
        .put("change", one.change().change().word())
        .put("key", one.change().key());
  }

  private static JsonObject fields(RunConfirmation.Found one) {
    JsonObject fields = new JsonObject();
    for (ChangeResult.Difference difference : one.outcome().differences()) {
      fields.put(
          difference.field(),
          new JsonObject().put("asked", difference.asked()).put("there", difference.there()));
    }
    return fields;
  }
}
