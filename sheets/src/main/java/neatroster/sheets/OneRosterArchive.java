package neatroster.sheets;

import java.io.Closeable;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Path;
import java.util.Collection;
import java.util.HashMap;
import java.util.Iterator;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.TreeSet;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import neatroster.core.grid.UnreadableSheetException;

/**
 * The files of a OneRoster delivery in one zip: in its root, as the standard has it, or all in one
 * folder, as they are where somebody packed the folder.
 */
final class OneRosterArchive implements Closeable {
  static final String MANIFEST = "manifest.csv";

  private final ZipFile zip;
  private final Map<String, String> entries;

  private OneRosterArchive(ZipFile zip, Map<String, String> entries) {
    this.zip = zip;
    this.entries = entries;
  }

  /** Whether a file is a zip that holds a delivery. */
  static boolean isOne(Path path) {
    try (ZipFile zip = new ZipFile(path.toFile())) {
      return manifest(zip).isPresent();
    } catch (IOException e) {
      return false;
    }
  }

  /** Opens a delivery. */
  static OneRosterArchive open(Path path) throws UnreadableSheetException {
    ZipFile zip = SafeZip.open(path);
    String manifest = manifest(zip).orElse(MANIFEST);
    String folder = manifest.substring(0, manifest.length() - MANIFEST.length());
    Map<String, String> entries = new HashMap<>();
    for (Iterator<? extends ZipEntry> all = zip.entries().asIterator(); all.hasNext(); ) {
      String name = all.next().getName();
      if (name.startsWith(folder) && isFile(name.substring(folder.length()))) {
        entries.put(name.substring(folder.length()).toLowerCase(Locale.ROOT), name);
      }
    }
    return new OneRosterArchive(zip, entries);
  }

  private static boolean isFile(String name) {
    return name.indexOf('/') < 0 && name.indexOf('\\') < 0;
  }

  /** The entry of the manifest: the least deep one, but for what a desktop adds of its own. */
  private static Optional<String> manifest(ZipFile zip) {
    String found = null;
    for (Iterator<? extends ZipEntry> all = zip.entries().asIterator(); all.hasNext(); ) {
      String name = all.next().getName();
      String lower = name.toLowerCase(Locale.ROOT);
      boolean isManifest =
          lower.equals(MANIFEST)
              || lower.endsWith("/" + MANIFEST)
              || lower.endsWith("\\" + MANIFEST);
      if (isManifest && !name.startsWith("__MACOSX")) {
        found = found == null || name.length() < found.length() ? name : found;
      }
    }
    return Optional.ofNullable(found);
  }

  boolean has(String file) {
    return entries.containsKey(file.toLowerCase(Locale.ROOT));
  }

  /** The names of the files, in lower case. */
  Collection<String> files() {
    return new TreeSet<>(entries.keySet());
  }

  /** A file's content. */
  InputStream content(String file) throws IOException, UnreadableSheetException {
    return SafeZip.content(zip, entries.get(file.toLowerCase(Locale.ROOT)));
  }

  @Override
  public void close() throws IOException {
    zip.close();
  }
}
