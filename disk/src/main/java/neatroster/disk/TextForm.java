package neatroster.disk;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;

/** How a text file is written down: its byte order mark, and what ends its lines. */
public final class TextForm {
  private static final int LOOKED_AT = 1 << 16;

  private TextForm() {}

  /** Whether a text begins with a byte order mark, of UTF-8 or UTF-16. */
  public static boolean hasMark(Path file) throws IOException {
    if (!Files.isRegularFile(file)) {
      return false;
    }
    try (InputStream in = Files.newInputStream(file)) {
      byte[] start = in.readNBytes(3);
      boolean isUtf16 =
          start.length > 1
              && ((start[0] == (byte) 0xFF && start[1] == (byte) 0xFE)
                  || (start[0] == (byte) 0xFE && start[1] == (byte) 0xFF));
      boolean isUtf8 =
          start.length > 2
              && start[0] == (byte) 0xEF
              && start[1] == (byte) 0xBB
              && start[2] == (byte) 0xBF;
      return isUtf16 || isUtf8;
    }
  }

  /** What ends the first line: {@code lf}, or {@code crlf} where it is that or there is none. */
  public static String lineEnd(Path file) throws IOException {
    if (!Files.isRegularFile(file)) {
      return "crlf";
    }
    byte[] start;
    try (InputStream in = Files.newInputStream(file)) {
      start = in.readNBytes(LOOKED_AT);
    }
    for (int i = 0; i < start.length; i++) {
      if (start[i] == '\n') {
        // In UTF-16 every other byte of such signs is nought.
        int before = i > 1 && start[i - 1] == 0 ? i - 2 : i - 1;
        return before >= 0 && start[before] == '\r' ? "crlf" : "lf";
      }
    }
    return "crlf";
  }
}
