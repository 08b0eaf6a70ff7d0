package neatroster.disk;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Locale;
import java.util.Optional;

/**
 * The user's own folder for what can be made again: readable by nobody else, and not on a file
 * system for temporary files, which may be full or may not run programs.
 */
public final class UserCache {
  private UserCache() {}

  /** A folder in it, made where there is none; empty where there can be none. */
  public static Optional<Path> folder(String name) {
    try {
      Optional<Path> place = place();
      if (place.isEmpty()) {
        return Optional.empty();
      }
      Path folder = place.get().resolve(name);
      PrivateFiles.folder(folder);
      return Files.isWritable(folder) ? Optional.of(folder) : Optional.empty();
    } catch (IOException | RuntimeException e) {
      // Whoever wanted it does without.
      return Optional.empty();
    }
  }

  /** Where it is, whether or not it is there (XDG Base Directory Specification, and its kin). */
  static Optional<Path> place() {
    String xdg = System.getenv("XDG_CACHE_HOME");
    String local = System.getenv("LOCALAPPDATA");
    String home = System.getProperty("user.home", "");
    Path above;
    if (xdg != null && Path.of(xdg).isAbsolute()) {
      above = Path.of(xdg);
    } else if (local != null && !local.isEmpty()) {
      above = Path.of(local);
    } else if (home.isEmpty() || home.equals("?") || !Path.of(home).isAbsolute()) {
      return Optional.empty();
    } else if (System.getProperty("os.name", "").toLowerCase(Locale.ROOT).startsWith("mac")) {
      above = Path.of(home, "Library", "Caches");
    } else {
      above = Path.of(home, ".cache");
    }
    return Optional.of(above.resolve("neat-roster"));
  }
}
