package neatroster.sheets;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import neatroster.core.compare.Phase;
import neatroster.core.grid.Sheet;
import neatroster.core.grid.UnreadableSheetException;
import neatroster.core.model.Field;

/**
 * A batch file of our own CSV, told by its headers: the rows of one phase behind what is done with
 * them. What is done is read as the status of what a row is about.
 */
final class PlainBatchFormat implements FileFormat {
  private static final String CHANGE = "change";
  private static final String KEPT = "before";

  @Override
  public boolean recognizes(Path path, byte[] head) {
    return phase(head).isPresent();
  }

  private static Optional<Phase> phase(byte[] head) {
    String begin = new String(head, StandardCharsets.UTF_8);
    begin = begin.startsWith("\uFEFF") ? begin.substring(1) : begin;
    String first = begin.lines().findFirst().orElse("").replace("\"", "");
    if (first.endsWith("," + KEPT)) {
      // What a run keeps of its changes is read as such.
      return Optional.empty();
    }
    for (Phase phase : Phase.values()) {
      String headers = headers(phase);
      // Behind them stand the school's own fields, in any number.
      if (first.equals(headers) || first.startsWith(headers + ",")) {
        return Optional.of(withdrawals(phase, begin));
      }
    }
    return Optional.empty();
  }

  private static String headers(Phase phase) {
    List<String> headers = new ArrayList<>(List.of(CHANGE));
    phase.fields().stream().map(Field::label).forEach(headers::add);
    return String.join(",", headers);
  }

  /** Enrollments and withdrawals have the same headers. */
  private static Phase withdrawals(Phase phase, String begin) {
    boolean isWithdrawal =
        begin.lines().skip(1).findFirst().orElse("").replace("\"", "").startsWith("withdraw,");
    return phase == Phase.ENROLLMENTS && isWithdrawal ? Phase.WITHDRAWALS : phase;
  }

  @Override
  public SheetFile open(Path path, String name, byte[] head, ReadingBudget budget)
      throws UnreadableSheetException, IOException {
    Phase phase = phase(head).orElseThrow();
    if (phase == Phase.SITES) {
      throw UnreadableSheetException.ofNoMatter(
          "it lists sites, which the lists of users and courses name too");
    }
    Sheet batch = new CsvFormat(TextChoice.OPEN).open(path, name, head, budget).sheets().get(0);
    return new HeldFile(
        phase == Phase.REMOVALS
            ? PlainBatchSheet.ofRemovals(batch)
            : List.of(PlainBatchSheet.of(batch)));
  }
}
