package neatroster.work.pack;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import neatroster.core.grid.Place;
import neatroster.core.model.Counted;
import neatroster.core.model.Field;
import neatroster.runs.RunBatches;
import neatroster.work.json.Json;
import neatroster.work.json.JsonObject;

/**
 * A packed run.
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
public record PackedRun(
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
  /** There was nothing to change that a format of the run carries, or nothing at all. */
  public static PackedRun carryingNothing(
      List<RunBatches.NotCarried> notCarried, int stillDue, Notices notices) {
    return new PackedRun(
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

  /** What is to be known beside the changes; send says it again. */
  public List<String> said() {
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

  /** The document for programs, which the run keeps, too. */
  public JsonObject document() {
    return Json.of("pack")
        .put("run", run())
        .put("folder", run() == null ? null : "runs/" + run())
        .put("repeats", repeats())
        .put("notDelivered", waiting())
        .put("ofFolder", ofFolder())
        .put("replaces", replaces())
        .list("files", files(), PackedFiles::json)
        .put("counts", counts())
        .list("notCarried", notCarried(), PackedFiles::json)
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
