package neatroster.cli.folder;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.util.HexFormat;
import java.util.List;
import java.util.function.UnaryOperator;
import java.util.stream.Stream;

/** What tells whether two runs change the same, and whether somebody edited what a run changes. */
public final class RunDigest {
  private RunDigest() {}

  /**
   * The digest of files.
   *
   * @param sha256 gives the SHA-256 of a file by its name
   */
  public static String of(UnaryOperator<String> sha256, List<String> names) {
    StringBuilder all = new StringBuilder();
    for (String name : names.stream().sorted().toList()) {
      all.append(name).append(' ').append(sha256.apply(name)).append('\n');
    }
    MessageDigest digest = AccountsFile.sha256();
    return HexFormat.of().formatHex(digest.digest(all.toString().getBytes(StandardCharsets.UTF_8)));
  }

  /**
   * The digest of what a packed run changes, as it is now on the disk.
   *
   * @param folder the folder of the run that holds it
   */
  public static String of(Path run, String folder) throws IOException {
    List<String> names;
    try (Stream<Path> files = Files.list(run.resolve(folder))) {
      names = files.map(file -> folder + "/" + file.getFileName()).toList();
    }
    try {
      return of(
          name -> {
            try {
              return sha256(run.resolve(name));
            } catch (IOException e) {
              throw new UncheckedIOException(e);
            }
          },
          names);
    } catch (UncheckedIOException e) {
      throw e.getCause();
    }
  }

  /** Whether a folder of a run stands there as it was written. */
  public static boolean isAsWritten(Path run, String folder, String digest) throws IOException {
    return Files.isDirectory(run.resolve(folder)) && of(run, folder).equals(digest);
  }

  /** The SHA-256 of a file, in hexadecimal. */
  static String sha256(Path file) throws IOException {
    MessageDigest digest = AccountsFile.sha256();
    byte[] block = new byte[1 << 16];
    try (InputStream in = Files.newInputStream(file)) {
      for (int read = in.read(block); read >= 0; read = in.read(block)) {
        digest.update(block, 0, read);
      }
    }
    return HexFormat.of().formatHex(digest.digest());
  }
}
