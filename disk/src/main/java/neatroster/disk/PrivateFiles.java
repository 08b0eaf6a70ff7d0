package neatroster.disk;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.channels.Channels;
import java.nio.channels.FileChannel;
import java.nio.file.FileSystems;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.FileAttribute;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.Comparator;
import java.util.Set;
import java.util.stream.Stream;

/** Files and folders that only their owner may read, from the moment they exist. */
public final class PrivateFiles {
  private static final boolean POSIX =
      FileSystems.getDefault().supportedFileAttributeViews().contains("posix");

  private PrivateFiles() {}

  private static FileAttribute<?>[] permissions(String permissions) {
    // Elsewhere a user's own folders are closed to others by inheritance.
    return POSIX
        ? new FileAttribute<?>[] {
          PosixFilePermissions.asFileAttribute(PosixFilePermissions.fromString(permissions))
        }
        : new FileAttribute<?>[0];
  }

  /** Makes a folder and those above it. */
  public static void folder(Path folder) throws IOException {
    Files.createDirectories(folder, permissions("rwx------"));
  }

  /** A new temporary file. */
  static Path temporary() throws IOException {
    return Files.createTempFile("neat-roster", "", permissions("rw-------"));
  }

  /** Makes an empty file where there is none. */
  public static void ensure(Path file) throws IOException {
    if (!Files.exists(file)) {
      Files.createFile(file, permissions("rw-------"));
    }
  }

  /** Makes an empty file where there is none, and closes one that is there to others. */
  public static void own(Path file) throws IOException {
    ensure(file);
    if (POSIX) {
      Files.setPosixFilePermissions(file, PosixFilePermissions.fromString("rw-------"));
    }
  }

  /** Starts a file, in place of one of the same name. */
  public static OutputStream create(Path file) throws IOException {
    Files.deleteIfExists(file);
    return Channels.newOutputStream(
        FileChannel.open(
            file,
            Set.of(StandardOpenOption.CREATE_NEW, StandardOpenOption.WRITE),
            permissions("rw-------")));
  }

  /** Sees to it that a file's content outlives a power cut. */
  public static void settle(Path file) throws IOException {
    try (FileChannel channel = FileChannel.open(file, StandardOpenOption.WRITE)) {
      channel.force(true);
    }
  }

  /** Puts a file that is whole and settled in the place of another. */
  public static void replace(Path place, Path whole) throws IOException {
    Files.move(whole, place, StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
  }

  /** Deletes a folder with everything in it. */
  public static void delete(Path folder) throws IOException {
    if (!Files.exists(folder)) {
      return;
    }
    try (Stream<Path> all = Files.walk(folder)) {
      for (Path path : all.sorted(Comparator.reverseOrder()).toList()) {
        Files.delete(path);
      }
    }
  }
}
