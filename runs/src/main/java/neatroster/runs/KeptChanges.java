package neatroster.runs;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.core.type.TypeReference;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.ObjectReader;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import neatroster.core.change.Change;
import neatroster.core.change.Changes;
import neatroster.core.change.Phase;
import neatroster.core.change.PlannedChange;
import neatroster.core.model.Field;
import neatroster.sheets.CsvLines;

/** Reads back what {@link RunChanges} kept of a run, in the order in which it was kept. */
public final class KeptChanges implements Changes {
  private static final ObjectReader BEFORE =
      new ObjectMapper().readerFor(new TypeReference<LinkedHashMap<String, String>>() {});
  private static final Map<String, Change> BY_WORD =
      Arrays.stream(Change.values()).collect(Collectors.toMap(Change::word, what -> what));

  private final Path folder;

  KeptChanges(Path folder) {
    this.folder = folder;
  }

  /** Takes the changes of a run with what the journal calls them. */
  @FunctionalInterface
  public interface KeyedReceiver {
    /** Takes a change. */
    void change(Journal.Key key, PlannedChange change) throws IOException;
  }

  private Path file(Phase phase) {
    return folder.resolve(RunChanges.fileName(phase));
  }

  @Override
  public Set<Phase> phases() {
    Set<Phase> phases = EnumSet.allOf(Phase.class);
    phases.removeIf(phase -> !Files.exists(file(phase)));
    return phases;
  }

  @Override
  public void read(Phase phase, Receiver receiver) throws IOException {
    readKeyed(phase, (key, change) -> receiver.change(change));
  }

  /** Hands on the changes of one phase with what the journal calls them. */
  public void readKeyed(Phase phase, KeyedReceiver receiver) throws IOException {
    Path file = file(phase);
    if (!Files.exists(file)) {
      return;
    }
    List<String> header = new ArrayList<>();
    List<Optional<Field>> fields = new ArrayList<>();
    int[] row = {0};
    CsvLines.read(
        Files.newInputStream(file),
        shown(file),
        cells -> {
          if (header.isEmpty()) {
            header.addAll(cells);
            cells.forEach(name -> fields.add(Field.named(name)));
          } else {
            PlannedChange change =
                change(phase, header, fields, cells)
                    .orElseThrow(() -> new IOException(shown(file) + " is not as it was written"));
            receiver.change(new Journal.Key(phase, row[0]++), change);
          }
        });
  }

  /** Hands on every change with what the journal calls it. */
  public void readKeyed(KeyedReceiver receiver) throws IOException {
    for (Phase phase : phases()) {
      readKeyed(phase, receiver);
    }
  }

  /** The run's folder and what is in it, as in runs/2027-01-12-1/changes/users.csv. */
  private static String shown(Path file) {
    Path whole = file.toAbsolutePath();
    int names = whole.getNameCount();
    return whole.subpath(Math.max(0, names - 4), names).toString().replace('\\', '/');
  }

  /** The change of a row; nothing where it is none. */
  private static Optional<PlannedChange> change(
      Phase phase, List<String> header, List<Optional<Field>> fields, List<String> cells) {
    if (cells.size() != header.size()) {
      return Optional.empty();
    }
    Map<Field, String> values = new EnumMap<>(Field.class);
    Map<String, String> own = new LinkedHashMap<>();
    Map<Field, String> before = new EnumMap<>(Field.class);
    Map<String, String> ownBefore = new LinkedHashMap<>();
    Change what = null;
    for (int i = 0; i < header.size(); i++) {
      String name = header.get(i);
      String text = cells.get(i);
      if (name.equals(RunChanges.CHANGE)) {
        what = BY_WORD.get(text);
      } else if (name.equals(RunChanges.BEFORE)) {
        if (!text.isEmpty() && !readBefore(text, before, ownBefore)) {
          return Optional.empty();
        }
      } else if (fields.get(i).isEmpty()) {
        own.put(name, text);
      } else if (!text.isEmpty()) {
        values.put(fields.get(i).get(), text);
      }
    }
    return what == null
        ? Optional.empty()
        : Optional.of(new PlannedChange(phase, what, values, own, before, ownBefore, "", null));
  }

  private static boolean readBefore(
      String text, Map<Field, String> fields, Map<String, String> own) {
    try {
      Map<String, String> before = BEFORE.readValue(text);
      if (before == null || before.containsValue(null)) {
        return false;
      }
      before.forEach(
          (name, value) ->
              Field.named(name)
                  .ifPresentOrElse(field -> fields.put(field, value), () -> own.put(name, value)));
      return true;
    } catch (JsonProcessingException e) {
      return false;
    }
  }
}
