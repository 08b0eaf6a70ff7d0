package neatroster.cli.folder;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import neatroster.cli.disk.PrivateFiles;
import neatroster.core.change.PlannedChange;

/** What a run was to make and found there: taking the run back does not take it away. */
public final class FoundThere {
  private static final String FILE = "found-there.txt";

  private FoundThere() {}

  /** Keeps with a run what it found, beside what it had found before. */
  public static void keep(Path run, List<PlannedChange> found) throws IOException {
    if (found.isEmpty()) {
      return;
    }
    Set<String> keys = of(run);
    found.forEach(change -> keys.add(key(change)));
    Path file = run.resolve(FILE);
    Files.deleteIfExists(file);
    try (OutputStream out = PrivateFiles.create(file)) {
      out.write((String.join("\n", keys) + "\n").getBytes(StandardCharsets.UTF_8));
    }
  }

  /** The keys of what a run found. */
  public static Set<String> of(Path run) throws IOException {
    Path file = run.resolve(FILE);
    return Files.exists(file) ? new TreeSet<>(Files.readAllLines(file)) : new TreeSet<>();
  }

  /** A change as a key. */
  public static String key(PlannedChange change) {
    return RunConfirmation.key(change).replaceAll("\\R", " ");
  }
}
