package neatroster.cli.handout;

import java.io.IOException;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.util.List;
import java.util.function.Consumer;
import neatroster.core.grid.RowWriter;
import neatroster.disk.TemporaryFiles;
import neatroster.sheets.CsvRows;
import neatroster.sheets.XlsxRows;

/**
 * One thing to hand out, in each kind of file.
 *
 * @param count how many of it there are
 * @param nothing what is said where there are none
 * @param pdf draws it on paper
 * @param html writes it as a page
 * @param table writes it as rows
 */
public record Handout(int count, String nothing, Drawing pdf, Drawing html, Table table) {
  /** What handouts say of who made them. */
  public static final String MARK = "Neat Roster handout";

  /** Draws into a stream. */
  @FunctionalInterface
  public interface Drawing {
    DrawnPages draw(OutputStream out) throws IOException;
  }

  /** Hands on rows. */
  @FunctionalInterface
  public interface Table {
    void write(Consumer<List<String>> rows);
  }

  /**
   * Writes it.
   *
   * @param ending the kind of file
   * @param title what a workbook's sheet is called
   */
  public DrawnPages write(String ending, String title, OutputStream out) throws IOException {
    switch (ending) {
      case ".pdf" -> {
        // Fonts are unpacked for the drawing.
        TemporaryFiles.keepThoseOfLibraries();
        return pdf.draw(out);
      }
      case ".html" -> {
        return html.draw(out);
      }
      default -> {
        RowWriter writer =
            ending.equals(".csv") ? CsvRows.forPeople(out) : new XlsxRows(out, title, MARK);
        table.write(
            row -> {
              try {
                writer.row(row);
              } catch (IOException e) {
                throw new UncheckedIOException(e);
              }
            });
        writer.close();
        return DrawnPages.withoutPages();
      }
    }
  }
}
