package neatroster.core;

import java.util.List;
import neatroster.core.grid.FileFacts;
import neatroster.core.grid.Sheet;
import neatroster.core.grid.SheetName;
import neatroster.core.grid.SheetRow;

/**
 * A sheet written in a test: a line a row, bars between cells, spaces around them left off; · is a
 * space that counts.
 */
public record TextSheet(String file, boolean writesEveryCell, List<String> text) implements Sheet {
  public static TextSheet of(String file, String text) {
    return new TextSheet(file, true, text.lines().toList());
  }

  @Override
  public SheetName name() {
    return new SheetName(file, null);
  }

  @Override
  public FileFacts facts() {
    return new FileFacts("text", null, null, writesEveryCell);
  }

  @Override
  public void read(Receiver receiver) {
    SheetRow row = new SheetRow();
    for (int i = 0; i < text.size(); i++) {
      row.begin(i + 1);
      for (String cell : text.get(i).split("\\|", -1)) {
        row.add(cell.strip().replace('·', ' '));
      }
      if (!receiver.row(row)) {
        return;
      }
    }
  }
}
