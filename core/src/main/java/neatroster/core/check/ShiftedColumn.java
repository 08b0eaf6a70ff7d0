package neatroster.core.check;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import neatroster.core.intake.Column;
import neatroster.core.intake.Names;
import neatroster.core.intake.RosterRow;
import neatroster.core.intake.SheetReading;
import neatroster.core.model.Field;
import neatroster.core.model.Place;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.pattern.AsciiText;

/** Values that belong to the row above or below. */
final class ShiftedColumn extends TableRule {
  static final RuleText TEXT =
      new RuleText(
          "shifted-column",
          Severity.ERROR,
          "The email addresses (or usernames) of some rows fit the names of the rows above or below them: a cell was deleted or inserted in that column alone, or two were swapped.",
          "Each of these people would get the account and the mail of somebody else.",
          "Move the cells of the column back by one row where the message says so.",
          """
          given name | family name | email
          Ana        | Marlowe     | ana.marlowe@pier.example
          Bo         | Finch       | mei.lin@pier.example      ← one row too high from here on
          Mei        | Lin         | tom.reed@pier.example     ← Tom’s
          Tom        | Reed        | ida.holm@pier.example     ← Ida’s
          Ida        | Holm        |
          """);

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

  /** One column, gone down with a look at the rows above and below. */
  private final class Watch {
    private final Field field;
    private String value = "";
    private String name = "";
    private Place place;
    private Optional<Column> column = Optional.empty();
    private Fit fit = Fit.OWN;
    private Fit fitOfRun = Fit.OWN;
    private String first = "";
    private final List<Place> run = new ArrayList<>();

    Watch(Field field) {
      this.field = field;
    }

    void next(CheckedRow row, Findings findings) {
      String nextValue = local(row.text(field));
      String nextName = nameOf(row.row);
      settle(nextName, findings);
      boolean told = !nextValue.isEmpty() && nextName.length() > 1;
      if (!told || fits(nextValue, nextName)) {
        fit = Fit.OWN;
      } else {
        fit = name.length() > 1 && fits(nextValue, name) ? Fit.ABOVE : Fit.NOBODY;
      }
      value = nextValue;
      name = nextName;
      place = row.row.place();
      column = row.row.column(field);
    }

    /** Now that the row below the last one is seen, it is known whose value that had. */
    private void settle(String nameBelow, Findings findings) {
      if (place == null) {
        return;
      }
      if (fit == Fit.NOBODY && nameBelow.length() > 1 && fits(value, nameBelow)) {
        fit = Fit.BELOW;
      }
      if (fit == Fit.ABOVE && fitOfRun == Fit.BELOW && run.size() == 1) {
        swapped(findings);
        run.clear();
        fit = Fit.OWN;
      }
      if (fit != fitOfRun) {
        close(findings);
        fitOfRun = fit;
      }
      if (fit == Fit.ABOVE || fit == Fit.BELOW) {
        if (run.isEmpty()) {
          first = value;
        }
        run.add(place);
      }
    }

    private void close(Findings findings) {
      if (run.size() >= FEWEST) {
        boolean above = fitOfRun == Fit.ABOVE;
        report(
            "From row "
                + run.get(0).row()
                + " to row "
                + run.get(run.size() - 1).row()
                + " the values fit the names one row "
                + (above ? "above" : "below")
                + ", not their own. Move them "
                + (above ? "up" : "down")
                + " by one row.",
            run,
            findings);
      }
      run.clear();
    }

    private void swapped(Findings findings) {
      report(
          "The values of rows "
              + run.get(0).row()
              + " and "
              + place.row()
              + " fit each other’s names. Were they swapped?",
          List.of(run.get(0), place),
          findings);
    }

    private void report(String message, List<Place> places, Findings findings) {
      Finding.Builder finding = new Finding.Builder(ShiftedColumn.this, places.get(0), message);
      column.ifPresent(finding::in);
      finding.showing(first);
      places.subList(1, places.size()).forEach(finding::against);
      findings.add(finding);
    }

    void end(Findings findings) {
      settle(" ", findings);
      close(findings);
      place = null;
      name = "";
      fitOfRun = Fit.OWN;
    }
  }

  private final List<Watch> watches = new ArrayList<>();

  ShiftedColumn() {
    super(TEXT, Table.USERS);
    FIELDS.forEach(field -> watches.add(new Watch(field)));
  }

  @Override
  public void check(CheckedRow row, Findings findings) {
    for (Watch watch : watches) {
      if (row.row.column(watch.field).isPresent()) {
        watch.next(row, findings);
      }
    }
  }

  @Override
  public void endSheet(SheetReading sheet, Findings findings) {
    watches.forEach(watch -> watch.end(findings));
  }

  private static String local(String value) {
    int at = value.indexOf('@');
    return letters(at < 0 ? value : value.substring(0, at));
  }

  /** The given and the family name in ASCII letters, with a space between them. */
  private static String nameOf(RosterRow row) {
    Names.Parts name = Names.parts(row);
    return letters(name.given()) + " " + letters(name.family());
  }

  private static String letters(String text) {
    if (!AsciiText.isEuropean(text)) {
      // Who is called so in another script has many addresses that fit: nothing can be told.
      return "";
    }
    String ascii = AsciiText.of(text).toLowerCase(Locale.ROOT);
    StringBuilder letters = new StringBuilder(ascii.length());
    for (int i = 0; i < ascii.length(); i++) {
      char c = ascii.charAt(i);
      if (c >= 'a' && c <= 'z') {
        letters.append(c);
      }
    }
    return letters.toString();
  }

  /** Whether a value holds the family name, or as much of the name as usernames are made of. */
  private static boolean fits(String value, String name) {
    int space = name.indexOf(' ');
    String given = name.substring(0, space);
    String family = name.substring(space + 1);
    String start = family.substring(0, Math.min(4, family.length()));
    return (family.length() >= 3 && value.contains(start))
        || (given.length() >= 3 && value.contains(given))
        || (family.length() < 3 && given.length() < 3 && value.contains(given + family));
  }
}
