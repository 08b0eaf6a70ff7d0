package neatroster.sheets;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.List;
import java.util.Set;
import neatroster.core.grid.Sheet;
import neatroster.core.grid.UnreadableSheetException;

/**
 * A batch file of our own CSV, told by its first column: what is done with the user, course, group
 * or enrollment that the row is about. It is read as the status of what the row is about.
 */
final class PlainBatchFormat implements FileFormat {
  private static final Set<String> CHANGES =
      Set.of(
          "create",
          "change",
          "rename",
          "suspend",
          "restore",
          "remove",
          "enroll",
          "re-role",
          "regroup",
          "withdraw");

  private static final String SITES = "change,site";
  private static final String REMOVALS = "change,username,course,group";

  /** What a run keeps of its changes has this column behind the others, and is read as such. */
  private static final String KEPT = ",before";

  @Override
  public boolean recognizes(Path path, byte[] head) {
    List<String> lines = text(head).lines().limit(2).toList();
    return lines.size() == 2
        && header(head).matches("change,(?:site|id|username|code|course|user)(?:,.*)?")
        && !header(head).endsWith(KEPT)
        && CHANGES.contains(lines.get(1).replace("\"", "").replaceAll(",.*", ""));
  }

  private static String text(byte[] head) {
    String text = new String(head, StandardCharsets.UTF_8);
    return text.startsWith("\uFEFF") ? text.substring(1) : text;
  }

  private static String header(byte[] head) {
    return text(head).lines().findFirst().orElse("").replace("\"", "");
  }

  @Override
  public SheetFile open(Path path, String name, byte[] head, ReadingBudget budget)
      throws UnreadableSheetException, IOException {
    String header = header(head);
    if (header.equals(SITES)) {
      throw UnreadableSheetException.ofNoMatter(
          "it lists sites, which the lists of users and courses name too");
    }
    Sheet batch = new CsvFormat(TextChoice.OPEN).open(path, name, head, budget).sheets().get(0);
    return new InMemoryFile(
        header.equals(REMOVALS)
            ? PlainBatchSheet.ofRemovals(batch)
            : List.of(PlainBatchSheet.of(batch)));
  }
}
