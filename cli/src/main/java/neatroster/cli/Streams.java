package neatroster.cli;

import java.io.BufferedOutputStream;
import java.io.FileDescriptor;
import java.io.FileOutputStream;
import java.io.PrintStream;
import java.io.PrintWriter;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;

/**
 * The program's output streams.
 *
 * @param out standard output
 * @param err standard error
 * @param charset how both write letters
 * @param terminal whether standard output is a terminal
 */
record Streams(PrintStream out, PrintStream err, Charset charset, boolean terminal) {
  /** Those of this process. */
  static Streams ofProcess() {
    // The launcher knows; Java itself cannot tell before release 22.
    boolean terminal = Boolean.getBoolean("neatroster.terminal");
    Charset charset = charset(terminal);
    return new Streams(
        open(FileDescriptor.out, charset), open(FileDescriptor.err, charset), charset, terminal);
  }

  /** UTF-8, except on a Windows console, which says what it can show. */
  private static Charset charset(boolean terminal) {
    String console = System.getProperty("sun.stdout.encoding");
    return terminal && console != null && Charset.isSupported(console)
        ? Charset.forName(console)
        : StandardCharsets.UTF_8;
  }

  private static PrintStream open(FileDescriptor descriptor, Charset charset) {
    return new PrintStream(
        new BufferedOutputStream(new FileOutputStream(descriptor), 1 << 16), false, charset);
  }

  /** Standard output for text. */
  PrintWriter outWriter() {
    return new PrintWriter(out, true, charset);
  }

  /** Standard error for text. */
  PrintWriter errWriter() {
    return new PrintWriter(err, true, charset);
  }

  /** Writes out what is held back. */
  void flush() {
    out.flush();
    err.flush();
  }
}
