package neatroster.sheets;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import neatroster.core.grid.OutOfMemoryInSheetException;
import neatroster.core.grid.SheetName;
import neatroster.core.grid.UnreadableSheetException;

/**
 * Opens spreadsheet files of every format there is, told by their content and never by their names.
 */
public final class SheetFiles {
  private static final int HEAD = 1 << 16;

  private static final List<FileFormat> FORMATS =
      List.of(
          new OneRosterZipFormat(),
          new XlsxFormat(),
          new OpenDocumentFormat(),
          new DocxFormat(),
          new XlsFormat(),
          new XmlWorkbookFormat(),
          new HtmlFormat(),
          new PlainBatchFormat(),
          new LdifFileFormat(),
          new ScimFileFormat(),
          new JsonTableFormat(),
          new CsvFormat(TextChoice.OPEN));

  /** How files of pictures begin: PNG, JPEG, GIF, TIFF. */
  private static final List<String> PICTURES =
      List.of("\u0089PNG", "\u00ff\u00d8\u00ff", "GIF8", "II*\0", "MM\0*");

  private SheetFiles() {}

  /**
   * Opens a file.
   *
   * @param name what the user calls it
   * @throws UnreadableSheetException where its content is no sheet
   * @throws IOException where it cannot be read from the disk
   */
  public static SheetFile open(Path path, String name)
      throws UnreadableSheetException, IOException {
    return open(path, name, TextChoice.OPEN);
  }

  /**
   * Opens a file.
   *
   * @param name what the user calls it
   * @param choice how it is to be read if it is text
   * @throws UnreadableSheetException where its content is no sheet, or no text and a choice is made
   * @throws IOException where it cannot be read from the disk
   */
  public static SheetFile open(Path path, String name, TextChoice choice)
      throws UnreadableSheetException, IOException {
    byte[] head;
    try (InputStream in = Files.newInputStream(path)) {
      head = in.readNBytes(HEAD);
    }
    if (head.length == 0) {
      throw UnreadableSheetException.empty("the file is empty");
    }
    refuseOtherKinds(head);
    for (FileFormat format : FORMATS) {
      if (format.recognizes(path, head) || (!choice.isOpen() && format instanceof CsvFormat)) {
        if (!choice.isOpen()) {
          if (!(format instanceof CsvFormat)) {
            throw new UnreadableSheetException(
                0,
                "encoding: and separator: in roster.yaml are for text files, and this is none; take"
                    + " them out");
          }
          format = new CsvFormat(choice);
        }
        ReadingBudget budget = new ReadingBudget(Files.size(path));
        return new GuardedFile(open(format, path, name, head, budget), budget);
      }
    }
    throw new UnreadableSheetException(0, "it is neither text nor a workbook");
  }

  /** Kinds of files that would be taken for text, and are none. */
  private static void refuseOtherKinds(byte[] head) throws UnreadableSheetException {
    String begin = new String(head, 0, Math.min(head.length, 4096), StandardCharsets.ISO_8859_1);
    if (begin.startsWith("{\\rtf")) {
      throw new UnreadableSheetException(
          0, "it is a word processor's file of the kind RTF; save it as DOCX or ODT, or as CSV");
    }
    if (begin.startsWith("%PDF-")) {
      throw new UnreadableSheetException(
          0,
          "it is a PDF, which has no cells; ask for the spreadsheet that it was made from, or copy"
              + " its table into one");
    }
    if (PICTURES.stream().anyMatch(begin::startsWith)
        || begin.regionMatches(4, "ftyphei", 0, 7)
        || (begin.startsWith("RIFF") && begin.startsWith("WEBP", 8))) {
      throw new UnreadableSheetException(
          0, "it is a picture; ask for the spreadsheet, or type what it shows into one");
    }
  }

  private static SheetFile open(
      FileFormat format, Path path, String name, byte[] head, ReadingBudget budget)
      throws UnreadableSheetException, IOException {
    try {
      return format.open(path, name, head, budget);
    } catch (OutOfMemoryError e) {
      throw new OutOfMemoryInSheetException(new SheetName(name, null), e);
    }
  }
}
