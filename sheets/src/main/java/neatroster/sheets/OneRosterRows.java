package neatroster.sheets;

import de.siegmar.fastcsv.reader.CsvParseException;
import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.CsvRecord;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.Reader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import neatroster.core.grid.UnreadableSheetException;

/** Reads one CSV file of a OneRoster delivery, whose columns may stand in any order. */
final class OneRosterRows {
  private OneRosterRows() {}

  /** The headers of a file; none where the delivery has no such file. */
  static List<String> headers(OneRosterArchive zip, String file)
      throws UnreadableSheetException, IOException {
    List<String> headers = new ArrayList<>();
    if (zip.has(file)) {
      try (Reader text = reader(zip, file);
          CsvReader<CsvRecord> rows = CsvReader.builder().ofCsvRecord(text)) {
        rows.stream().findFirst().ifPresent(row -> headers.addAll(row.getFields()));
      } catch (CsvParseException e) {
        throw broken(file, 1);
      }
    }
    return headers;
  }

  /** Hands on the rows of a file; none where the delivery has no such file. */
  static void read(OneRosterArchive zip, String file, OneRosterRowReceiver receiver)
      throws UnreadableSheetException, IOException {
    if (!zip.has(file)) {
      return;
    }
    int number = 0;
    try (Reader text = reader(zip, file);
        CsvReader<CsvRecord> rows = CsvReader.builder().skipEmptyLines(false).ofCsvRecord(text)) {
      List<String> headers = List.of();
      Map<String, String> cells = new HashMap<>();
      for (CsvRecord row : rows) {
        number++;
        if (number == 1) {
          headers = row.getFields();
          continue;
        }
        cells.clear();
        for (int i = 0; i < row.getFieldCount() && i < headers.size(); i++) {
          cells.put(headers.get(i), row.getField(i));
        }
        if (!receiver.row(number, cells)) {
          return;
        }
      }
    } catch (CsvParseException e) {
      throw broken(file, number + 1);
    } catch (UncheckedIOException e) {
      throw e.getCause();
    }
  }

  private static UnreadableSheetException broken(String file, int row) {
    return new UnreadableSheetException(
        row, file + " in it is no CSV any more from row " + row + " on");
  }

  /** A file's text, which is UTF-8; the mark that some programs put before it is left out. */
  private static Reader reader(OneRosterArchive zip, String file)
      throws IOException, UnreadableSheetException {
    BufferedReader text =
        new BufferedReader(
            new InputStreamReader(zip.content(file), StandardCharsets.UTF_8), 1 << 16);
    text.mark(1);
    if (text.read() != '\ufeff') {
      text.reset();
    }
    return text;
  }
}
