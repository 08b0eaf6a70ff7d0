package neatroster.sheets;

import java.io.IOException;
import java.util.List;
import neatroster.core.grid.Sheet;

/** An open file whose sheets are {@link GuardedSheet}s. */
final class GuardedFile implements SheetFile {
  private final SheetFile file;
  private final List<Sheet> sheets;

  GuardedFile(SheetFile file, ReadingBudget budget) {
    this.file = file;
    this.sheets =
        file.sheets().stream().<Sheet>map(sheet -> new GuardedSheet(sheet, budget)).toList();
  }

  @Override
  public List<Sheet> sheets() {
    return sheets;
  }

  @Override
  public void close() throws IOException {
    file.close();
  }
}
