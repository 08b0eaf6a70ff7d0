package neatroster.cli.folder;

import com.fasterxml.jackson.annotation.JsonIgnoreProperties;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;

/**
 * What a run's {@code run.json} says, as far as commands go by it.
 *
 * @param files its batch files; none where it does not say
 * @param firstPasswords how many first passwords the batches hold, or null where it does not say
 * @param passwordsKept how many first passwords are kept beside the batches until the run is
 *     delivered, or null where it does not say
 * @param ofFolder whether it was packed of all that the folder holds
 * @param replaces the runs that were not delivered when it was packed, and whose changes it holds
 */
@JsonIgnoreProperties(ignoreUnknown = true)
record RunDocument(
    List<BatchFile> files,
    Long firstPasswords,
    Long passwordsKept,
    boolean ofFolder,
    List<String> replaces) {
  private static final ObjectMapper JSON = new ObjectMapper();
  private static final String NAME = "run.json";

  /**
   * A batch file of the run.
   *
   * @param path its path in the run folder
   * @param sha256 its digest when it was packed
   */
  @JsonIgnoreProperties(ignoreUnknown = true)
  record BatchFile(String path, String sha256) {}

  RunDocument {
    files = files == null ? List.of() : files;
    replaces = replaces == null ? List.of() : replaces;
  }

  /** Whether a folder is that of a run. */
  static boolean isIn(Path run) {
    return Files.isRegularFile(run.resolve(NAME));
  }

  /**
   * Reads what a run says of itself.
   *
   * @param run its folder
   * @throws IOException where the file is damaged or cannot be read
   */
  static RunDocument read(Path run) throws IOException {
    RunDocument document = JSON.readValue(run.resolve(NAME).toFile(), RunDocument.class);
    if (document == null) {
      throw new IOException(NAME + " says nothing");
    }
    return document;
  }
}
