package neatroster.sheets;

import java.util.Optional;
import neatroster.core.intake.FileFacts;
import neatroster.core.intake.Hidden;
import neatroster.core.intake.OutOfMemoryInSheetException;
import neatroster.core.intake.RowTooLargeException;
import neatroster.core.intake.Sheet;
import neatroster.core.intake.UnreadableSheetException;
import neatroster.core.model.SheetName;

/**
 * A sheet of any format, read within the file's budget, and so that its reader's own trouble and
 * the trouble of whoever receives the rows are never taken for each other: what a receiver throws
 * does not travel through the reader but around it.
 *
 * @param sheet the sheet as its reader reads it
 * @param budget what the file may unfold to
 */
record CarefulSheet(Sheet sheet, ReadingBudget budget) implements Sheet {
  @Override
  public SheetName name() {
    return sheet.name();
  }

  @Override
  public FileFacts facts() {
    return sheet.facts();
  }

  @Override
  public Hidden hidden() {
    return sheet.hidden();
  }

  @Override
  public Optional<Sheet> lines() {
    return sheet.lines().map(lines -> new CarefulSheet(lines, budget));
  }

  @Override
  public void read(Receiver receiver) throws UnreadableSheetException {
    ReadingBudget.Spending spending = budget.begin();
    Throwable[] trouble = {null};
    int[] row = {0};
    try {
      sheet.read(
          next -> {
            row[0] = next.number();
            try {
              spending.take(next.size(), next.letters());
              return receiver.row(next);
            } catch (UnreadableSheetException | RuntimeException | Error e) {
              trouble[0] = e;
              return false;
            }
          });
    } catch (RowTooLargeException e) {
      throw new UnreadableSheetException(row[0] + 1, e.getMessage());
    } catch (OutOfMemoryError e) {
      throw new OutOfMemoryInSheetException(name(), e);
    }
    if (trouble[0] instanceof UnreadableSheetException e) {
      throw new UnreadableSheetException(row[0], e.getMessage());
    } else if (trouble[0] instanceof OutOfMemoryError e) {
      throw new OutOfMemoryInSheetException(name(), e);
    } else if (trouble[0] instanceof RuntimeException e) {
      throw e;
    } else if (trouble[0] instanceof Error e) {
      throw e;
    }
  }
}
