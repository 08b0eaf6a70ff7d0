package neatroster.sheets;

import java.util.List;
import neatroster.core.grid.FileFacts;
import neatroster.core.grid.Sheet;
import neatroster.core.grid.SheetName;
import neatroster.core.grid.SheetRow;

/**
 * A sheet of a format that is small by nature, held in memory: a page's table, a document's list.
 *
 * @param name where it is
 * @param facts how it is written down
 * @param rows its rows from the first; a row without cells is blank
 */
record InMemorySheet(SheetName name, FileFacts facts, List<List<String>> rows) implements Sheet {
  @Override
  public void read(Receiver receiver) {
    SheetRow row = new SheetRow();
    for (int i = 0; i < rows.size(); i++) {
      row.begin(i + 1);
      rows.get(i).forEach(row::add);
      if (!receiver.row(row)) {
        return;
      }
    }
  }
}
