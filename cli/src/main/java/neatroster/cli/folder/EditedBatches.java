package neatroster.cli.folder;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import neatroster.cli.disk.DiskTrouble;
import neatroster.cli.terminal.Problem;
import neatroster.cli.terminal.Screen;

/** The batch files of a run that are not as they were packed, by their digests in run.json. */
public final class EditedBatches {
  private EditedBatches() {}

  /**
   * Says which batch files were edited: what counts as delivered is what was packed. A file that is
   * gone may have been put away after its upload.
   */
  public static void remark(Screen screen, RosterFolder folder, String run) {
    Path place = folder.path("runs").resolve(run);
    if (!RunDocument.isIn(place)) {
      return;
    }
    try {
      for (RunDocument.BatchFile file : RunDocument.read(place).files()) {
        Path path = place.resolve(file.path());
        if (Files.isRegularFile(path) && !RunDigest.sha256(path).equals(file.sha256())) {
          screen.remark(
              folder.shown("runs/" + run + "/" + file.path())
                  + " was edited since it was packed. What counts as delivered is what was packed;"
                  + " if the edited file was uploaded, find out what is there with neat-roster"
                  + " confirm --export FILE.");
        }
      }
    } catch (IOException e) {
      throw Problem.unreadable(
          folder.shown("runs/" + run) + " cannot be read (" + DiskTrouble.reason(e) + ").", e);
    }
  }
}
