package neatroster.runs;

import com.fasterxml.jackson.annotation.JsonIgnoreProperties;
import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * What a run's {@code run.json} says, as far as commands go by it.
 *
 * @param files its batch files; none where it does not say
 * @param firstPasswords how many first passwords the batches hold, or null where it does not say
 * @param passwordsKept how many first passwords are kept beside the batches until the run is
 *     delivered, or null where it does not say
 * @param ofFolder whether it was packed of all that the folder holds
 * @param notices what was said beside its changes when it was packed, a line each
 * @param replaces the runs that were not delivered when it was packed, and whose changes it holds
 */
@JsonIgnoreProperties(ignoreUnknown = true)
public record RunDocument(
    List<BatchFile> files,
    Long firstPasswords,
    Long passwordsKept,
    boolean ofFolder,
    List<String> notices,
    List<String> replaces) {
  private static final ObjectMapper JSON = new ObjectMapper();
  private static final String NAME = "run.json";
  private static final Pattern ONE_ROSTER = Pattern.compile("oneroster-(1\\.[12])-");

  /**
   * A batch file of the run.
   *
   * @param path its path in the run folder
   * @param sha256 its digest when it was packed
   */
  @JsonIgnoreProperties(ignoreUnknown = true)
  public record BatchFile(String path, String sha256) {}

  /** Lists that it does not say are empty. */
  public RunDocument {
    files = files == null ? List.of() : files;
    notices = notices == null ? List.of() : notices;
    replaces = replaces == null ? List.of() : replaces;
  }

  /** The formats of its batches, as {@code --as} names them. */
  public List<String> formats() {
    return files.stream()
        .map(file -> file.path().replaceFirst("/.*", "").replaceFirst("^layout-", "layout:"))
        .distinct()
        .toList();
  }

  /** The version of OneRoster that its batches are of, where they are of one. */
  public Optional<String> oneRoster() {
    return files.stream()
        .map(file -> ONE_ROSTER.matcher(file.path()))
        .filter(Matcher::find)
        .map(name -> name.group(1))
        .findFirst();
  }

  /**
   * Reads what a run says of itself.
   *
   * @param run its folder
   * @return nothing where it says nothing
   * @throws IOException where the file is damaged or cannot be read
   */
  static Optional<RunDocument> read(Path run) throws IOException {
    Path file = run.resolve(NAME);
    if (!Files.isRegularFile(file)) {
      return Optional.empty();
    }
    try {
      RunDocument document = JSON.readValue(file.toFile(), RunDocument.class);
      return Optional.of(Optional.ofNullable(document).orElseThrow(RunDocument::damaged));
    } catch (JsonProcessingException e) {
      throw damaged();
    }
  }

  private static IOException damaged() {
    return new IOException(NAME + " is not as it was written");
  }

  /** How many first passwords there should be beside the batches until the run is delivered. */
  public long passwordsWanted() {
    Long wanted = passwordsKept == null ? firstPasswords : passwordsKept;
    return wanted == null ? 0 : wanted;
  }
}
