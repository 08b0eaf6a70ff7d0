package neatroster.sheets;

import java.time.Duration;
import neatroster.core.grid.UnreadableSheetException;

/**
 * What a file may unfold to while it is read: cells, letters and time. All three grow with the
 * file's own size, so that no honest sheet comes near them, and a few hundred bytes that stand for
 * millions of cells end in a sentence.
 */
final class ReadingBudget {
  private static final long CELLS = 4_000_000;
  private static final long CELLS_PER_BYTE = 20;
  private static final long LETTERS = 64L << 20;
  private static final long LETTERS_PER_BYTE = 100;
  private static final Duration TIME = Duration.ofSeconds(60);
  private static final Duration TIME_PER_MEGABYTE = Duration.ofSeconds(20);

  /** The clock is asked each time that so much has gone by. */
  private static final long BETWEEN_LOOKS = 1 << 16;

  private final long mostCells;
  private final long mostLetters;
  private final long mostNanos;

  /** The budget of a file of so many bytes. */
  ReadingBudget(long bytes) {
    mostCells = CELLS + CELLS_PER_BYTE * bytes;
    mostLetters = LETTERS + LETTERS_PER_BYTE * bytes;
    mostNanos = TIME.plus(TIME_PER_MEGABYTE.multipliedBy(bytes >> 20)).toNanos();
  }

  /** Begins to spend it: each time that a sheet is read it is whole again. */
  Spending begin() {
    return new Spending();
  }

  /** What has been used of it. */
  final class Spending {
    private final long began = System.nanoTime();
    private long cells;
    private long letters;
    private long nextLook = BETWEEN_LOOKS;

    private Spending() {}

    /**
     * Takes off what was read.
     *
     * @throws UnreadableSheetException where it is more than the file's size explains
     */
    void take(long moreCells, long moreLetters) throws UnreadableSheetException {
      cells += moreCells;
      letters += moreLetters;
      if (cells > mostCells || letters > mostLetters) {
        throw new UnreadableSheetException(
            0,
            "it unfolds to more cells than a file of its size can mean; open it in a spreadsheet"
                + " program, delete the empty rows and columns around the list, and save it as CSV");
      }
      if (cells + letters > nextLook) {
        nextLook = cells + letters + BETWEEN_LOOKS;
        if (System.nanoTime() - began > mostNanos) {
          throw new UnreadableSheetException(
              0,
              "it takes far longer to read than a file of its size should; open it in a spreadsheet"
                  + " program and save it as CSV");
        }
      }
    }
  }
}
