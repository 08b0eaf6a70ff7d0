package neatroster.sheets;

import java.io.FilterInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Path;
import java.util.Enumeration;
import java.util.zip.ZipEntry;
import java.util.zip.ZipException;
import java.util.zip.ZipFile;
import neatroster.core.grid.UnreadableSheetException;

/** Zipped documents with a limit on what they may unpack to. */
final class SafeZip {
  /** More than any sheet that a platform takes; a million rows of users are about 200 MB. */
  private static final long LARGEST = 4L << 30;

  /** Real sheets shrink to a tenth or a twentieth, a thousandfold is made on purpose. */
  private static final long RATIO = 400;

  private static final long SMALL = 64L << 20;

  private static final long LARGEST_DOCUMENT = 100L << 20;

  private SafeZip() {}

  /** Opens a file, unless its directory says that it unpacks to something monstrous. */
  static ZipFile open(Path path) throws UnreadableSheetException {
    ZipFile zip = null;
    try {
      zip = new ZipFile(path.toFile());
      for (Enumeration<? extends ZipEntry> all = zip.entries(); all.hasMoreElements(); ) {
        ZipEntry entry = all.nextElement();
        boolean swollen =
            entry.getSize() > SMALL
                && entry.getSize() / RATIO > Math.max(1, entry.getCompressedSize());
        if (entry.getSize() > LARGEST || swollen) {
          zip.close();
          throw new UnreadableSheetException(0, "it unpacks to more than any sheet needs");
        }
      }
      return zip;
    } catch (ZipException e) {
      throw damaged();
    } catch (IOException e) {
      throw damaged();
    }
  }

  /** Refuses a document that is held in memory and would not fit. */
  static void refuseLarge(ZipFile zip, String name) throws UnreadableSheetException {
    ZipEntry entry = zip.getEntry(name);
    if (entry != null && entry.getSize() > LARGEST_DOCUMENT) {
      throw new UnreadableSheetException(
          0, "as a text document it is too large; put the list into a spreadsheet");
    }
  }

  /** Whether a file is a zip that holds an entry of that name. */
  static boolean holds(Path path, String name) {
    try (ZipFile zip = new ZipFile(path.toFile())) {
      return zip.getEntry(name) != null;
    } catch (IOException e) {
      return false;
    }
  }

  /**
   * An entry's content, which ends with an error where there is more of it than the directory says.
   */
  static InputStream content(ZipFile zip, String name)
      throws IOException, UnreadableSheetException {
    ZipEntry entry = zip.getEntry(name);
    if (entry == null) {
      throw damaged();
    }
    long most = entry.getSize() < 0 ? LARGEST : entry.getSize();
    return new FilterInputStream(zip.getInputStream(entry)) {
      private long left = most;

      @Override
      public int read() throws IOException {
        int one = super.read();
        count(one < 0 ? 0 : 1);
        return one;
      }

      @Override
      public int read(byte[] bytes, int start, int length) throws IOException {
        int read = super.read(bytes, start, length);
        count(Math.max(0, read));
        return read;
      }

      private void count(int read) throws IOException {
        left -= read;
        if (left < 0) {
          throw new ZipException("more content than announced");
        }
      }
    };
  }

  static UnreadableSheetException damaged() {
    return new UnreadableSheetException(0, "it is no workbook, or a damaged one");
  }
}
