package neatroster.register;

import java.io.IOException;
import java.io.InputStream;
import java.net.URL;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import neatroster.disk.NewFile;
import neatroster.disk.UserCache;
import org.sqlite.SQLiteJDBCLoader;
import org.sqlite.util.LibraryLoaderUtil;

/**
 * SQLite's own library, unpacked once into the user's cache folder: unpacking it into the folder
 * for temporary files at each start takes time, leaves it there after a kill, and fails where that
 * folder is full or may not run programs.
 */
public final class SqliteLibrary {
  private static final String PATH = "org.sqlite.lib.path";
  private static final String NAME = "org.sqlite.lib.name";

  private SqliteLibrary() {}

  /** Sees to it that SQLite finds its library; where that cannot be, it unpacks it itself. */
  public static void prepare() {
    if (System.getProperty(PATH) != null) {
      return;
    }
    Optional<Path> folder = UserCache.folder("sqlite-" + SQLiteJDBCLoader.getVersion());
    if (folder.isEmpty()) {
      return;
    }
    String name = LibraryLoaderUtil.getNativeLibName();
    URL packed =
        SqliteLibrary.class.getResource(LibraryLoaderUtil.getNativeLibResourcePath() + "/" + name);
    if (packed == null) {
      return;
    }
    try {
      Path library = folder.get().resolve(name);
      long size = packed.openConnection().getContentLengthLong();
      if (!Files.isRegularFile(library) || Files.size(library) != size) {
        NewFile.replace(
            library,
            out -> {
              try (InputStream in = packed.openStream()) {
                return in.transferTo(out);
              }
            });
      }
      System.setProperty(PATH, folder.get().toString());
      System.setProperty(NAME, name);
    } catch (IOException e) {
      // SQLite unpacks it itself then.
      return;
    }
  }
}
