package neatroster.cli.terminal;

import java.io.BufferedOutputStream;
import java.io.FileDescriptor;
import java.io.FileOutputStream;
import java.io.PrintStream;
import java.io.PrintWriter;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;

/**
 * What a command line runs in: where its words go and where it stands.
 *
 * @param out standard output
 * @param err standard error
 * @param charset how both write letters
 * @param directory what relative paths are relative to
 * @param terminal whether standard output is a terminal
 */
public record ProcessEnvironment(
    PrintStream out, PrintStream err, Charset charset, Path directory, boolean terminal) {
  /** Those of this process. */
  public static ProcessEnvironment ofProcess() {
    // The launcher knows; Java itself cannot tell before release 22.
    boolean terminal = Boolean.getBoolean("neatroster.terminal");
    Charset charset = charset(terminal);
    return new ProcessEnvironment(
        open(FileDescriptor.out, charset),
        open(FileDescriptor.err, charset),
        charset,
        Path.of(""),
        terminal);
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
  public PrintWriter outWriter() {
    return new PrintWriter(out, true, charset);
  }

  /** Standard error for text. */
  public PrintWriter errWriter() {
    return new PrintWriter(err, true, charset);
  }

  /** The same in another directory. */
  public ProcessEnvironment in(Path other) {
    return new ProcessEnvironment(out, err, charset, other, terminal);
  }

  /** Writes out what is held back. */
  public void flush() {
    out.flush();
    err.flush();
  }
}
