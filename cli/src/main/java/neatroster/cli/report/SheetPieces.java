package neatroster.cli.report;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import neatroster.core.check.CheckResult;
import neatroster.core.check.Finding;
import neatroster.core.grid.SheetName;
import neatroster.core.grid.SheetRow;
import neatroster.core.grid.UnreadableSheetException;
import neatroster.core.intake.SheetReading;

/** The rows of the sheets that findings are shown in, as they stand; passwords left out. */
final class SheetPieces {
  private static final int AROUND = 1;
  private static final int WIDEST = 60;

  private final Map<SheetName, SheetReading> readings = new HashMap<>();
  private final Map<SheetName, Map<Integer, List<String>>> rows = new HashMap<>();

  /** Goes over the sheets once more for the rows of these findings and those around them. */
  static SheetPieces of(CheckResult result, List<Finding> findings) {
    SheetPieces pieces = new SheetPieces();
    Map<SheetName, Set<Integer>> wanted = new HashMap<>();
    for (Finding finding : findings) {
      if (finding.place().row() > 0) {
        Set<Integer> ofSheet =
            wanted.computeIfAbsent(finding.place().sheet(), s -> new TreeSet<>());
        for (int i = -AROUND; i <= AROUND; i++) {
          ofSheet.add(finding.place().row() + i);
        }
      }
    }
    for (SheetReading sheet : result.roster().sheets()) {
      pieces.readings.put(sheet.name(), sheet);
      Set<Integer> numbers = wanted.getOrDefault(sheet.name(), Set.of());
      if (!numbers.isEmpty()) {
        pieces.read(sheet, numbers);
      }
    }
    return pieces;
  }

  private void read(SheetReading sheet, Set<Integer> wanted) {
    Map<Integer, List<String>> found = new TreeMap<>();
    rows.put(sheet.name(), found);
    int last = wanted.stream().mapToInt(Integer::intValue).max().orElse(0);
    try {
      sheet
          .sheet()
          .read(
              row -> {
                if (wanted.contains(row.number()) && !row.isBlank()) {
                  List<String> cells = new ArrayList<>();
                  boolean misaligned = mayHideAnywhere(sheet, row);
                  for (int i = 0; i < Math.min(WIDEST, row.size()); i++) {
                    boolean hidden = misaligned || isHidden(sheet, row, i);
                    cells.add(
                        !hidden ? row.cell(i).toString() : row.cell(i).isBlank() ? "" : "•••");
                  }
                  found.put(row.number(), cells);
                }
                return row.number() < last;
              });
    } catch (UnreadableSheetException e) {
      // The check says where; the rows up to there are shown.
      return;
    }
  }

  /** Whether a cell may hold a password. */
  static boolean isHidden(SheetReading sheet, SheetRow row, int column) {
    return sheet.isSecret(column) && row.number() > sheet.headerRow();
  }

  /** Whether a password may stand in any cell of a row, because the row is misaligned. */
  static boolean mayHideAnywhere(SheetReading sheet, SheetRow row) {
    return sheet.hasSecrets() && row.number() > sheet.headerRow() && sheet.isUneven(row);
  }

  /** How a sheet is understood, if it is. */
  Optional<SheetReading> sheet(SheetName name) {
    return Optional.ofNullable(readings.get(name));
  }

  /** The cells of a row as they stand; nothing where it is blank or the sheet has no such row. */
  Optional<List<String>> row(SheetName sheet, int number) {
    return Optional.ofNullable(rows.getOrDefault(sheet, Map.of()).get(number));
  }
}
