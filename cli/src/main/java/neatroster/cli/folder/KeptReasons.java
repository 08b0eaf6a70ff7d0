package neatroster.cli.folder;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import neatroster.cli.disk.PrivateFiles;
import neatroster.core.change.PlannedChange;
import neatroster.core.confirm.Outcome;
import neatroster.sheets.CsvLines;
import neatroster.sheets.CsvRows;

/** Why a platform did not take changes of a run, kept for whoever asks again later. */
final class KeptReasons {
  private static final String FILE = "reasons.csv";

  private final Path file;
  private final Map<String, String> reasons = new HashMap<>();

  /** The reasons that a run keeps so far. */
  KeptReasons(Path run) throws IOException {
    file = run.resolve(FILE);
    if (Files.exists(file)) {
      CsvLines.read(
          Files.newInputStream(file), FILE, cells -> reasons.put(cells.get(0), cells.get(1)));
    }
  }

  /** An outcome with the reason that was given before, where none is given now. */
  Outcome with(PlannedChange change, Outcome outcome) {
    String before = reasons.getOrDefault(RunConfirmation.key(change), "");
    boolean isBare =
        outcome.kind() == Outcome.Kind.MISSING
            && (outcome.why().isEmpty() || outcome.why().equals(Outcome.NOT_TAKEN));
    return isBare && !before.isEmpty() ? Outcome.missing(before) : outcome;
  }

  /** Keeps the reasons of what is missing. */
  void keep(List<RunConfirmation.Found> missing) throws IOException {
    Files.deleteIfExists(file);
    if (missing.stream().allMatch(one -> one.outcome().why().isEmpty())) {
      return;
    }
    try (CsvRows rows = CsvRows.literal(PrivateFiles.create(file))) {
      for (RunConfirmation.Found one : missing) {
        if (!one.outcome().why().isEmpty()) {
          rows.row(List.of(RunConfirmation.key(one.change()), one.outcome().why()));
        }
      }
    }
  }
}
