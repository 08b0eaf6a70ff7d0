package neatroster.sheets;

import de.siegmar.fastcsv.writer.CsvWriter;
import de.siegmar.fastcsv.writer.LineDelimiter;
import java.io.IOException;
import java.io.OutputStream;
import java.io.OutputStreamWriter;
import java.nio.charset.StandardCharsets;
import java.util.List;

/**
 * Writes CSV (RFC 4180): UTF-8, comma, CR LF. A value that a spreadsheet program would run as a
 * formula is written behind an apostrophe.
 */
public final class CsvRows implements RowWriter {
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
   * sign does not.
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
            || ((first == '+' || first == '-') && !value.matches("[+-][0-9 ()./-]*"));
    return formula ? "'" + value : value;
  }

  @Override
  public void close() throws IOException {
    writer.close();
  }
}
