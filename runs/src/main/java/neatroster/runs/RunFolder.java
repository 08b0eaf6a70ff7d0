package neatroster.runs;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.stream.Stream;
import neatroster.core.model.Table;
import neatroster.disk.Sha256;
import neatroster.register.Run;

/** The folder of a run that was packed, with what stands in it. */
public final class RunFolder {
  /** The folder in it of what the run changes. */
  public static final String CHANGES = "changes";

  /**
   * The folder in it of what none of its formats carries, in the same form: it is not delivered
   * with the run, but says who it is that the batches name.
   */
  static final String DUE = "not-carried";

  /** The folder in it of what the platform took, in the same form. */
  static final String TAKEN = "taken";

  /** The folder in it of the rows that the platform did not take. */
  public static final String FAILED = "failed";

  private final Path place;
  private Optional<RunDocument> document = Optional.empty();

  /** The folder of a run, which may be gone. */
  public RunFolder(Path place) {
    this.place = place;
  }

  /** Where it is. */
  public Path place() {
    return place;
  }

  /** Whether it is there. */
  public boolean isThere() {
    return Files.isDirectory(place);
  }

  /** Whether it says what the run changes. */
  public boolean hasChanges() {
    return Files.isDirectory(place.resolve(CHANGES));
  }

  /** What the run changes. */
  public KeptChanges changes() {
    return new KeptChanges(place.resolve(CHANGES));
  }

  /** What none of its formats carries. */
  public KeptChanges due() {
    return new KeptChanges(place.resolve(DUE));
  }

  /** Whether it was found out what the platform took. */
  boolean hasTaken() {
    return Files.isDirectory(place.resolve(TAKEN));
  }

  /** What the platform took of what the run changes, where that was found out; else all of it. */
  public KeptChanges taken() {
    return hasTaken() ? new KeptChanges(place.resolve(TAKEN)) : changes();
  }

  /** What counts as delivered of a delivered run, by the name of its folder in this one. */
  public static String delivered(Run run) {
    return run.confirmed().isPresent() ? TAKEN : CHANGES;
  }

  /** The same as changes. */
  public KeptChanges deliveredOf(Run run) {
    return new KeptChanges(place.resolve(delivered(run)));
  }

  /** Whether what the run changes stands there as it was packed. */
  public boolean isAsPacked(Run run) throws IOException {
    return isAsWritten(CHANGES, run.digest());
  }

  /** Whether what the platform took stands there as it was found out, where it was. */
  public boolean isAsTaken(Run run) throws IOException {
    return run.confirmed().isEmpty() || isAsWritten(TAKEN, run.confirmed().get().digest());
  }

  /** Whether what counts as delivered of a delivered run stands there as it was written. */
  public boolean isAsDelivered(Run run) throws IOException {
    return run.confirmed().isPresent() ? isAsTaken(run) : isAsPacked(run);
  }

  private boolean isAsWritten(String folder, String digest) throws IOException {
    return Files.isDirectory(place.resolve(folder)) && digest(folder).equals(digest);
  }

  /** What tells whether somebody edited a folder in it. */
  String digest(String folder) throws IOException {
    SortedMap<String, String> digests = new TreeMap<>();
    try (Stream<Path> files = Files.list(place.resolve(folder))) {
      for (Path file : files.toList()) {
        digests.put(folder + "/" + file.getFileName(), Sha256.of(file));
      }
    }
    return RunDigest.of(digests);
  }

  /**
   * What its {@code run.json} says; nothing where there is none.
   *
   * @throws IOException where the file is damaged or cannot be read
   */
  public Optional<RunDocument> document() throws IOException {
    if (document.isEmpty()) {
      document = RunDocument.read(place);
    }
    return document;
  }

  /**
   * The batch files that are not as they were packed; one that is gone may have been put away after
   * its upload.
   *
   * @return their paths in the folder
   */
  public List<String> edited() throws IOException {
    List<String> edited = new ArrayList<>();
    for (RunDocument.BatchFile file : document().map(RunDocument::files).orElse(List.of())) {
      Path path = place.resolve(file.path());
      if (Files.isRegularFile(path) && !Sha256.of(path).equals(file.sha256())) {
        edited.add(file.path());
      }
    }
    return edited;
  }

  /**
   * Whether first passwords are in its batches or beside them; one that does not say may have some.
   */
  public boolean mayHoldPasswords() {
    try {
      return document()
          .map(
              document ->
                  document.firstPasswords() == null
                      || document.firstPasswords() > 0
                      || RunSecrets.areIn(place))
          .orElse(false);
    } catch (IOException e) {
      return true;
    }
  }

  /** The sheet, in the folder, of a table's rows that the platform did not take. */
  public static String failed(Table table) {
    return FAILED + "/" + FailedRows.fileName(table);
  }

  /** What became of its changes. */
  public RunOutcomes outcomes() throws IOException {
    return RunOutcomes.of(place);
  }
}
