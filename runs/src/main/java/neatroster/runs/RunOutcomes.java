package neatroster.runs;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import neatroster.core.change.Change;
import neatroster.core.change.Phase;
import neatroster.core.change.PlannedChange;
import neatroster.core.confirm.ChangeResult;
import neatroster.core.model.Field;
import neatroster.disk.PrivateFiles;
import neatroster.sheets.CsvLines;
import neatroster.sheets.CsvRows;

/**
 * What became of the changes of a run that the platform did not simply take, kept in a file of its
 * folder.
 */
public final class RunOutcomes {
  private static final String FILE = "outcomes.csv";

  /** What became of a change. */
  public enum Kind {
    /** It is not there. */
    MISSING,
    /** Nothing tells it, and nobody has said that it counts. */
    UNTOLD,
    /** What it was to make was there before. */
    FOUND;

    private String word() {
      return name().toLowerCase(Locale.ROOT);
    }
  }

  private record Kept(Kind kind, String why) {}

  private final Path file;
  private final Map<String, Kept> all = new TreeMap<>();

  private RunOutcomes(Path file) {
    this.file = file;
  }

  /** What the folder of a run keeps. */
  static RunOutcomes of(Path run) throws IOException {
    RunOutcomes outcomes = new RunOutcomes(run.resolve(FILE));
    if (Files.exists(outcomes.file)) {
      CsvLines.read(
          outcomes.file,
          cells -> {
            Optional<Kind> kind =
                Arrays.stream(Kind.values())
                    .filter(one -> cells.size() == 3 && one.word().equals(cells.get(1)))
                    .findFirst();
            outcomes.all.put(
                cells.get(0), new Kept(kind.orElseThrow(RunOutcomes::damaged), cells.get(2)));
          });
    }
    return outcomes;
  }

  private static IOException damaged() {
    return new IOException(
        FILE + " in its folder is not as it was written; delete it, and it is found out anew");
  }

  /** The same of which nothing is known but what was there before the run. */
  RunOutcomes askedAnew() {
    RunOutcomes next = new RunOutcomes(file);
    next.all.putAll(all);
    next.all.values().removeIf(kept -> kept.kind() != Kind.FOUND);
    return next;
  }

  /** Notes what became of a change. */
  public void put(PlannedChange change, Kind kind, String why) {
    all.put(key(change), new Kept(kind, why));
  }

  /** Whether that became of a change. */
  public boolean is(Kind kind, PlannedChange change) {
    Kept kept = all.get(key(change));
    return kept != null && kept.kind() == kind;
  }

  /** An outcome with the reason that was given before, where it has none of its own. */
  ChangeResult withReason(PlannedChange change, ChangeResult outcome) {
    boolean isBare =
        outcome.kind() == ChangeResult.Kind.MISSING
            && (outcome.why().isEmpty() || outcome.why().equals(ChangeResult.NOT_TAKEN));
    String before = isBare && is(Kind.MISSING, change) ? all.get(key(change)).why() : "";
    return before.isEmpty() ? outcome : ChangeResult.missing(before);
  }

  /** Writes them down. */
  public void keep() throws IOException {
    Files.deleteIfExists(file);
    if (!all.isEmpty()) {
      try (CsvRows rows = CsvRows.literal(PrivateFiles.create(file))) {
        for (Map.Entry<String, Kept> one : all.entrySet()) {
          Kept kept = one.getValue();
          rows.row(List.of(one.getKey(), kept.kind().word(), kept.why()));
        }
      }
    }
  }

  /**
   * What a change is told by among those of its run. Who has no username yet gets one when it is
   * found out what the platform made.
   */
  private static String key(PlannedChange change) {
    boolean hasOtherMark =
        !change.value(Field.EMAIL).isEmpty() || !change.value(Field.ID).isEmpty();
    String key = change.key();
    if (change.phase() == Phase.USERS && change.change() == Change.CREATE && hasOtherMark) {
      Map<Field, String> values = new HashMap<>(change.values());
      values.remove(Field.USERNAME);
      key = new PlannedChange(change.phase(), change.change(), values).key();
    }
    return (change + " " + key).replaceAll("\\R", " ");
  }
}
