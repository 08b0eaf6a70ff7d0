package neatroster.formats;

import java.util.Optional;
import neatroster.core.change.Phase;

/**
 * A batch file.
 *
 * @param name its name in the run folder
 * @param phase what it holds; nothing where it holds everything
 * @param rows how many rows
 */
public record WrittenFile(String name, Optional<Phase> phase, int rows) {
  /** A file of one phase. */
  WrittenFile(String name, Phase phase, int rows) {
    this(name, Optional.of(phase), rows);
  }

  /** What its rows are called. */
  public String one() {
    return phase.map(Phase::one).orElse("row");
  }
}
