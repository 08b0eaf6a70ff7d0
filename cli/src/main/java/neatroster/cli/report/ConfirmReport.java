package neatroster.cli.report;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Collectors;
import neatroster.cli.terminal.Json;
import neatroster.cli.terminal.JsonObject;
import neatroster.cli.terminal.Screen;
import neatroster.core.change.Phase;
import neatroster.core.change.PlannedChange;
import neatroster.core.confirm.ChangeResult;
import neatroster.core.confirm.CourseCounts;
import neatroster.core.grid.Place;
import neatroster.core.model.Counted;
import neatroster.core.state.Contradiction;
import neatroster.core.state.Known;
import neatroster.core.text.Quoted;
import neatroster.runs.RunConfirmation;
import neatroster.runs.RunFolder;
import neatroster.work.delivery.StillAsked;
import neatroster.work.folder.RosterFolder;

/** What became of a run on the platform, as people and programs read it. */
public final class ConfirmReport {
  private static final int SHOWN = 12;
  private static final int FEW = 20;

  private final String run;
  private final RosterFolder folder;
  private final RunConfirmation confirmation;
  private final List<Extra> extras = new ArrayList<>();
  private List<Place> notOfTheRun = List.of();
  private final Map<String, Integer> notKept = new TreeMap<>();
  private List<CourseCounts.Count> headcounts = List.of();
  private StillAsked stillAsked = new StillAsked(Map.of(), List.of(), 0);
  private final List<String> twice = new ArrayList<>();
  private int changedSince;
  private int reported = -1;
  private int notYet;

  /** Somebody in a course whom nobody asked for. */
  private record Extra(String user, String course) {}

  /** A report of a run. */
  public ConfirmReport(String run, RosterFolder folder, RunConfirmation confirmation) {
    this.run = run;
    this.folder = folder;
    this.confirmation = confirmation;
  }

  /** Adds somebody who is in a course without having been asked for. */
  public void addExtra(String user, String course) {
    extras.add(new Extra(user, course));
  }

  /**
   * Says that it goes by the platform's report of the upload.
   *
   * @param rows how many rows that has
   * @param others the refused rows in it that are about nothing in the run
   */
  public void reported(int rows, List<Place> others) {
    reported = rows;
    notOfTheRun = List.copyOf(others);
  }

  /** Adds a value of a field that the platform has no room for. */
  public void notKept(String field) {
    notKept.merge(field, 1, Integer::sum);
  }

  /** Says how many people are in the courses that the run enrolled people in. */
  public void headcounts(List<CourseCounts.Count> counts) {
    headcounts = List.copyOf(counts);
  }

  /** Says what the sheets ask for and the platform does not have. */
  public void stillAsked(StillAsked asked) {
    stillAsked = asked;
  }

  /** What of that there is, in words; an empty text where there is nothing. */
  String stillAskedInWords() {
    String rows =
        stillAsked.leftOut() == 0
            ? ""
            : Counted.of(stillAsked.leftOut(), "row")
                + " of the sheets cannot be delivered as they are: see neat-roster check.";
    if (stillAsked.all() == 0) {
      return rows;
    }
    return "Of what the sheets ask for, the platform does not have "
        + stillAsked.counts().entrySet().stream()
            .map(one -> Counted.of(one.getValue(), one.getKey().one()))
            .collect(Collectors.joining(", "))
        + ", whichever run was to bring it. The next neat-roster pack asks for it."
        + (rows.isEmpty() ? "" : " " + rows);
  }

  /** Some of what the sheets ask for and the platform does not have, a line for each. */
  List<String> stillAsked() {
    return stillAsked.first();
  }

  /** Notes whether a change was changed again by a run that was delivered later. */
  public void changedSince(boolean isSo) {
    changedSince += isSo ? 1 : 0;
  }

  /** Says what the platform has more than once. */
  public void twice(Known now) {
    now.told().doubledCourses().forEach(code -> twice.add("course  " + code));
    now.told().contradictions().stream()
        .filter(one -> one.kind() == Contradiction.Kind.TWO_ACCOUNTS)
        .forEach(one -> twice.add("user  " + one.counts() + " and " + one.other()));
  }

  /** What the platform has more than once, a line for each. */
  List<String> twice() {
    return twice;
  }

  /** Says how many changes were still not there when the waiting ended. */
  public void notYet(int changes) {
    notYet = changes;
  }

  String run() {
    return run;
  }

  int asAsked() {
    return confirmation.asAsked();
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
    return extras.stream().map(one -> one.user() + "  in " + one.course()).toList();
  }

  /** What the platform has no room for, a line for each field. */
  List<String> notKept() {
    List<String> lines = new ArrayList<>();
    notKept.forEach(
        (field, count) ->
            lines.add(
                "The platform shows nobody’s "
                    + field
                    + ", so it seems to have no room for it: "
                    + Counted.of(count, "value")
                    + "."));
    return lines;
  }

  List<CourseCounts.Count> headcounts() {
    return headcounts;
  }

  /** Whether all is there as it was asked, and so many people are in the courses. */
  public boolean isFine() {
    return confirmation.missing().isEmpty()
        && confirmation.different().isEmpty()
        && confirmation.undecided() == 0
        && twice.isEmpty()
        && headcounts.stream().allMatch(count -> count.expected() == count.there());
  }

  /** Writes it on the screen. */
  public void text(Screen screen) {
    screen.line("Run " + screen.bold(run) + " on the platform");
    screen.line("");
    count(screen, confirmation.asAsked(), "as asked", false);
    if (changedSince > 0) {
      screen.line(
          screen.dim("           of these " + changedSince + " changed by later runs since"));
    }
    count(screen, confirmation.missing().size(), "missing", true);
    count(screen, confirmation.different().size(), "different", true);
    count(screen, extras.size(), "extra", true);
    if (confirmation.notTold() > 0) {
      screen.line(
          String.format("  %7d  not told", confirmation.notTold())
              + screen.dim(
                  (reported < 0
                          ? "  the export says nothing of such things; "
                          : "  the report does not list them; ")
                      + (confirmation.undecided() == 0
                          ? "they count as delivered"
                          : "they do not count as delivered, unless you add --accept-untold")));
    }
    section(screen, "missing", missing());
    section(screen, "different", different());
    section(screen, "extra, asked for by nobody", extra());
    section(screen, "there twice; remove one of them on the platform", twice);
    section(
        screen,
        "refused rows that are about nothing in this run",
        notOfTheRun.stream().map(place -> place.sheet() + ", row " + place.row()).toList());
    courses(screen);
    if (!notKept.isEmpty()) {
      screen.line("");
      notKept().forEach(screen::line);
    }
    screen.line("");
    if (!confirmation.different().isEmpty()) {
      screen.line("What is different counts as the platform has it; the next preview shows it.");
    }
    if (!stillAskedInWords().isEmpty()) {
      screen.line(screen.yellow(stillAskedInWords()));
      stillAsked.first().forEach(line -> screen.line("  " + line));
      if (stillAsked.all() > stillAsked.first().size()) {
        screen.line("  and " + (stillAsked.all() - stillAsked.first().size()) + " more");
      }
      screen.line("");
    }
    if (confirmation.failedRows().isEmpty()) {
      if (isFine()) {
        screen.line(
            stillAskedInWords().isEmpty()
                ? "Nothing is missing, and nothing is different."
                : "Of this run nothing is missing, and nothing is different.");
      } else if (confirmation.undecided() > 0) {
        screen.line("Of the rest nothing is known: the next neat-roster pack asks for it again.");
      } else if (!twice.isEmpty() && confirmation.different().isEmpty()) {
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
    screen.line("What is missing is in " + files + (reported < 0 ? "." : ", with the reason."));
    screen.line(
        "It does not count as delivered: mend the sheets, and the next neat-roster pack asks for it"
            + " again.");
  }

  /** The courses where the numbers differ; all where they are few. */
  private void courses(Screen screen) {
    List<CourseCounts.Count> shown =
        headcounts.size() <= FEW
            ? headcounts
            : headcounts.stream().filter(count -> count.expected() != count.there()).toList();
    if (headcounts.isEmpty()) {
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
    stillAsked.counts().forEach((phase, count) -> stillAskedFor.put(phase.word(), count));
    return Json.of("confirm")
        .put("run", run)
        .put("asAsked", confirmation.asAsked())
        .list("missing", confirmation.missing(), one -> json(one).put("why", one.outcome().why()))
        .list("different", confirmation.different(), one -> json(one).put("fields", fields(one)))
        .list(
            "extra",
            extras,
            extra -> new JsonObject().put("user", extra.user()).put("course", extra.course()))
        .put("twice", twice)
        .put("changedSince", changedSince)
        .put("notYet", notYet)
        .put("notTold", confirmation.notTold())
        .list(
            "notKept",
            notKept.entrySet(),
            one -> new JsonObject().put("field", one.getKey()).put("count", one.getValue()))
        .list(
            "headcounts",
            headcounts,
            count ->
                new JsonObject()
                    .put("course", count.course())
                    .put("role", count.role())
                    .put("expected", count.expected())
                    .put("there", count.there()))
        .put("stillAsked", stillAskedFor)
        .put("sheetRowsLeftOut", stillAsked.leftOut())
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
