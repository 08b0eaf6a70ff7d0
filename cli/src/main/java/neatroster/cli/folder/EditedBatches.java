package neatroster.cli.folder;

import com.fasterxml.jackson.core.JsonFactory;
import com.fasterxml.jackson.core.JsonParser;
import com.fasterxml.jackson.core.JsonToken;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import neatroster.cli.disk.DiskTrouble;
import neatroster.cli.terminal.Problem;
import neatroster.cli.terminal.Screen;

/** The batch files of a run that are not as they were packed, by their digests in run.json. */
public final class EditedBatches {
  private static final JsonFactory JSON = new JsonFactory();

  private EditedBatches() {}

  /**
   * Says which batch files were edited: what counts as delivered is what was packed. A file that is
   * gone may have been put away after its upload.
   */
  public static void remark(Screen screen, RosterFolder folder, String run) {
    Path place = folder.path("runs").resolve(run);
    try {
      for (Map.Entry<String, String> file : digests(place.resolve("run.json")).entrySet()) {
        Path path = place.resolve(file.getKey());
        if (Files.isRegularFile(path) && !RunDigest.sha256(path).equals(file.getValue())) {
          screen.remark(
              folder.shown("runs/" + run + "/" + file.getKey())
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

  private static Map<String, String> digests(Path file) throws IOException {
    Map<String, String> digests = new LinkedHashMap<>();
    if (!Files.isRegularFile(file)) {
      return digests;
    }
    try (JsonParser json = JSON.createParser(file.toFile())) {
      String path = "";
      for (JsonToken token = json.nextToken(); token != null; token = json.nextToken()) {
        if (token == JsonToken.VALUE_STRING
            && List.of("path", "sha256").contains(json.currentName())) {
          if (json.currentName().equals("path")) {
            path = json.getText();
          } else {
            digests.put(path, json.getText());
          }
        }
      }
    }
    return digests;
  }
}
