package neatroster.disk;

import java.io.IOException;
import java.nio.file.Path;
import java.util.Optional;

/** Temporary files: readable by their owner alone, gone when the process ends. */
public final class TemporaryFiles {
  private static final String FOLDER = "unfinished";

  private TemporaryFiles() {}

  /** A name for a new one, where nobody else can read. */
  public static Path next() throws IOException {
    Optional<Path> folder = UserCache.folder(FOLDER);
    if (folder.isPresent()) {
      return TemporaryFileRegistry.beside(folder.get().resolve("input"));
    }
    Path file = PrivateFiles.temporary();
    file.toFile().deleteOnExit();
    return file;
  }

  /**
   * Sees to it that libraries write their temporary files where nobody else can read and where they
   * are cleared away.
   */
  public static void keepThoseOfLibraries() {
    Optional<Path> folder = UserCache.folder(FOLDER);
    if (folder.isEmpty()) {
      return;
    }
    Path own = TemporaryFileRegistry.beside(folder.get().resolve("library"));
    try {
      PrivateFiles.folder(own);
      System.setProperty("java.io.tmpdir", own.toString());
    } catch (IOException e) {
      // They go where they usually go.
      return;
    }
  }

  /** Clears away what processes that were killed left. */
  public static void clear() {
    UserCache.place().ifPresent(place -> TemporaryFileRegistry.clear(place.resolve(FOLDER)));
  }
}
