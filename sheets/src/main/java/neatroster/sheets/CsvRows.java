package neatroster.sheets;

import de.siegmar.fastcsv.writer.CsvWriter;
import de.siegmar.fastcsv.writer.LineDelimiter;
import java.io.IOException;
import java.io.OutputStream;
import java.io.OutputStreamWriter;
import java.io.UncheckedIOException;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.function.UnaryOperator;
import java.util.regex.Pattern;
import neatroster.core.grid.RowWriter;
import neatroster.core.text.FormulaSigns;

/**
 * Writes CSV (RFC 4180): UTF-8, comma, CR LF. What people open begins with a byte order mark,
 * without which spreadsheet programs take its letters for those of another encoding.
 */
public final class CsvRows implements RowWriter {
  private static final Pattern HARMLESS =
      Pattern.compile("[+-][0-9 ()./-]*(?:day|week|month|year)?s?");

  private final CsvWriter writer;
  private final UnaryOperator<String> guard;

  private CsvRows(OutputStream out, UnaryOperator<String> guard, boolean hasMark) {
    this.guard = guard;
    Writer text = new OutputStreamWriter(out, StandardCharsets.UTF_8);
    if (hasMark) {
      try {
        text.write('\ufeff');
      } catch (IOException e) {
        throw new UncheckedIOException(e);
      }
    }
    writer = CsvWriter.builder().lineDelimiter(LineDelimiter.CRLF).build(text);
  }

  /**
   * Writes what programs read: every value as it is.
   *
   * @param out the stream, which {@link #close} closes
   */
  public static CsvRows literal(OutputStream out) {
    return new CsvRows(out, UnaryOperator.identity(), false);
  }

  /**
   * Writes what people open: a value that a spreadsheet program would run as a formula stands
   * behind an apostrophe.
   *
   * @param out the stream, which {@link #close} closes
   */
  public static CsvRows forPeople(OutputStream out) {
    return new CsvRows(out, CsvRows::withoutFormula, true);
  }

  /**
   * Writes what people open and we read back: as {@link #forPeople}, and so that {@link #unguarded}
   * gives every value back as it was.
   *
   * @param out the stream, which {@link #close} closes
   */
  public static CsvRows guarded(OutputStream out) {
    return new CsvRows(out, CsvRows::guarded, false);
  }

  /** Writes one row. */
  @Override
  public void row(List<String> cells) {
    String[] written = new String[cells.size()];
    for (int i = 0; i < written.length; i++) {
      written[i] = guard.apply(cells.get(i));
    }
    writer.writeRecord(written);
  }

  /**
   * The value, behind an apostrophe where it begins as a formula does. A phone number with its plus
   * sign does not, nor does a length of time.
   */
  static String withoutFormula(String value) {
    boolean harmless = value.startsWith("+") || value.startsWith("-");
    return FormulaSigns.begin(value) && !(harmless && HARMLESS.matcher(value).matches())
        ? "'" + value
        : value;
  }

  private static String guarded(String value) {
    return FormulaSigns.begin(value) || value.startsWith("'") ? "'" + value : value;
  }

  /** A value that was written {@link #guarded}, as it was. */
  public static String unguarded(String value) {
    return value.startsWith("'") ? value.substring(1) : value;
  }

  @Override
  public void close() throws IOException {
    writer.close();
  }
}
