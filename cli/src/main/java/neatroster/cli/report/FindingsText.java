package neatroster.cli.report;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import neatroster.cli.terminal.Screen;
import neatroster.cli.terminal.TextWrap;
import neatroster.core.check.CheckResult;
import neatroster.core.check.Finding;
import neatroster.core.check.Proposals;
import neatroster.core.grid.SheetName;
import neatroster.core.intake.Column;
import neatroster.core.intake.SheetReading;
import neatroster.core.model.Counted;
import neatroster.core.model.Severity;
import neatroster.core.settings.AcceptedFinding;

/** Findings as people read them: sheet by sheet, a slip that repeats told once with its rows. */
public final class FindingsText {
  /** From this many on, findings of one rule in one column are told together. */
  private static final int TOGETHER = 4;

  private static final int ROWS_NAMED = 8;

  private static final String INDENT = " ".repeat(11);

  private final Screen screen;
  private final boolean allNotes;

  /** Findings with their notes, each. */
  public FindingsText(Screen screen) {
    this(screen, true);
  }

  /**
   * Findings as text.
   *
   * @param allNotes whether notes are told each, or folded to a line a rule
   */
  public FindingsText(Screen screen, boolean allNotes) {
    this.screen = screen;
    this.allNotes = allNotes;
  }

  /** Writes what a check found. */
  public void write(CheckResult result) {
    proposals(Proposals.of(result));
    Map<String, Alike> alike = new HashMap<>();
    // The findings of a sheet follow each other.
    Map<SheetName, int[]> bySheet = new LinkedHashMap<>();
    result.roster().sheets().forEach(sheet -> bySheet.put(sheet.name(), new int[2]));
    int position = 0;
    Map<String, Folded> notes = new LinkedHashMap<>();
    for (Finding finding : result.findings()) {
      if (isFolded(finding)) {
        notes.computeIfAbsent(finding.rule().text().name(), r -> new Folded(finding)).count++;
        position++;
        continue;
      }
      alike.computeIfAbsent(key(finding), k -> new Alike()).add(finding);
      int[] range = bySheet.computeIfAbsent(finding.place().sheet(), s -> new int[2]);
      range[0] = range[1] == 0 ? position : range[0];
      range[1] = ++position;
    }
    bySheet.forEach(
        (sheet, range) -> {
          heading(result, sheet);
          if (range[1] > range[0]) {
            sheet(result.findings().subList(range[0], range[1]), alike);
            screen.line("");
          }
        });
    if (alike.isEmpty()) {
      screen.line("");
    }
    folded(notes);
    result
        .accepted()
        .entrySet()
        .forEach(
            accepted ->
                screen.line(
                    accepted.getValue() == 0
                        ? screen.yellow(accepted(accepted))
                        : screen.dim(accepted(accepted))));
    screen.line(summary(result));
  }

  /** Writes findings one by one, whatever sheet they are in. */
  public void list(List<Finding> findings) {
    findings.forEach(finding -> one(finding, where(finding), finding.message()));
  }

  /** What became of one of the settings' exceptions. */
  static String accepted(Map.Entry<AcceptedFinding, Integer> accepted) {
    AcceptedFinding exception = accepted.getKey();
    String what = exception.rule() + exception.value().map(value -> " “" + value + "”").orElse("");
    return accepted.getValue() == 0
        ? exception.place()
            + ": the exception for "
            + what
            + " fits nothing any more; take it out, or correct it."
        : "Accepted by "
            + exception.place()
            + ": "
            + Counted.of(accepted.getValue(), "finding")
            + " of "
            + what
            + " ("
            + exception.why()
            + ")";
  }

  private void heading(CheckResult result, SheetName name) {
    String became = "";
    for (SheetReading sheet : result.roster().sheets()) {
      if (sheet.name().equals(name)) {
        became = ": " + LedgerText.line(sheet, result.ledger().of(sheet));
      }
    }
    List<String> lines = TextWrap.lines(name + became, screen.width());
    String first = lines.get(0);
    int end = Math.min(first.length(), name.toString().length());
    screen.line(screen.bold(first.substring(0, end)) + screen.dim(first.substring(end)));
    lines.stream().skip(1).forEach(line -> screen.line("  " + screen.dim(line)));
  }

  private static String key(Finding finding) {
    return finding.rule().text().name() + "\n" + finding.place().sheet() + "\n" + finding.column();
  }

  /** Findings of one rule in one column of a sheet. */
  private static final class Alike {
    private final List<Integer> firstRows = new ArrayList<>();
    private int count;

    void add(Finding finding) {
      count++;
      if (firstRows.size() < ROWS_NAMED) {
        firstRows.add(finding.place().row());
      }
    }

    String rows() {
      int more = count - firstRows.size();
      return Counted.of(count, "row")
          + ": "
          + firstRows.stream().map(String::valueOf).collect(Collectors.joining(", "))
          + (more > 0 ? " and " + more + " more" : "");
    }
  }

  /** The settings that mend many findings at once, ready to paste. */
  private void proposals(List<Proposals.Proposal> proposals) {
    for (Proposals.Proposal proposal : proposals) {
      screen.line(
          "If it is so, one line in roster.yaml settles "
              + Counted.of(proposal.findings(), "finding")
              + " of "
              + proposal.rule()
              + ":");
      screen.line("    " + screen.green(proposal.setting()));
    }
    if (!proposals.isEmpty()) {
      screen.line("");
    }
  }

  /** The notes of one rule. */
  private static final class Folded {
    private final Finding first;
    private int count;

    Folded(Finding first) {
      this.first = first;
    }
  }

  private boolean isFolded(Finding finding) {
    return !allNotes && finding.severity() == Severity.NOTE;
  }

  /** Notes in a line a rule, as far as the screen is wide. */
  private void folded(Map<String, Folded> notes) {
    if (notes.isEmpty()) {
      return;
    }
    screen.line(
        screen.blue("Notes") + screen.dim(", of each kind the first; --all shows them all:"));
    notes.forEach(
        (rule, note) -> {
          String count = note.count == 1 ? "" : note.count + " × ";
          String where = note.first.place().sheet() + ", " + where(note.first) + ": ";
          String line = "  " + count + rule + "  " + where + note.first.message();
          screen.line(
              line.length() <= screen.width()
                  ? line
                  : line.substring(0, Math.max(1, screen.width() - 1)).stripTrailing() + "…");
        });
    screen.line("");
  }

  private void sheet(List<Finding> findings, Map<String, Alike> alike) {
    Set<String> told = new HashSet<>();
    for (Finding finding : findings) {
      if (isFolded(finding)) {
        continue;
      }
      String key = key(finding);
      Alike same = alike.get(key);
      if (same.count < TOGETHER) {
        one(finding, where(finding), finding.message());
      } else if (told.add(key)) {
        one(finding, same.rows() + inColumn(finding), together(finding));
      }
    }
  }

  private static String together(Finding first) {
    return first.rule().text().finds()
        + " The first, in row "
        + first.place().row()
        + ": "
        + first.message();
  }

  private void one(Finding finding, String where, String message) {
    String mark =
        switch (finding.severity()) {
          case ERROR -> screen.red("  error    ");
          case WARNING -> screen.yellow("  warning  ");
          case NOTE -> screen.blue("  note     ");
        };
    screen.line(mark + screen.bold(where) + "  " + screen.dim(finding.rule().text().name()));
    for (String line : TextWrap.lines(message, screen.width() - INDENT.length())) {
      screen.line(INDENT + line);
    }
    if (finding.suggestion() != null && !message.contains("The first, in row")) {
      screen.line(INDENT + screen.green("→ type " + finding.suggestion()));
    }
  }

  private static String where(Finding finding) {
    if (finding.place().row() == 0) {
      return finding.column() == null
          ? "the whole sheet"
          : finding.column().isEmpty()
              ? "column " + Column.letters(finding.columnIndex())
              : "the column “" + finding.column() + "”";
    }
    return "row " + finding.place().row() + inColumn(finding);
  }

  private static String inColumn(Finding finding) {
    if (finding.column() == null) {
      return "";
    }
    // Where a sheet has no headers a column goes by its letters.
    return ", column "
        + (finding.column().isEmpty() ? Column.letters(finding.columnIndex()) : finding.column());
  }

  private String summary(CheckResult result) {
    int errors = result.count(Severity.ERROR);
    int warnings = result.count(Severity.WARNING);
    int notes = result.count(Severity.NOTE);
    boolean anything = result.counts().values().stream().anyMatch(count -> count > 0);
    String checked =
        anything
            ? "Checked " + Counted.tables(result.counts()) + ": "
            : "Nothing could be checked: ";
    if (errors + warnings == 0 && !anything) {
      return "There are no rows yet; nothing was checked.";
    }
    if (errors + warnings + notes == 0) {
      return checked + screen.green("nothing is wrong.");
    }
    List<String> found = new ArrayList<>();
    if (errors > 0) {
      found.add(screen.red(Counted.of(errors, "error")));
    }
    if (warnings > 0) {
      found.add(screen.yellow(Counted.of(warnings, "warning")));
    }
    if (notes > 0) {
      found.add(screen.blue(Counted.of(notes, "note")));
    }
    String then =
        !anything
            ? ""
            : errors > 0
                ? " Rows with errors cannot be delivered."
                : " Nothing keeps it from being delivered.";
    return checked + String.join(", ", found) + "." + then;
  }
}
