package neatroster.sheets;

import java.io.IOException;
import java.nio.file.Path;
import neatroster.core.grid.UnreadableSheetException;

/** A kind of spreadsheet file. */
interface FileFormat {
  /**
   * Whether a file is of this kind, told by its content.
   *
   * @param path the file
   * @param head the file's first bytes, all of them where it is short
   */
  boolean recognizes(Path path, byte[] head);

  /**
   * Opens a file of this kind.
   *
   * @param name what the user calls it
   * @param budget what it may unfold to while it is opened
   * @throws UnreadableSheetException where its content is damaged
   * @throws IOException where it cannot be read from the disk
   */
  SheetFile open(Path path, String name, byte[] head, ReadingBudget budget)
      throws UnreadableSheetException, IOException;
}
