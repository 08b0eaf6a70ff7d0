package neatroster.formats;

import java.io.BufferedWriter;
import java.io.Closeable;
import java.io.IOException;
import java.io.OutputStream;
import java.io.OutputStreamWriter;
import java.nio.charset.StandardCharsets;
import java.util.Base64;

/** Writes the lines of LDIF (RFC 2849). */
final class LdifLines implements Closeable {
  /** A line is folded behind so many characters. */
  private static final int LONGEST = 76;

  private final BufferedWriter out;

  LdifLines(OutputStream stream) throws IOException {
    out = new BufferedWriter(new OutputStreamWriter(stream, StandardCharsets.UTF_8), 1 << 16);
    out.write("version: 1\n");
  }

  /** Begins a record. */
  void record(String dn) throws IOException {
    out.write('\n');
    line("dn", dn);
  }

  /** Writes an attribute; what is no safe string (RFC 2849) is written in base 64. */
  void line(String name, String value) throws IOException {
    String line =
        isSafe(value)
            ? name + ": " + value
            : name
                + ":: "
                + Base64.getEncoder().encodeToString(value.getBytes(StandardCharsets.UTF_8));
    int end = Math.min(LONGEST, line.length());
    out.write(line, 0, end);
    while (end < line.length()) {
      int next = Math.min(end + LONGEST - 1, line.length());
      out.write("\n ");
      out.write(line, end, next - end);
      end = next;
    }
    out.write('\n');
  }

  /** Ends one of several modifications of a record. */
  void dash() throws IOException {
    out.write("-\n");
  }

  private static boolean isSafe(String value) {
    if (value.isEmpty()) {
      return true;
    }
    char first = value.charAt(0);
    if (first == ' ' || first == ':' || first == '<' || value.endsWith(" ")) {
      return false;
    }
    return value.chars().allMatch(c -> c > 0 && c < 0x80 && c != '\n' && c != '\r');
  }

  @Override
  public void close() throws IOException {
    out.close();
  }
}
