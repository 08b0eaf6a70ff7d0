package neatroster.core.check.rules.enrollments;

import java.util.ArrayList;
import java.util.List;
import neatroster.core.check.ColumnRule;
import neatroster.core.check.Finding;
import neatroster.core.check.Findings;
import neatroster.core.check.RuleText;
import neatroster.core.check.SheetView;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;

/** Values that belong to the row above or below. */
public final class ShiftedColumn implements ColumnRule {
  static final RuleText TEXT = new RuleText("shifted-column", Severity.ERROR);

  /** So many rows in a row are no chance. */
  private static final int FEWEST = 3;

  private static final List<Field> FIELDS = List.of(Field.EMAIL, Field.USERNAME);

  /** Whose name a value fits, where it does not fit its own row's. */
  private enum Fit {
    OWN,
    ABOVE,
    BELOW,
    NOBODY
  }

  @Override
  public RuleText text() {
    return TEXT;
  }

  @Override
  public void check(SheetView sheet, Findings findings) {
    for (Field field : FIELDS) {
      if (sheet.table() == Table.USERS && sheet.has(field)) {
        new Watch(sheet, field, findings).goDown();
      }
    }
  }

  /** One column, gone down with a look at the rows above and below. */
  private final class Watch {
    private final SheetView sheet;
    private final Field field;
    private final Findings findings;
    private final LettersOfNames names;
    private Fit fitOfRun = Fit.OWN;
    private final List<Integer> run = new ArrayList<>();

    Watch(SheetView sheet, Field field, Findings findings) {
      this.sheet = sheet;
      this.field = field;
      this.findings = findings;
      names = new LettersOfNames(sheet);
    }

    void goDown() {
      int above = -1;
      int here = below(-1);
      while (here >= 0) {
        int below = below(here);
        take(here, fit(above, here, below));
        above = here;
        here = below;
      }
      close();
    }

    /** The next row below that is not misaligned, or -1. */
    private int below(int position) {
      int below = position + 1;
      while (below < sheet.rows() && sheet.isMisaligned(below)) {
        below++;
      }
      return below < sheet.rows() ? below : -1;
    }

    private Fit fit(int above, int here, int below) {
      int text = sheet.text(here, field);
      if (text == 0) {
        return Fit.OWN;
      }
      LettersOfNames.Name own = names.at(here);
      if (own.isBlank() || own.isAtOnceIn(sheet.shown(field, text))) {
        return Fit.OWN;
      }
      String value = value(here);
      if (value.isEmpty() || own.isIn(value)) {
        return Fit.OWN;
      }
      if (above >= 0 && names.at(above).isIn(value)) {
        return Fit.ABOVE;
      }
      return below >= 0 && names.at(below).isIn(value) ? Fit.BELOW : Fit.NOBODY;
    }

    private String value(int position) {
      String value = sheet.row(position).text(field);
      int at = value.indexOf('@');
      return LettersOfNames.letters(at < 0 ? value : value.substring(0, at));
    }

    private void take(int position, Fit given) {
      Fit fit = given;
      if (fit == Fit.ABOVE && fitOfRun == Fit.BELOW && run.size() == 1) {
        swapped(position);
        run.clear();
        fit = Fit.OWN;
      }
      if (fit != fitOfRun) {
        close();
        fitOfRun = fit;
      }
      if (fit == Fit.ABOVE || fit == Fit.BELOW) {
        run.add(position);
      }
    }

    private void close() {
      if (run.size() >= FEWEST) {
        boolean above = fitOfRun == Fit.ABOVE;
        report(
            "From row "
                + sheet.place(run.get(0)).row()
                + " to row "
                + sheet.place(run.get(run.size() - 1)).row()
                + " the values fit the names one row "
                + (above ? "above" : "below")
                + ", not their own. Move them "
                + (above ? "up" : "down")
                + " by one row.",
            run);
      }
      run.clear();
    }

    private void swapped(int position) {
      report(
          "The values of rows "
              + sheet.place(run.get(0)).row()
              + " and "
              + sheet.place(position).row()
              + " fit each other’s names. Were they swapped?",
          List.of(run.get(0), position));
    }

    private void report(String message, List<Integer> positions) {
      Finding.Builder finding = sheet.finding(positions.get(0), field, ShiftedColumn.this, message);
      positions
          .subList(1, positions.size())
          .forEach(position -> finding.against(sheet.place(position)));
      findings.add(finding);
    }
  }
}
