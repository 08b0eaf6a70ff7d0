package neatroster.cli;

import java.io.PrintStream;

/** Where a command's words go: the result to standard output, everything else to standard error. */
final class Screen {
  private final PrintStream out;
  private final PrintStream err;
  private final boolean color;
  private final boolean quiet;
  private final int width;

  Screen(PrintStream out, PrintStream err, boolean color, boolean quiet, int width) {
    this.out = out;
    this.err = err;
    this.color = color;
    this.quiet = quiet;
    this.width = width;
  }

  /** Standard output. */
  PrintStream out() {
    return out;
  }

  /** One line of the result. */
  void line(String text) {
    out.println(text);
  }

  /** A remark that is no part of the result. */
  void remark(String text) {
    if (!quiet) {
      err.println(text);
    }
  }

  /** How many characters fit on a line. */
  int width() {
    return width;
  }

  String bold(String text) {
    return paint("1", text);
  }

  String dim(String text) {
    return paint("2", text);
  }

  String red(String text) {
    return paint("1;31", text);
  }

  String green(String text) {
    return paint("32", text);
  }

  String yellow(String text) {
    return paint("1;33", text);
  }

  String blue(String text) {
    return paint("1;36", text);
  }

  /** The text in an ECMA-48 graphic rendition, where colours are wanted. */
  private String paint(String rendition, String text) {
    return color ? "\u001b[" + rendition + "m" + text + "\u001b[0m" : text;
  }
}
