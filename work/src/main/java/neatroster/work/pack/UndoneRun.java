package neatroster.work.pack;

import java.util.List;
import java.util.Map;
import neatroster.runs.RunBatches;
import neatroster.work.json.Json;
import neatroster.work.json.JsonObject;

/**
 * A packed run that takes another one back.
 *
 * @param run its name, or null where there is nothing to take back
 * @param undoes the run that it takes back
 * @param folder where it is, as people read it
 * @param files its batch files
 * @param notCarried what the formats have no room for
 * @param counts for each phase and change how many
 * @param kept what cannot be taken back, and how often
 */
public record UndoneRun(
    String run,
    String undoes,
    String folder,
    List<RunBatches.PackedFile> files,
    List<RunBatches.NotCarried> notCarried,
    Map<String, Map<String, Integer>> counts,
    Map<String, Integer> kept) {

  /** The document for programs, which the run keeps, too. */
  public JsonObject document() {
    return Json.of("undo")
        .put("run", run)
        .put("undoes", undoes)
        .put("folder", run == null ? null : "runs/" + run)
        .list("files", files, PackedFiles::json)
        .put("counts", counts)
        .list("notCarried", notCarried, PackedFiles::json)
        .list(
            "cannotBeUndone",
            kept.entrySet(),
            one -> new JsonObject().put("what", one.getKey()).put("count", one.getValue()));
  }
}
