package neatroster.sheets;

import de.siegmar.fastcsv.writer.CsvWriter;
import de.siegmar.fastcsv.writer.LineDelimiter;
import java.io.IOException;
import java.io.OutputStream;
import java.io.OutputStreamWriter;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.regex.Pattern;

/**
 * Writes CSV (RFC 4180): UTF-8, comma, CR LF. A value that a spreadsheet program would run as a
 * formula is written behind an apostrophe.
 */
public final class CsvRows implements RowWriter {
  private static final Pattern HARMLESS =
      Pattern.compile("[+-][0-9 ()./-]*(?:day|week|month|year)?s?");

  private final CsvWriter writer;

  /** Starts writing to a stream, which {@link #close} closes. */
  public CsvRows(OutputStream out) {
    writer =
        CsvWriter.builder()
            .lineDelimiter(LineDelimiter.CRLF)
            .build(new OutputStreamWriter(out, StandardCharsets.UTF_8));
  }

  /** Writes one row. */
  @Override
  public void row(List<String> cells) {
    String[] guarded = new String[cells.size()];
    for (int i = 0; i < guarded.length; i++) {
      guarded[i] = withoutFormula(cells.get(i));
    }
    writer.writeRecord(guarded);
  }

  /**
   * The value, behind an apostrophe where it begins as a formula does. A phone number with its plus
   * sign does not, nor does a length of time.
   */
  static String withoutFormula(String value) {
    if (value.isEmpty()) {
      return value;
    }
    char first = value.charAt(0);
    boolean formula =
        first == '='
            || first == '@'
            || first == '\t'
            || first == '\r'
            || ((first == '+' || first == '-') && !HARMLESS.matcher(value).matches());
    return formula ? "'" + value : value;
  }

  @Override
  public void close() throws IOException {
    writer.close();
  }
}
