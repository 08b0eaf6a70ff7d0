package neatroster.sheets;

import java.util.List;
import neatroster.core.grid.FileFacts;
import neatroster.core.grid.Sheet;
import neatroster.core.grid.SheetName;
import neatroster.core.grid.SheetRow;

/**
 * The paragraphs of a document, held in memory: each a row, with a cell for what stands between
 * tabs.
 *
 * @param name where it is
 * @param facts how it is written down
 * @param paragraphs from the first
 */
record InMemoryText(SheetName name, FileFacts facts, List<Paragraph> paragraphs) implements Sheet {
  /** A document with tables has more text than this where a list may be in it too. */
  private static final int FEW = 3;

  /**
   * One paragraph.
   *
   * @param kind what the word processor says of it
   * @param text its text
   */
  record Paragraph(SheetRow.Kind kind, String text) {}

  @Override
  public void read(Receiver receiver) {
    SheetRow row = new SheetRow();
    for (int i = 0; i < paragraphs.size(); i++) {
      Paragraph paragraph = paragraphs.get(i);
      row.begin(i + 1);
      row.kind(paragraph.kind());
      for (String cell : paragraph.text().split("\t", -1)) {
        row.add(cell);
      }
      if (!receiver.row(row)) {
        return;
      }
    }
  }

  /** Whether it is more than a heading and a date around a table. */
  boolean mayBeAList() {
    return paragraphs.stream().filter(each -> !each.text().isBlank()).count() >= FEW;
  }
}
