package neatroster.core.check.rules.values;

import java.util.Set;
import java.util.function.IntPredicate;
import neatroster.core.check.ColumnRule;
import neatroster.core.check.Findings;
import neatroster.core.check.RuleText;
import neatroster.core.check.SheetView;
import neatroster.core.check.TextTests;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.text.Cell;

/** A row lacks what nearly every other row of its sheet has. */
public final class GapInColumn implements ColumnRule {
  static final RuleText TEXT = new RuleText("gap-in-column", Severity.WARNING);

  /** Of fewer rows nothing can be said. */
  private static final int FEWEST = 5;

  @Override
  public Set<String> explainedBy() {
    return Set.of("spreadsheet-error", "ambiguous-user", "missing-value");
  }

  @Override
  public RuleText text() {
    return TEXT;
  }

  @Override
  public void check(SheetView sheet, Findings findings) {
    if (sheet.rows() < FEWEST) {
      return;
    }
    if (sheet.table() == Table.USERS) {
      part(sheet, Field.FAMILY_NAME, Field.GIVEN_NAME, findings);
      part(sheet, Field.GIVEN_NAME, Field.FAMILY_NAME, findings);
      wholeName(sheet, findings);
      each(
          sheet,
          Field.ID,
          at -> isBlank(sheet, at, Field.ID),
          at -> isBlank(sheet, at, Field.USERNAME) && isBlank(sheet, at, Field.EMAIL),
          "nothing tells this person from another of the name. Fill in the id, or an email address.",
          findings);
    } else if (sheet.table() == Table.GROUPS) {
      each(
          sheet,
          Field.COURSE,
          at -> isBlank(sheet, at, Field.COURSE),
          at -> !isBlank(sheet, at, Field.NAME),
          "this group would be one across all courses. Fill in the course.",
          findings);
    }
  }

  private void part(SheetView sheet, Field part, Field other, Findings findings) {
    each(
        sheet,
        part,
        at -> isBlank(sheet, at, part),
        at -> !isBlank(sheet, at, other) && isBlank(sheet, at, Field.FULL_NAME),
        "this name is half. Fill in the " + part.label() + ".",
        findings);
  }

  private void wholeName(SheetView sheet, Findings findings) {
    if (sheet.has(Field.FULL_NAME) && !sheet.has(Field.FAMILY_NAME)) {
      TextTests oneWord = sheet.tests(Field.FULL_NAME, GapInColumn::isOneWord);
      each(
          sheet,
          Field.FULL_NAME,
          at -> oneWord.passes(sheet.text(at, Field.FULL_NAME)),
          at -> true,
          "this is one word. Write the given name and the family name.",
          findings);
    }
  }

  private static boolean isBlank(SheetView sheet, int position, Field field) {
    return sheet.text(position, field) == 0;
  }

  /** Whether a name is one word of letters; in some scripts whole names are. */
  private static boolean isOneWord(Cell name) {
    String text = name.cleaned();
    return !text.isEmpty() && text.codePoints().allMatch(GapInColumn::isOfAWord);
  }

  private static boolean isOfAWord(int letter) {
    return letter != ' ' && letter != ',' && !isOfWholeNames(letter);
  }

  private static boolean isOfWholeNames(int letter) {
    return switch (Character.UnicodeScript.of(letter)) {
      case HAN, HANGUL, HIRAGANA, KATAKANA, THAI, LAO, KHMER, MYANMAR -> true;
      default -> false;
    };
  }

  private void each(
      SheetView sheet,
      Field field,
      IntPredicate isGap,
      IntPredicate matters,
      String why,
      Findings findings) {
    if (!sheet.has(field)) {
      return;
    }
    int gaps = 0;
    int misaligned = 0;
    for (int position = 0; position < sheet.rows(); position++) {
      misaligned += sheet.isMisaligned(position) ? 1 : 0;
      gaps += !sheet.isMisaligned(position) && isGap.test(position) ? 1 : 0;
    }
    if (gaps == 0 || (gaps > 1 && gaps * 10 > sheet.rows() - misaligned)) {
      return;
    }
    for (int position = 0; position < sheet.rows(); position++) {
      if (!sheet.isMisaligned(position) && isGap.test(position) && matters.test(position)) {
        findings.add(
            sheet.finding(position, field, this, "Nearly every other row has more here; " + why));
      }
    }
  }
}
