package neatroster.formats;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Collections;
import java.util.List;
import java.util.zip.CRC32;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import java.util.zip.ZipOutputStream;
import neatroster.core.grid.RowWriter;
import neatroster.sheets.XlsxRows;

/** Writes a workbook that is the same whenever and wherever it is made of the same rows. */
final class ReproducibleWorkbook implements RowWriter {
  /** The part that says when the workbook was made (ECMA-376, part 2, section 11). */
  private static final String PROPERTIES = "docProps/core.xml";

  private final OutputStream out;
  private final Path draft;
  private final XlsxRows rows;

  /**
   * Starts a workbook.
   *
   * @param out where it goes, when it is closed
   * @param draft where it may be put together
   * @param above how many rows stand above the headers of its first sheet
   */
  ReproducibleWorkbook(OutputStream out, Path draft, String sheet, int above) throws IOException {
    this.out = out;
    this.draft = draft;
    rows = new XlsxRows(Files.newOutputStream(draft), sheet, above);
  }

  /** Goes on with another sheet, which has so many rows above its headers. */
  void sheet(String name, int above) throws IOException {
    rows.sheet(name, above);
  }

  @Override
  public void row(List<String> cells) throws IOException {
    rows.row(cells);
  }

  @Override
  public void close() throws IOException {
    rows.close();
    try (ZipFile made = new ZipFile(draft.toFile());
        ZipOutputStream zip = new ZipOutputStream(out)) {
      for (ZipEntry entry : Collections.list(made.entries())) {
        try (InputStream in = made.getInputStream(entry)) {
          if (entry.getName().equals(PROPERTIES)) {
            write(zip, withoutTime(in.readAllBytes()));
          } else {
            zip.putNextEntry(
                ReproducibleZip.entry(entry.getName(), entry.getSize(), entry.getCrc()));
            in.transferTo(zip);
          }
        }
        zip.closeEntry();
      }
    }
    Files.delete(draft);
  }

  private static void write(ZipOutputStream zip, byte[] properties) throws IOException {
    CRC32 sum = new CRC32();
    sum.update(properties);
    zip.putNextEntry(ReproducibleZip.entry(PROPERTIES, properties.length, sum.getValue()));
    zip.write(properties);
  }

  private static byte[] withoutTime(byte[] properties) {
    return new String(properties, StandardCharsets.UTF_8)
        .replaceAll("<dcterms:created[^>]*>[^<]*</dcterms:created>", "")
        .getBytes(StandardCharsets.UTF_8);
  }
}
