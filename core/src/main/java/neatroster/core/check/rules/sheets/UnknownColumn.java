package neatroster.core.check.rules.sheets;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import neatroster.core.check.Finding;
import neatroster.core.check.Findings;
import neatroster.core.check.RuleText;
import neatroster.core.check.SheetRule;
import neatroster.core.intake.Column;
import neatroster.core.intake.SheetReading;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.text.Nearest;
import neatroster.core.text.Quoted;

/** A header that is probably a misspelt one of ours, or stands twice. */
public final class UnknownColumn implements SheetRule {
  static final RuleText TEXT = new RuleText("unknown-column", Severity.WARNING);

  @Override
  public RuleText text() {
    return TEXT;
  }

  /** What is not what its header says is left alone, and that is said. */
  private Finding.Builder left(SheetReading sheet, Column column) {
    boolean counts = column.looks() == Column.Looks.COUNTING;
    return Finding.about(
            sheet,
            this,
            "The column "
                + Quoted.value(column.header())
                + (counts
                    ? " counts the rows; as ids these numbers would be other people’s in the next"
                        + " list. It was left alone."
                    : " holds marks or points, not a school grade. It was left alone.")
                + " If it is meant: columns: {"
                + (counts ? "id" : "grade")
                + ": "
                + column.letters()
                + "} under sheets: in roster.yaml.")
        .in(column)
        .asNote();
  }

  @Override
  public void check(SheetReading sheet, Findings findings) {
    List<String> missing = new ArrayList<>();
    for (Field field : sheet.table().fields()) {
      if (!sheet.has(field)) {
        missing.add(field.label());
      }
    }
    for (Column column : sheet.columns()) {
      if (column.looks() == Column.Looks.COUNTING || column.looks() == Column.Looks.SCORES) {
        findings.add(left(sheet, column));
        continue;
      }
      if (column.field().isPresent()
          || sheet.saysCourse(column)
          || column.header().length() < 3
          || sheet.isPart(column)
          || sheet.isSettled(column)) {
        continue;
      }
      String header = column.header();
      Optional<Field> again = sheet.fieldNamed(header);
      if (again.isPresent()) {
        findings.add(
            Finding.about(
                    sheet,
                    this,
                    "There is a second column "
                        + Quoted.value(header)
                        + "; only the first one is read.")
                .in(column));
        continue;
      }
      Nearest.word(header.toLowerCase(Locale.ROOT), missing)
          .ifPresent(
              near ->
                  findings.add(
                      Finding.about(
                              sheet,
                              this,
                              "The column "
                                  + Quoted.value(header)
                                  + " is not used. Is "
                                  + Quoted.value(near)
                                  + " meant?")
                          .in(column)
                          .suggesting(near)));
    }
  }
}
