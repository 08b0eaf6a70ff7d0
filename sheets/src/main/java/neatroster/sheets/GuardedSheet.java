package neatroster.sheets;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import neatroster.core.grid.FileFacts;
import neatroster.core.grid.Hidden;
import neatroster.core.grid.OutOfMemoryInSheetException;
import neatroster.core.grid.RowTooLargeException;
import neatroster.core.grid.Sheet;
import neatroster.core.grid.SheetName;
import neatroster.core.grid.SheetRow;
import neatroster.core.grid.UnreadableSheetException;
import neatroster.core.text.RowBlock;

/**
 * A sheet of any format, read within the file's budget, and so that its reader's own trouble and
 * the trouble of whoever receives the rows are never taken for each other: what a receiver throws
 * does not travel through the reader but around it.
 *
 * @param sheet the sheet as its reader reads it
 * @param budget what the file may unfold to
 */
record GuardedSheet(Sheet sheet, ReadingBudget budget) implements Sheet {
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
  public Map<Integer, List<String>> hints() {
    return sheet.hints();
  }

  @Override
  public List<String> unread() {
    return sheet.unread();
  }

  @Override
  public Optional<Sheet> lines() {
    return sheet.lines().map(lines -> new GuardedSheet(lines, budget));
  }

  @Override
  public void read(Receiver receiver) throws UnreadableSheetException {
    Spending spending = new Spending(receiver, null, budget.begin());
    spending.over(() -> sheet.read(spending));
  }

  @Override
  public void readBlocks(BlockReceiver receiver) throws UnreadableSheetException {
    Spending spending = new Spending(receiver, receiver, budget.begin());
    spending.over(() -> sheet.readBlocks(spending));
  }

  /** Reads a sheet. */
  private interface Reading {
    void read() throws UnreadableSheetException;
  }

  /** Takes rows off the budget and hands them on. */
  private final class Spending implements BlockReceiver {
    private final Receiver receiver;
    private final BlockReceiver ofBlocks;
    private final ReadingBudget.Spending budgeted;
    private Throwable trouble;
    private int row;

    Spending(Receiver receiver, BlockReceiver ofBlocks, ReadingBudget.Spending budgeted) {
      this.receiver = receiver;
      this.ofBlocks = ofBlocks;
      this.budgeted = budgeted;
    }

    @Override
    public boolean row(SheetRow next) {
      row = next.number();
      try {
        budgeted.take(next.size(), next.letters());
        return receiver.row(next);
      } catch (UnreadableSheetException | RuntimeException | Error e) {
        trouble = e;
        return false;
      }
    }

    @Override
    public boolean block(RowBlock block) {
      row = block.number(Math.max(0, block.rows() - 1));
      try {
        budgeted.take(block.cells(), block.text().length);
        return ofBlocks.block(block);
      } catch (UnreadableSheetException | RuntimeException | Error e) {
        trouble = e;
        return false;
      }
    }

    void over(Reading reading) throws UnreadableSheetException {
      try {
        reading.read();
      } catch (RowTooLargeException e) {
        throw new UnreadableSheetException(row + 1, e.getMessage());
      } catch (OutOfMemoryError e) {
        throw new OutOfMemoryInSheetException(name(), e);
      }
      if (trouble instanceof UnreadableSheetException e) {
        throw new UnreadableSheetException(row, e.getMessage());
      } else if (trouble instanceof OutOfMemoryError e) {
        throw new OutOfMemoryInSheetException(name(), e);
      } else if (trouble instanceof RuntimeException e) {
        throw e;
      } else if (trouble instanceof Error e) {
        throw e;
      }
    }
  }
}
