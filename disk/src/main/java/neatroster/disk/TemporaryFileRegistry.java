package neatroster.disk;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/**
 * Files and folders of this process that go when it ends, also by an interrupt; and those of
 * processes that were killed, which go when the next one comes by.
 *
 * <p>Each has a number of its process in its name: {@code .NAME.PROCESS-NUMBER.unfinished}.
 */
public final class TemporaryFileRegistry {
  private static final Pattern OURS = Pattern.compile("\\.(.*)\\.(\\d{1,10})-\\d+\\.unfinished");
  private static final long PROCESS = ProcessHandle.current().pid();

  private static final Set<Path> GOING = ConcurrentHashMap.newKeySet();
  private static int last;
  private static boolean watching;

  private TemporaryFileRegistry() {}

  /**
   * A name beside a place for what is in the making; whatever a killed process left there for the
   * same place is cleared away.
   */
  public static synchronized Path beside(Path target) {
    Path place = target.toAbsolutePath();
    String name = shortened(place.getFileName().toString());
    clear(place.getParent(), name);
    Path draft = place.resolveSibling("." + name + "." + PROCESS + "-" + ++last + ".unfinished");
    goesWithProcess(draft);
    return draft;
  }

  /** Has a file or folder removed when the process ends before it is done. */
  public static synchronized void goesWithProcess(Path draft) {
    if (!watching) {
      Runtime.getRuntime().addShutdownHook(new Thread(TemporaryFileRegistry::removeAll));
      watching = true;
    }
    GOING.add(draft.toAbsolutePath());
  }

  /** File systems take names of 255 bytes at the most, and ours are longer than the place's. */
  private static String shortened(String name) {
    return name.length() <= 40 ? name : name.substring(0, 40);
  }

  /** It is in its place, or gone. */
  public static void done(Path draft) {
    GOING.remove(draft.toAbsolutePath());
  }

  /** Clears away what processes that are no more left in a folder. */
  static void clear(Path folder) {
    clear(folder, null);
  }

  private static void clear(Path folder, String name) {
    if (folder == null || !Files.isDirectory(folder)) {
      return;
    }
    try (Stream<Path> files = Files.list(folder)) {
      for (Path file : files.toList()) {
        Matcher ours = OURS.matcher(file.getFileName().toString());
        if (ours.matches()
            && (name == null || ours.group(1).equals(name))
            && Optional.of(Long.parseLong(ours.group(2)))
                .filter(TemporaryFileRegistry::isRunning)
                .isEmpty()) {
          PrivateFiles.delete(file);
        }
      }
    } catch (IOException e) {
      // Somebody else’s, or gone already; whoever writes there comes to the same place and says so.
      return;
    }
  }

  private static boolean isRunning(long process) {
    return ProcessHandle.of(process).isPresent();
  }

  private static void removeAll() {
    GOING.forEach(TemporaryFileRegistry::remove);
  }

  private static void remove(Path draft) {
    try {
      PrivateFiles.delete(draft);
    } catch (IOException e) {
      // The next start clears it away.
      return;
    }
  }
}
