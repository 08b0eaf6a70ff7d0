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
import neatroster.core.state.Known;
import neatroster.core.text.Nearest;
import neatroster.core.text.Quoted;

/** A column is missing without which the rows say nothing. */
public final class MissingColumn implements SheetRule {
  static final RuleText TEXT = new RuleText("missing-column", Severity.ERROR);

  private final Known known;

  public MissingColumn(Known known) {
    this.known = known;
  }

  @Override
  public RuleText text() {
    return TEXT;
  }

  @Override
  public void check(SheetReading sheet, Findings findings) {
    switch (sheet.table()) {
      case USERS -> {
        // Whoever is known already needs no name here: the mark tells who it is.
        boolean marked = sheet.has(Field.EMAIL) || sheet.has(Field.USERNAME) || sheet.has(Field.ID);
        if (known.users().isEmpty() || !marked) {
          need(
              sheet,
              findings,
              Field.GIVEN_NAME,
              Field.FAMILY_NAME,
              Field.FULL_NAME,
              Field.PREFERRED_NAME);
        }
      }
      case COURSES -> need(sheet, findings, Field.CODE);
      case GROUPS -> need(sheet, findings, Field.NAME);
      case ENROLLMENTS -> {
        need(sheet, findings, Field.USER, Field.MEMBERS_OF);
        if (!sheet.enrolls()) {
          need(sheet, findings, Field.COURSE, Field.GROUP);
        }
      }
    }
  }

  private void need(SheetReading sheet, Findings findings, Field... oneOf) {
    List<String> labels = new ArrayList<>();
    for (Field field : oneOf) {
      if (sheet.has(field)) {
        return;
      }
      labels.add("“" + field.label() + "”");
    }
    String message =
        "The sheet was read as "
            + sheet.table().word()
            + " and has no column "
            + String.join(" or ", labels)
            + ".";
    Finding.Builder finding = null;
    for (Column column : sheet.columns()) {
      if (column.field().isEmpty() && !column.header().isEmpty()) {
        for (Field field : oneOf) {
          Optional<String> near =
              Nearest.word(column.header().toLowerCase(Locale.ROOT), List.of(field.label()));
          if (near.isPresent() && finding == null) {
            finding =
                Finding.about(
                        sheet,
                        this,
                        message + " Is it the one called " + Quoted.value(column.header()) + "?")
                    .suggesting(field.label());
          }
        }
      }
    }
    findings.add(finding == null ? Finding.about(sheet, this, message) : finding);
  }
}
