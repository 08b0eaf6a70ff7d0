package neatroster.sheets;

import java.io.Closeable;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.zip.ZipFile;
import neatroster.core.grid.UnreadableSheetException;

/** An XML document, in a zip or a file of its own, read from its beginning as often as needed. */
interface XmlContent extends Closeable {
  /** The document's bytes. */
  InputStream open() throws IOException, UnreadableSheetException;

  /** An entry of a zip, which is closed with it. */
  static XmlContent of(ZipFile zip, String entry) {
    return new XmlContent() {
      @Override
      public InputStream open() throws IOException, UnreadableSheetException {
        return SafeZip.content(zip, entry);
      }

      @Override
      public void close() throws IOException {
        zip.close();
      }
    };
  }

  /** A file. */
  static XmlContent of(Path path) {
    return new XmlContent() {
      @Override
      public InputStream open() throws IOException {
        return Files.newInputStream(path);
      }

      @Override
      public void close() {}
    };
  }
}
