package neatroster.cli.report;

import java.io.IOException;
import java.io.OutputStream;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import neatroster.core.check.CheckResult;
import neatroster.core.check.Finding;
import neatroster.core.grid.SheetName;
import neatroster.core.grid.SheetRow;
import neatroster.core.grid.UnreadableSheetException;
import neatroster.core.intake.Column;
import neatroster.core.intake.SheetReading;
import neatroster.core.intake.SourceNoteText;
import neatroster.core.model.Severity;
import neatroster.sheets.AnnotatedWorkbook;

/**
 * A coloured copy of the sheets with what was found at each cell, behind a sheet that lists it all.
 * It can be mended and checked again.
 */
final class FindingsXlsx {
  /** More comments than these make a workbook that no program opens quickly. */
  private static final int MOST_MARKED = 20_000;

  /** So many are listed: a spreadsheet program takes no more than 1,048,576 rows. */
  private static final int MOST_LISTED = 200_000;

  /** The last row of a worksheet (ECMA-376, part 1, 18.3.1.73). */
  private static final int LAST_ROW = 1_048_576;

  private static final int WIDEST = 500;

  private final CheckResult result;
  private final Map<SheetName, String> tabs = new LinkedHashMap<>();
  private final Map<SheetName, Map<Integer, Map<Integer, Finding>>> marks = new HashMap<>();

  private FindingsXlsx(CheckResult result) {
    this.result = result;
    Set<String> taken = new HashSet<>(Set.of("findings"));
    for (SheetReading sheet : result.roster().sheets()) {
      tabs.put(sheet.name(), tab(sheet.name(), taken));
    }
  }

  static void write(CheckResult result, OutputStream out) throws IOException {
    new FindingsXlsx(result).write(out);
  }

  private static String tab(SheetName name, Set<String> taken) {
    String file = name.file().replaceAll(".*[/\\\\]", "").replaceAll("\\.[^.]*$", "");
    String wanted = AnnotatedWorkbook.safeName(name.sheet() == null ? file : name.sheet());
    String free = wanted;
    for (int n = 2; !taken.add(free.toLowerCase(java.util.Locale.ROOT)); n++) {
      String number = " " + n;
      free = wanted.substring(0, Math.min(wanted.length(), 31 - number.length())) + number;
    }
    return free;
  }

  private void write(OutputStream out) throws IOException {
    AnnotatedWorkbook book = new AnnotatedWorkbook(out);
    list(book);
    for (SheetReading sheet : result.roster().sheets()) {
      copy(sheet, book);
    }
    book.close();
  }

  private void list(AnnotatedWorkbook book) throws IOException {
    boolean passwords = result.roster().sheets().stream().anyMatch(s -> s.hasSecrets());
    book.beginList(
        "Mend the cells in the other tabs and check this workbook again; this tab is left out then."
            + (passwords ? " Passwords are left out of this copy." : ""));
    int marked = 0;
    int listed = Math.min(MOST_LISTED, result.findings().size());
    for (Finding finding : result.findings().subList(0, listed)) {
      String tab = tabs.get(finding.place().sheet());
      int row = Math.max(1, finding.place().row());
      int column = Math.max(0, finding.columnIndex());
      if (tab != null && marked < MOST_MARKED) {
        marks
            .computeIfAbsent(finding.place().sheet(), s -> new HashMap<>())
            .computeIfAbsent(row, r -> new HashMap<>())
            .merge(column, finding, FindingsXlsx::graver);
        marked++;
      }
      book.finding(
          finding.severity().word(),
          List.of(
              finding.rule().text().name(),
              tab == null ? finding.place().sheet().toString() : tab,
              finding.place().row() == 0 ? "" : Column.letters(column) + row,
              finding.column() == null ? "" : finding.column(),
              finding.message(),
              finding.suggestion() == null ? "" : finding.suggestion()),
          tab,
          Column.letters(column) + row);
    }
    if (listed < result.findings().size()) {
      book.remark(
          "Only the first "
              + listed
              + " of "
              + result.findings().size()
              + " are listed; a report that ends in .csv has them all.");
    }
    for (SheetReading sheet : result.roster().sheets()) {
      if (result.rows().getOrDefault(sheet, 0) >= LAST_ROW - sheet.headerRow()) {
        book.remark(
            sheet.name()
                + " has more rows than a workbook takes: its copy ends with row "
                + LAST_ROW
                + ".");
      }
    }
    if (result.findings().size() > MOST_MARKED) {
      book.remark("Only the first " + MOST_MARKED + " of them are marked in the other tabs.");
    }
    for (SheetReading sheet : result.roster().sheets()) {
      book.remark(SourceNoteText.remark(tabs.get(sheet.name()), sheet));
    }
    book.endList();
  }

  private static Finding graver(Finding one, Finding other) {
    return other.severity().compareTo(one.severity()) < 0 ? other : one;
  }

  private void copy(SheetReading sheet, AnnotatedWorkbook book) throws IOException {
    Map<Integer, Map<Integer, Finding>> ofSheet = marks.getOrDefault(sheet.name(), Map.of());
    book.beginCopy(tabs.get(sheet.name()), sheet.headerRow());
    IOException[] trouble = {null};
    try {
      sheet
          .sheet()
          .read(
              row -> {
                if (row.number() > LAST_ROW) {
                  return false;
                }
                try {
                  row(sheet, row, ofSheet.getOrDefault(row.number(), Map.of()), book);
                  return true;
                } catch (IOException e) {
                  trouble[0] = e;
                  return false;
                }
              });
    } catch (UnreadableSheetException e) {
      // What could be read is in the copy; the list says where it ended.
      book.cell(0, "", null, null);
    }
    if (trouble[0] != null) {
      throw trouble[0];
    }
    book.endCopy();
  }

  private static void row(
      SheetReading sheet, SheetRow row, Map<Integer, Finding> found, AnnotatedWorkbook book)
      throws IOException {
    book.beginRow(row.number());
    int width = Math.min(WIDEST, Math.max(row.size(), widest(found)));
    boolean misaligned = SheetPieces.mayHideAnywhere(sheet, row);
    for (int i = 0; i < width; i++) {
      // A title among typed lines would be somebody in the copy, which has cells.
      boolean hidden = misaligned || row.isSetAside() || SheetPieces.isHidden(sheet, row, i);
      Finding finding = found.get(i);
      book.cell(
          i,
          hidden ? "" : row.cell(i).toString(),
          finding == null ? null : finding.severity().word(),
          finding == null ? null : comment(finding));
    }
  }

  private static int widest(Map<Integer, Finding> found) {
    return found.keySet().stream().mapToInt(column -> column + 1).max().orElse(0);
  }

  private static String comment(Finding finding) {
    String severity = finding.severity() == Severity.ERROR ? "" : finding.severity().word() + ": ";
    String suggestion = finding.suggestion() == null ? "" : "\nType " + finding.suggestion();
    return severity + finding.message() + suggestion;
  }
}
