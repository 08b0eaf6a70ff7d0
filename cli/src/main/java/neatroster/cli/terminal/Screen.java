package neatroster.cli.terminal;

import java.io.PrintStream;
import java.util.HashSet;
import java.util.Optional;
import java.util.Set;
import neatroster.work.Dialog;

/** Where a command's words go: the result to standard output, everything else to standard error. */
public final class Screen implements Dialog {
  private final PrintStream out;
  private final PrintStream err;
  private final boolean color;
  private final boolean quiet;
  private final int width;
  private final boolean wraps;
  private final Set<String> remarked = new HashSet<>();

  /**
   * A screen.
   *
   * @param color whether words are coloured
   * @param quiet whether remarks are left out
   * @param width how many characters fit on a line
   * @param wraps whether longer lines are broken between words; what goes into a file or to another
   *     program is not
   */
  public Screen(
      PrintStream out, PrintStream err, boolean color, boolean quiet, int width, boolean wraps) {
    this.out = out;
    this.err = err;
    this.color = color;
    this.quiet = quiet;
    this.width = width;
    this.wraps = wraps;
  }

  /** Standard output. */
  public PrintStream out() {
    return out;
  }

  /** One line of the result. */
  public void line(String text) {
    if (wraps) {
      TextWrap.shown(text, width).forEach(out::println);
    } else {
      out.println(text);
    }
  }

  @Override
  public void remark(String text) {
    if (!quiet) {
      if (wraps) {
        TextWrap.shown(text, width).forEach(err::println);
      } else {
        err.println(text);
      }
    }
  }

  @Override
  public void remarkOnce(String text) {
    if (remarked.add(text)) {
      remark(text);
    }
  }

  @Override
  public Optional<char[]> askSecret(String question) {
    return Terminal.console()
        .map(
            console -> {
              char[] typed = console.readPassword("%s", question);
              return typed == null ? new char[0] : typed;
            });
  }

  /** How many characters fit on a line. */
  public int width() {
    return width;
  }

  public String bold(String text) {
    return paint("1", text);
  }

  public String dim(String text) {
    return paint("2", text);
  }

  public String red(String text) {
    return paint("1;31", text);
  }

  public String green(String text) {
    return paint("32", text);
  }

  public String yellow(String text) {
    return paint("1;33", text);
  }

  public String blue(String text) {
    return paint("1;36", text);
  }

  /** The text in an ECMA-48 graphic rendition, where colours are wanted. */
  private String paint(String rendition, String text) {
    return color ? "\u001b[" + rendition + "m" + text + "\u001b[0m" : text;
  }
}
