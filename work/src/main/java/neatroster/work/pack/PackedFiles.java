package neatroster.work.pack;

import neatroster.core.change.Phase;
import neatroster.runs.RunBatches.NotCarried;
import neatroster.runs.RunBatches.PackedFile;
import neatroster.work.json.JsonObject;

/** The files of a run, and what is in none of them, for programs. */
final class PackedFiles {
  private PackedFiles() {}

  /** A batch file, for programs. */
  static JsonObject json(PackedFile file) {
    return new JsonObject()
        .put("path", file.path())
        .put("format", file.format())
        .put("phase", file.written().phase().map(Phase::word).orElse(null))
        .put("rows", file.written().rows())
        .put("sha256", file.sha256());
  }

  /** What is not carried, for programs. */
  static JsonObject json(NotCarried one) {
    return new JsonObject()
        .put("format", one.format())
        .put("what", one.what())
        .put("count", one.count());
  }
}
