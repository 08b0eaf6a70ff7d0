package neatroster.core.check.rules.courses;

import java.util.HashSet;
import java.util.Set;
import neatroster.core.check.ColumnRule;
import neatroster.core.check.Finding;
import neatroster.core.check.Findings;
import neatroster.core.check.RuleText;
import neatroster.core.check.SheetView;
import neatroster.core.check.TextTests;
import neatroster.core.model.Field;
import neatroster.core.text.Nearest;
import neatroster.core.text.Quoted;

/** A path that leads to a place which the platform does not have. */
abstract class UnknownPlace implements ColumnRule {
  private final RuleText text;
  private final Field field;
  private final Set<String> known;
  private final Set<String> told = new HashSet<>();

  /** What the platform has, and what that is in. */
  private final Set<String> there = new HashSet<>();

  /**
   * A rule.
   *
   * @param known the paths that the platform has, as far as that is known
   */
  UnknownPlace(RuleText text, Field field, Set<String> known) {
    this.text = text;
    this.field = field;
    this.known = known;
    for (String path : known) {
      for (int end = path.length(); end > 0; end = path.lastIndexOf('/', end - 1)) {
        there.add(path.substring(0, end));
      }
    }
  }

  @Override
  public final RuleText text() {
    return text;
  }

  @Override
  public final void check(SheetView sheet, Findings findings) {
    if (known.isEmpty() || !sheet.has(field)) {
      return;
    }
    TextTests strange =
        sheet.tests(
            field,
            cell -> !cell.isBlank() && !there.contains(sheet.reading().judged(field, cell).text()));
    for (int position = 0; position < sheet.rows(); position++) {
      if (strange.passes(sheet.text(position, field)) && !sheet.isMisaligned(position)) {
        say(sheet, position, findings);
      }
    }
  }

  /** Says it of each place once: a new one has many people. */
  private void say(SheetView sheet, int position, Findings findings) {
    String value = sheet.row(position).text(field);
    if (told.add(value)) {
      Finding.Builder finding =
          sheet.finding(
              position,
              field,
              this,
              "The platform has no "
                  + field.label()
                  + " "
                  + Quoted.value(value)
                  + "; it would be a new one.");
      Nearest.word(value, known).ifPresent(finding::suggesting);
      findings.add(finding);
    }
  }
}
