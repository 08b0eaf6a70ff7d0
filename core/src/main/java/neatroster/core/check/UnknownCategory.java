package neatroster.core.check;

import java.util.HashSet;
import java.util.Set;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.roster.Known;
import neatroster.core.text.Cell;
import neatroster.core.text.Nearest;
import neatroster.core.text.Quoted;

/** A category that the platform does not have. */
final class UnknownCategory extends TableRule {
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
    super(TEXT, Table.COURSES);
    this.known = known;
  }

  @Override
  public void check(CheckedRow row, Findings findings) {
    Cell cell = row.cell(Field.CATEGORY);
    if (cell.isEmpty() || known.categories().isEmpty()) {
      return;
    }
    String value = row.text(Field.CATEGORY);
    // Each is told once: a new place has many people.
    if (!value.isEmpty() && !isKnown(value) && told.add(value)) {
      Finding.Builder finding =
          row.finding(
              this,
              Field.CATEGORY,
              "The platform has no category " + Quoted.value(value) + "; it would be a new one.");
      Nearest.word(value, known.categories()).ifPresent(finding::suggesting);
      findings.add(finding);
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
