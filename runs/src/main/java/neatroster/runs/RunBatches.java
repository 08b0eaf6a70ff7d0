package neatroster.runs;

import java.io.Closeable;
import java.io.IOException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import neatroster.core.change.PlannedChange;
import neatroster.core.model.Field;
import neatroster.formats.BatchBackground;
import neatroster.formats.BatchFormat;
import neatroster.formats.BatchWriter;
import neatroster.formats.WrittenFile;

/** Writes the changes of a run in the making: as batches in each format, and kept for later. */
public final class RunBatches implements Closeable {
  private final NewRun run;
  private final List<BatchFormat> formats;
  private final List<BatchWriter> writers = new ArrayList<>();
  private final RunChanges changes;
  private final RunChanges due;
  private final RunSecrets secrets;
  private final BatchBackground background;
  private final Map<String, Map<String, Integer>> counts = new LinkedHashMap<>();
  private final List<String> passwords = new ArrayList<>();
  private int stillDue;

  /**
   * A file of the run.
   *
   * @param path its path in the run folder
   * @param format the format's name
   * @param written what it holds
   * @param sha256 its digest
   */
  public record PackedFile(String path, String format, WrittenFile written, String sha256) {}

  /**
   * What a format could not carry.
   *
   * @param what what it is, in words
   */
  public record NotCarried(String format, String what, int count) {}

  /**
   * Starts the batches of a run.
   *
   * @param seal says whether the first passwords that are kept are sealed, and by what
   */
  public RunBatches(NewRun run, Seal seal, List<BatchFormat> formats, BatchBackground background) {
    this.run = run;
    secrets = new RunSecrets(run, seal);
    this.formats = formats;
    this.background = background;
    changes = new RunChanges(run.in(RunFolder.CHANGES), background.own());
    due = new RunChanges(run.in(RunFolder.DUE), background.own());
    for (BatchFormat format : formats) {
      writers.add(format.writer(run.in(format.folder()), background));
    }
  }

  /** Writes a change, as far as the formats have room for it. */
  public void add(PlannedChange change) throws IOException {
    boolean isCarried = false;
    boolean holdsPassword = false;
    for (BatchWriter writer : writers) {
      boolean carries = writer.carries(change);
      isCarried |= carries;
      holdsPassword |= carries && writer.carriesPasswords();
      writer.row(change);
    }
    if (!isCarried) {
      stillDue++;
      due.add(change);
      return;
    }
    counts
        .computeIfAbsent(change.phase().word(), phase -> new LinkedHashMap<>())
        .merge(change.change().word(), 1, Integer::sum);
    String password = change.value(Field.PASSWORD);
    if (!password.isEmpty()) {
      secrets.add(reference(change), password);
      if (holdsPassword) {
        passwords.add(reference(change));
      }
    }
    changes.add(change);
  }

  /** Under which sourcedId exports have whoever has another name from this run on. */
  public Map<String, String> sourcedIds() {
    return background.ids().renamed();
  }

  /** How many changes no format carries: they are due as before. */
  public int stillDue() {
    return stillDue;
  }

  /** What the account of a batch row is referred to by. */
  private static String reference(PlannedChange row) {
    for (Field mark : List.of(Field.USERNAME, Field.EMAIL, Field.ID)) {
      if (!row.value(mark).isEmpty()) {
        return row.value(mark);
      }
    }
    return "";
  }

  @Override
  public void close() throws IOException {
    for (BatchWriter writer : writers) {
      writer.close();
    }
    changes.close();
    due.close();
    secrets.close();
  }

  /** For each phase and change how many there are. */
  public Map<String, Map<String, Integer>> counts() {
    return counts;
  }

  /** Whose first passwords the batches hold. */
  public List<String> passwords() {
    return passwords;
  }

  /** How many first passwords the run keeps beside its batches. */
  public int passwordsKept() {
    return secrets.kept();
  }

  /** The batch files; may be asked for once, when the batches are closed. */
  public List<PackedFile> files() {
    List<PackedFile> files = new ArrayList<>();
    for (int i = 0; i < formats.size(); i++) {
      String format = formats.get(i).name();
      for (WrittenFile written : writers.get(i).written()) {
        String path = formats.get(i).folder() + "/" + written.name();
        files.add(new PackedFile(path, format, written, run.sha256(path)));
      }
    }
    return files;
  }

  /** What the formats have no room for. */
  public List<NotCarried> notCarried() {
    List<NotCarried> all = new ArrayList<>();
    for (int i = 0; i < formats.size(); i++) {
      String format = formats.get(i).name();
      writers.get(i).notCarried().forEach((what, n) -> all.add(new NotCarried(format, what, n)));
    }
    return all;
  }

  /** What tells whether another run changes the same; may be asked for once. */
  public String digest() {
    return run.digest(RunFolder.CHANGES);
  }
}
