package neatroster.runs;

import java.io.BufferedOutputStream;
import java.io.Closeable;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.DigestOutputStream;
import java.security.MessageDigest;
import java.time.LocalDate;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import neatroster.disk.NewFiles;
import neatroster.disk.NewFolder;
import neatroster.disk.PrivateFiles;
import neatroster.disk.Sha256;

/** A run in the making: written beside its place, and moved there when it is whole. */
public final class NewRun implements NewFiles, Closeable {
  private static final String UNFINISHED = ".unfinished-";

  private final Path runs;
  private final String name;
  private final NewFolder making;
  private final Map<String, MessageDigest> digests = new LinkedHashMap<>();

  private NewRun(Path runs, String name) throws IOException {
    this.runs = runs;
    this.name = name;
    this.making = NewFolder.start(runs.resolve(UNFINISHED + name));
  }

  /** Starts the next run of a day; what interrupted runs left behind goes. */
  public static NewRun start(Path runs, LocalDate day) throws IOException {
    PrivateFiles.folder(runs);
    int last = 0;
    Pattern ours = Pattern.compile(Pattern.quote(day.toString()) + "-(\\d{1,6})");
    try (Stream<Path> existing = Files.list(runs)) {
      for (Path run : existing.toList()) {
        String runName = run.getFileName().toString();
        Matcher number = ours.matcher(runName);
        if (number.matches()) {
          last = Math.max(last, Integer.parseInt(number.group(1)));
        } else if (runName.startsWith(UNFINISHED)) {
          PrivateFiles.delete(run);
        }
      }
    }
    return new NewRun(runs, day + "-" + (last + 1));
  }

  /** The run's name, as {@code 2027-01-12-1}. */
  public String name() {
    return name;
  }

  @Override
  public OutputStream create(String path) throws IOException {
    MessageDigest digest = Sha256.start();
    digests.put(path, digest);
    return new DigestOutputStream(new BufferedOutputStream(making.create(path), 1 << 16), digest);
  }

  @Override
  public Path scratch() throws IOException {
    return making.scratch();
  }

  /** What tells whether somebody edits a folder of it, whose files are complete. */
  String digest(String folder) {
    SortedMap<String, String> all = new TreeMap<>();
    digests.keySet().stream()
        .filter(path -> path.startsWith(folder + "/"))
        .forEach(path -> all.put(path, ""));
    all.replaceAll((path, digest) -> sha256(path));
    return RunDigest.of(all);
  }

  /** The SHA-256 of a file that is complete. May be asked for once. */
  String sha256(String path) {
    return Sha256.hex(digests.remove(path));
  }

  /** Moves the run into its place. */
  public void finish() throws IOException {
    making.moveTo(runs.resolve(name));
  }

  @Override
  public void close() throws IOException {
    making.close();
  }
}
