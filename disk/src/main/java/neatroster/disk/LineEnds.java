package neatroster.disk;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;

/** What ends the lines of a text file. */
public final class LineEnds {
  private static final int LOOKED_AT = 1 << 16;

  private LineEnds() {}

  /** What ends the first line: {@code lf}, or {@code crlf} where it is that or there is none. */
  public static String of(Path file) throws IOException {
    if (!Files.isRegularFile(file)) {
      return "crlf";
    }
    byte[] start;
    try (InputStream in = Files.newInputStream(file)) {
      start = in.readNBytes(LOOKED_AT);
    }
    for (int i = 0; i < start.length; i++) {
      if (start[i] == '\n') {
        return i > 0 && start[i - 1] == '\r' ? "crlf" : "lf";
      }
    }
    return "crlf";
  }
}
