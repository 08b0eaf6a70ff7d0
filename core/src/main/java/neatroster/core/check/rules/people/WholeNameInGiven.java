package neatroster.core.check.rules.people;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import neatroster.core.check.CheckedRow;
import neatroster.core.check.FieldRule;
import neatroster.core.check.Finding;
import neatroster.core.check.Findings;
import neatroster.core.check.RuleText;
import neatroster.core.intake.SheetReading;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.text.Cell;
import neatroster.core.text.Quoted;

/** A given name in which the family name stands as well. */
public final class WholeNameInGiven extends FieldRule {
  static final RuleText TEXT = new RuleText("whole-name-in-given", Severity.WARNING);

  public WholeNameInGiven() {
    super(TEXT, List.of(Field.GIVEN_NAME), Table.USERS);
  }

  @Override
  protected boolean matches(SheetReading sheet, Field field, Cell given) {
    return given.toString().indexOf(',') > 0 || given.cleaned().indexOf(' ') > 0;
  }

  @Override
  protected void check(CheckedRow row, Field field, Cell cell, Findings findings) {
    String given = row.text(Field.GIVEN_NAME);
    String family = row.text(Field.FAMILY_NAME);
    List<String> words = words(given);
    List<String> ofFamily = words(family);
    boolean holdsFamily =
        !ofFamily.isEmpty() && words.size() > ofFamily.size() && words.containsAll(ofFamily);
    if (holdsFamily || given.indexOf(',') > 0) {
      String rest =
          String.join(
              " ",
              Arrays.stream(given.replace(',', ' ').strip().split("\\s+", -1))
                  .filter(word -> !ofFamily.contains(word.toLowerCase(Locale.ROOT)))
                  .toList());
      Finding.Builder finding =
          row.finding(
              this,
              Field.GIVEN_NAME,
              Quoted.value(row.shown(Field.GIVEN_NAME)) + " is a whole name, not a given name.");
      findings.add(holdsFamily ? finding.suggesting(rest) : finding);
    }
  }

  private static List<String> words(String name) {
    return Arrays.stream(name.toLowerCase(Locale.ROOT).split("[,\\s]+", -1))
        .filter(word -> !word.isEmpty())
        .toList();
  }
}
