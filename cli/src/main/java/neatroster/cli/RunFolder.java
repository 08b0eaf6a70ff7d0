package neatroster.cli;

import java.io.BufferedOutputStream;
import java.io.Closeable;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.security.DigestOutputStream;
import java.security.MessageDigest;
import java.time.LocalDate;
import java.util.HexFormat;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/** A run in the making: written beside its place, and moved there when it is whole. */
final class RunFolder implements Closeable {
  private static final String UNFINISHED = ".unfinished-";

  private final Path runs;
  private final String name;
  private final Path unfinished;
  private final Map<String, MessageDigest> digests = new LinkedHashMap<>();
  private boolean finished;

  private RunFolder(Path runs, String name) {
    this.runs = runs;
    this.name = name;
    this.unfinished = runs.resolve(UNFINISHED + name);
  }

  /** Starts the next run of a day; what interrupted runs left behind goes. */
  static RunFolder start(Path runs, LocalDate day) throws IOException {
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
    RunFolder run = new RunFolder(runs, day + "-" + (last + 1));
    Leftovers.goesWithProcess(run.unfinished);
    PrivateFiles.folder(run.unfinished);
    return run;
  }

  /** The run's name, as {@code 2027-01-12-1}. */
  String name() {
    return name;
  }

  /** Starts a file of the run. */
  OutputStream create(String path) throws IOException {
    Path file = unfinished.resolve(path);
    PrivateFiles.folder(file.getParent());
    MessageDigest digest = AccountsFile.sha256();
    digests.put(path, digest);
    return new DigestOutputStream(
        new BufferedOutputStream(PrivateFiles.create(file), 1 << 16), digest);
  }

  /** The SHA-256 of a file that is complete, in hexadecimal. May be asked for once. */
  String sha256(String path) {
    return HexFormat.of().formatHex(digests.remove(path).digest());
  }

  /** Moves the run into its place. */
  void finish() throws IOException {
    Files.move(unfinished, runs.resolve(name), StandardCopyOption.ATOMIC_MOVE);
    finished = true;
    Leftovers.done(unfinished);
  }

  @Override
  public void close() throws IOException {
    if (!finished) {
      PrivateFiles.delete(unfinished);
      Leftovers.done(unfinished);
    }
  }
}
