package neatroster.sheets;

import de.siegmar.fastcsv.reader.AbstractBaseCsvCallbackHandler;
import de.siegmar.fastcsv.reader.CsvParseException;
import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.FieldMismatchStrategy;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStream;
import java.io.Reader;
import java.io.UncheckedIOException;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import neatroster.core.grid.FileFacts;
import neatroster.core.grid.RowTooLargeException;
import neatroster.core.grid.Sheet;
import neatroster.core.grid.SheetName;
import neatroster.core.grid.SheetRow;
import neatroster.core.grid.UnreadableSheetException;
import neatroster.core.text.RowBlock;

/**
 * Text with separators between its cells: RFC 4180, read leniently, with the separator that the
 * file uses.
 */
final class CsvFormat implements FileFormat {
  private final TextChoice choice;

  CsvFormat(TextChoice choice) {
    this.choice = choice;
  }

  @Override
  public boolean recognizes(Path path, byte[] head) {
    if (TextEncoding.byMark(head).isPresent()) {
      return true;
    }
    for (byte b : head) {
      if (b == 0) {
        return false;
      }
    }
    return true;
  }

  @Override
  public SheetFile open(Path path, String name, byte[] head, ReadingBudget budget)
      throws IOException {
    Optional<TextEncoding> told = TextEncoding.byMark(head);
    if (choice.encoding().isPresent()) {
      int mark = told.map(TextEncoding::markLength).orElse(0);
      told = Optional.of(new TextEncoding(choice.encoding().get(), mark));
    }
    if (told.isEmpty() && TextEncoding.isBeyondAscii(head)) {
      told = Optional.of(TextEncoding.of(path, head));
    }
    Charset charset = told.map(TextEncoding::charset).orElse(StandardCharsets.UTF_8);
    String begin = new String(head, charset);
    Optional<Character> found = choice.separator().or(() -> SeparatorGuess.of(begin));
    char separator = found.orElse(',');
    char quote = SeparatorGuess.quoteOf(begin, separator);
    CsvSheet sheet = new CsvSheet(path, name, separator, quote, told.orElse(null));
    if (found.isEmpty()) {
      Optional<Sheet> columns = FixedWidth.find(new Lines(sheet), begin);
      if (columns.isPresent()) {
        return new InMemoryFile(List.of(columns.get()));
      }
    }
    return new InMemoryFile(List.of(sheet));
  }

  private static final class CsvSheet implements Sheet {
    private final Path path;
    private final String file;
    private final char separator;
    private final char quote;

    /** Null as long as nothing but ASCII was read. */
    private TextEncoding encoding;

    CsvSheet(Path path, String file, char separator, char quote, TextEncoding encoding) {
      this.path = path;
      this.file = file;
      this.separator = separator;
      this.quote = quote;
      this.encoding = encoding;
    }

    @Override
    public SheetName name() {
      return new SheetName(file, null);
    }

    @Override
    public FileFacts facts() {
      String name = encoding == null ? "utf-8" : TextEncoding.name(encoding.charset());
      FileFacts.Doubt doubt = encoding == null ? null : encoding.doubt();
      return new FileFacts("csv", name, String.valueOf(separator), true, doubt);
    }

    @Override
    public Optional<Sheet> lines() {
      return Optional.of(new Lines(this));
    }

    @Override
    public void read(Receiver receiver) throws UnreadableSheetException {
      RowHandler handler = new RowHandler(separator);
      try (TextReader reader = reader()) {
        CsvReader<SheetRow> rows =
            CsvReader.builder()
                .fieldSeparator(separator)
                .quoteCharacter(quote)
                .skipEmptyLines(false)
                .extraFieldStrategy(FieldMismatchStrategy.IGNORE)
                .missingFieldStrategy(FieldMismatchStrategy.IGNORE)
                .build(handler, reader);
        for (SheetRow row : rows) {
          if (handler.isDoubtful) {
            handler.finished--;
            readBadlyQuoted(handler, receiver);
            return;
          }
          if (!receiver.row(row)) {
            return;
          }
        }
      } catch (CsvParseException e) {
        // The library wraps whatever it meets, lack of memory too.
        if (e.getCause() instanceof Error error) {
          throw error;
        }
        if (e.getCause() instanceof RowTooLargeException) {
          throw new UnreadableSheetException(
              handler.finished + 1, "a cell or a row is larger than anybody types");
        }
        readBadlyQuoted(handler, receiver);
      } catch (UncheckedIOException e) {
        throw broken(handler, e.getCause());
      } catch (IOException e) {
        throw broken(handler, e);
      }
    }

    @Override
    public void readBlocks(BlockReceiver receiver) throws UnreadableSheetException {
      if (separator >= 0x80 || quote >= 0x80) {
        read(receiver);
        return;
      }
      int next = 1;
      BlockSplitter splitter = null;
      try (InputStream in = bytes();
          Utf8Stream text = new Utf8Stream(in, encoding, told -> encoding = told)) {
        splitter = new BlockSplitter(text, separator, quote);
        try (BlockPrefetch blocks = new BlockPrefetch(splitter)) {
          for (RowBlock block = blocks.next(); block != null; block = blocks.next()) {
            next = block.number(block.rows());
            if (!receiver.block(block)) {
              return;
            }
          }
        }
      } catch (IOException e) {
        throw new UnreadableSheetException(next, "the disk gave up (" + e.getMessage() + ")");
      }
      if (splitter.isDoubtful()) {
        int from = next;
        read(row -> row.number() < from || receiver.row(row));
      }
    }

    private InputStream bytes() throws IOException {
      InputStream in = Files.newInputStream(path);
      try {
        in.skipNBytes(encoding == null ? 0 : encoding.markLength());
        return in;
      } catch (IOException e) {
        in.close();
        throw e;
      }
    }

    private TextReader reader() throws IOException {
      return new TextReader(bytes(), encoding, told -> encoding = told);
    }

    /** From the first row on whose quotation marks are not as they should be. */
    private void readBadlyQuoted(RowHandler handler, Receiver receiver)
        throws UnreadableSheetException {
      try (Reader reader = new BufferedReader(reader(), 1 << 16)) {
        new BadlyQuotedRows(reader, separator, quote)
            .read(
                handler.finished + 1,
                row -> {
                  handler.finished = row.number();
                  return receiver.row(row);
                });
      } catch (IOException e) {
        throw broken(handler, e);
      }
    }

    private static UnreadableSheetException broken(RowHandler handler, IOException e) {
      return new UnreadableSheetException(
          handler.finished + 1, "the disk gave up (" + e.getMessage() + ")");
    }
  }

  /** The text without any separator: each line is one cell. */
  private record Lines(CsvSheet text) implements Sheet {
    @Override
    public SheetName name() {
      return text.name();
    }

    @Override
    public FileFacts facts() {
      return text.facts();
    }

    @Override
    public void read(Receiver receiver) throws UnreadableSheetException {
      RowHandler handler = new RowHandler('\n');
      try (BufferedReader reader = new BufferedReader(text.reader(), 1 << 16)) {
        SheetRow row = new SheetRow();
        for (String line = reader.readLine(); line != null; line = reader.readLine()) {
          row.begin(++handler.finished);
          row.add(line);
          if (!receiver.row(row)) {
            return;
          }
        }
      } catch (IOException e) {
        throw CsvSheet.broken(handler, e);
      }
    }
  }

  /** Puts the cells into one row object that is used again and again. */
  private static final class RowHandler extends AbstractBaseCsvCallbackHandler<SheetRow> {
    private final char separator;
    private final SheetRow row = new SheetRow();
    private int number;
    private int finished;
    private int width;
    private boolean isDoubtful;

    RowHandler(char separator) {
      this.separator = separator;
    }

    @Override
    protected void handleBegin(long startingLineNumber) {
      // A cell may hold line ends: rows are counted as a spreadsheet program counts them, not
      // lines.
      row.begin(++number);
    }

    @Override
    protected void handleField(int fieldIdx, char[] buf, int offset, int len, boolean quoted) {
      if (quoted && width > 1) {
        verifyLines(buf, offset, len);
      }
      row.add(buf, offset, len);
    }

    /** A cell that holds whole rows may have lost the quotation mark at its end. */
    private void verifyLines(char[] buf, int offset, int len) {
      int separators = -1;
      for (int i = offset; i < offset + len; i++) {
        if (buf[i] == '\n' || buf[i] == '\r') {
          separators = 0;
        } else if (separators >= 0 && buf[i] == separator && ++separators >= width - 1) {
          isDoubtful = true;
        }
      }
      // At the end of the text an open mark takes the last line's end along.
      isDoubtful |=
          separators >= 0 && (buf[offset + len - 1] == '\n' || buf[offset + len - 1] == '\r');
    }

    @Override
    protected SheetRow buildRecord() {
      finished = number;
      // The first row with several cells says how many a row has.
      width = width > 1 ? width : row.size();
      return row;
    }
  }
}
