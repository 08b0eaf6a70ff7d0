package neatroster.cli.report;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import neatroster.cli.terminal.Json;
import neatroster.cli.terminal.JsonObject;
import neatroster.cli.terminal.Screen;
import neatroster.core.grid.Place;
import neatroster.core.model.Counted;
import neatroster.core.model.Field;
import neatroster.core.settings.Settings;
import neatroster.runs.RunBatches;

/**
 * A packed run, as it is told to people and programs.
 *
 * @param run its name
 * @param folder where it is, as people read it
 * @param files its batch files
 * @param notCarried what the formats have no room for
 * @param stillDue how many changes no format of the run carries
 * @param counts for each phase and change how many
 * @param leftOut how many rows were left out
 * @param corrections the correction sheets, in the run folder
 * @param dropped values that rows do without, because what they name is left out
 * @param passwords how many first passwords the batches hold
 * @param passwordsKept how many first passwords the run keeps beside them
 * @param repeats the run that changes the same and was not delivered, or null
 * @param waiting the earlier runs that were not delivered
 * @param ofFolder whether it was packed of all that the folder holds
 * @param replaces those of them whose changes it holds
 * @param notices what is to be known beside the changes
 * @param covers whether the settings say that a sheet is the whole of something
 */
public record PackReport(
    String run,
    String folder,
    List<RunBatches.PackedFile> files,
    List<RunBatches.NotCarried> notCarried,
    int stillDue,
    Map<String, Map<String, Integer>> counts,
    int leftOut,
    List<String> corrections,
    List<Dropped> dropped,
    int passwords,
    int passwordsKept,
    String repeats,
    List<String> waiting,
    boolean ofFolder,
    List<String> replaces,
    Notices notices,
    boolean covers) {
  /** So many dropped values are shown; the run holds all. */
  private static final int SHOWN = 20;

  /** There was nothing to change that a format of the run carries, or nothing at all. */
  public static PackReport carryingNothing(
      List<RunBatches.NotCarried> notCarried, int stillDue, Notices notices) {
    return new PackReport(
        null,
        null,
        List.of(),
        notCarried,
        stillDue,
        Map.of(),
        0,
        List.of(),
        List.of(),
        0,
        0,
        null,
        List.of(),
        false,
        List.of(),
        notices,
        false);
  }

  /** A value that is not delivered though its row is, because what it names is left out. */
  public record Dropped(Place place, Field field, String value, String why) {}

  /** Says what was packed and what to do with it. */
  public void write(Screen screen, Settings settings) {
    if (run() == null && stillDue() > 0) {
      screen.line(
          screen.yellow(Counted.of(stillDue(), "change"))
              + ", and none that the formats have room for, so no run was packed.");
      RunText.notCarried(screen, notCarried());
      Notices.write(screen, notices().lines());
      return;
    }
    if (run() == null) {
      screen.line("Nothing is to be changed on the platform, so no run was packed.");
      Notices.write(screen, notices().lines());
      return;
    }
    screen.line("Packed run " + screen.bold(run()) + " into " + folder());
    screen.line("");
    RunText.files(screen, files());
    RunText.notCarried(screen, notCarried());
    screen.line("");
    if (leftOut() > 0) {
      screen.line(
          screen.yellow(Counted.of(leftOut(), "row") + " left out")
              + ", to be mended in "
              + String.join(", ", corrections()));
      screen.line("(each row says why; give the mended sheet to check again).");
      if (covers()) {
        screen.line("As long as any row is left out, nothing counts as absent.");
      }
    }
    for (Dropped value : dropped().subList(0, Math.min(SHOWN, dropped().size()))) {
      screen.line(
          value.place().sheet()
              + ", row "
              + value.place().row()
              + ", "
              + value.field().label()
              + ": "
              + value.why());
    }
    if (dropped().size() > SHOWN) {
      screen.line("… and " + (dropped().size() - SHOWN) + " more such values; see run.json.");
    }
    Notices.write(screen, said());
    if (passwords() > 0) {
      screen.line("The batches hold first passwords: keep them where only you can read them.");
    }
    RunText.next(screen, run(), settings);
    sayWaiting(screen);
  }

  /** What is to be known beside the changes; send says it again. */
  private List<String> said() {
    List<String> said = new ArrayList<>();
    if (stillDue() > 0) {
      said.add(
          Counted.of(stillDue(), "change")
              + (stillDue() == 1 ? " is" : " are")
              + " in no batch of this run and will be in the next one again, until a format carries"
              + (stillDue() == 1 ? " it" : " them")
              + ": neat-roster pack --as plain has all.");
    }
    said.addAll(notices().lines());
    return said;
  }

  /** Whoever delivers two runs that change the same makes everything twice. */
  private void sayWaiting(Screen screen) {
    if (repeats() != null) {
      screen.line(
          screen.yellow("It changes the same as run " + repeats())
              + ", which is not recorded as delivered: deliver one of them, not both.");
    } else if (!waiting().isEmpty()) {
      String last = waiting().get(waiting().size() - 1);
      screen.line(
          screen.yellow("Run " + last + " is not recorded as delivered")
              + (replaces().contains(last)
                  ? ", so what it changes is in this run again, which replaces it. If it was"
                      + " uploaded, say so with neat-roster send "
                      + last
                      + " --by-hand, and pack once more."
                  : "; what both ask for would be made twice. Send it first, or, if it was uploaded,"
                      + " say so with neat-roster send "
                      + last
                      + " --by-hand, and pack once more."));
    }
  }

  /** The document for programs, which the run keeps, too. */
  public JsonObject document() {
    return Json.of("pack")
        .put("run", run())
        .put("folder", run() == null ? null : "runs/" + run())
        .put("repeats", repeats())
        .put("notDelivered", waiting())
        .put("ofFolder", ofFolder())
        .put("replaces", replaces())
        .list("files", files(), RunText::json)
        .put("counts", counts())
        .list("notCarried", notCarried(), RunText::json)
        .put("stillDue", stillDue())
        .put("firstPasswords", passwords())
        .put("passwordsKept", passwordsKept())
        .put("leftOut", leftOut())
        .put("left", notices().count())
        .put("unasked", notices().unasked())
        .put("notices", said())
        .put("corrections", corrections())
        .list(
            "droppedValues",
            dropped(),
            value ->
                new JsonObject()
                    .put("file", value.place().sheet().file())
                    .put("sheet", value.place().sheet().sheet())
                    .put("row", value.place().row())
                    .put("field", value.field().key())
                    .put("value", value.value())
                    .put("why", value.why()));
  }
}
