package neatroster.formats;

import de.siegmar.fastcsv.writer.CsvWriter;
import de.siegmar.fastcsv.writer.LineDelimiter;
import de.siegmar.fastcsv.writer.QuoteStrategies;
import java.io.IOException;
import java.io.OutputStream;
import java.io.OutputStreamWriter;
import java.io.Writer;
import java.util.List;
import neatroster.core.grid.RowWriter;
import neatroster.core.layout.LayoutFile;
import neatroster.disk.NewFiles;

/** Writes rows down as a layout says. Whether they fit was found out before. */
final class LayoutCells {
  private LayoutCells() {}

  /**
   * Starts a file.
   *
   * @param name its name, which names the sheet of a workbook
   * @param files where a workbook is put together
   */
  static RowWriter start(LayoutFile.Form form, OutputStream out, String name, NewFiles files)
      throws IOException {
    return form.isWorkbook()
        ? new ReproducibleWorkbook(
            out, files.scratch().resolve(name), FileNames.stem(name), form.titleRows().size())
        : text(form, out);
  }

  /** Starts a file of text. */
  static RowWriter text(LayoutFile.Form form, OutputStream out) throws IOException {
    Writer text = new OutputStreamWriter(out, form.encoding());
    if (form.hasMark()) {
      text.write('\ufeff');
    }
    if (form.quotes() == LayoutFile.Quotes.NEVER) {
      return new Unquoted(text, form);
    }
    CsvWriter.CsvWriterBuilder builder =
        CsvWriter.builder()
            .fieldSeparator(form.separator())
            .lineDelimiter(form.lineEnd().equals("\n") ? LineDelimiter.LF : LineDelimiter.CRLF);
    if (form.quotes() == LayoutFile.Quotes.ALWAYS) {
      builder.quoteStrategy(QuoteStrategies.ALWAYS);
    }
    CsvWriter csv = builder.build(text);
    return new RowWriter() {
      @Override
      public void row(List<String> cells) {
        csv.writeRecord(cells);
      }

      @Override
      public void close() throws IOException {
        csv.close();
      }
    };
  }

  /** Cells with nothing around them. */
  private record Unquoted(Writer text, LayoutFile.Form form) implements RowWriter {
    @Override
    public void row(List<String> cells) throws IOException {
      text.write(String.join(String.valueOf(form.separator()), cells));
      text.write(form.lineEnd());
    }

    @Override
    public void close() throws IOException {
      text.close();
    }
  }
}
