package neatroster.core.check;

import java.util.HashSet;
import java.util.Set;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.roster.Known;
import neatroster.core.text.Nearest;
import neatroster.core.text.Quoted;

/** A category that the platform does not have. */
final class UnknownCategory implements ColumnRule {
  static final RuleText TEXT =
      new RuleText(
          "unknown-category",
          Severity.WARNING,
          "A category is none of those that the platform has, as far as the exports in known/ show.",
          "The platform makes a new category, or refuses the row.",
          "Correct it, or leave it if a new category is meant.",
          """
          (known)
          code  | title | category
          NAV-1 | Coast | Deck/Year 1
          NAV-2 | Night | Deck/Year 2

          code  | title | category
          NAV-3 | Dusk  | Deck/Yaer 2     ← Deck/Year 2?
          """);

  private final Known known;
  private final Set<String> told = new HashSet<>();

  /** What the platform has, and what that is in. */
  private final Set<String> there = new HashSet<>();

  UnknownCategory(Known known) {
    this.known = known;
  }

  @Override
  public RuleText text() {
    return TEXT;
  }

  @Override
  public void check(SheetView sheet, Findings findings) {
    if (known.categories().isEmpty() || !sheet.has(Field.CATEGORY)) {
      return;
    }
    TextTests strange =
        sheet.tests(
            Field.CATEGORY,
            cell ->
                !cell.isBlank() && !isKnown(sheet.reading().judged(Field.CATEGORY, cell).text()));
    for (int position = 0; position < sheet.rows(); position++) {
      if (strange.passes(sheet.text(position, Field.CATEGORY)) && !sheet.isTorn(position)) {
        String value = sheet.row(position).text(Field.CATEGORY);
        // Each is told once: a new place has many people.
        if (told.add(value)) {
          Finding.Builder finding =
              sheet.finding(
                  position,
                  Field.CATEGORY,
                  this,
                  "The platform has no category "
                      + Quoted.value(value)
                      + "; it would be a new one.");
          Nearest.word(value, known.categories()).ifPresent(finding::suggesting);
          findings.add(finding);
        }
      }
    }
  }

  /** Whether the platform has a place, or one within it. */
  private boolean isKnown(String value) {
    if (there.isEmpty()) {
      for (String path : known.categories()) {
        for (int end = path.length(); end > 0; end = path.lastIndexOf('/', end - 1)) {
          there.add(path.substring(0, end));
        }
      }
    }
    return there.contains(value);
  }
}
