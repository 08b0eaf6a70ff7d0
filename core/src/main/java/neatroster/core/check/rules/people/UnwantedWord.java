package neatroster.core.check.rules.people;

import java.util.List;
import java.util.Locale;
import neatroster.core.check.CheckedRow;
import neatroster.core.check.FieldRule;
import neatroster.core.check.Findings;
import neatroster.core.check.RuleText;
import neatroster.core.intake.NameParts;
import neatroster.core.intake.Names;
import neatroster.core.intake.SheetReading;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.settings.Settings;
import neatroster.core.text.AsciiText;
import neatroster.core.text.Cell;
import neatroster.core.text.Quoted;
import neatroster.core.text.UnwantedWords;

/** A username that has a bad word in it. */
public final class UnwantedWord extends FieldRule {
  static final RuleText TEXT = new RuleText("unwanted-word", Severity.WARNING);

  private final UnwantedWords words;

  public UnwantedWord(Settings settings) {
    super(TEXT, List.of(Field.USERNAME), Table.USERS);
    words = new UnwantedWords(settings.usernames().usual().unwanted());
  }

  @Override
  protected boolean matches(SheetReading sheet, Field field, Cell username) {
    return words.isIn(username);
  }

  @Override
  protected void check(CheckedRow row, Field field, Cell cell, Findings findings) {
    if (!isOfName(row)) {
      findings.add(
          row.finding(
              this,
              Field.USERNAME,
              Quoted.value(row.shown(Field.USERNAME))
                  + " contains a word that no username should."));
    }
  }

  /** Whether a name or a word of it is to blame: nobody is called otherwise for it. */
  private boolean isOfName(CheckedRow row) {
    NameParts name = Names.parts(row.row);
    String rest = row.text(Field.USERNAME).toLowerCase(Locale.ROOT);
    for (String part : new String[] {name.family(), name.given(), name.middle()}) {
      String letters = AsciiText.of(part).toLowerCase(Locale.ROOT).replaceAll("[^a-z]", "");
      if (letters.length() > 2 && words.isIn(letters)) {
        // What is left of the username without it has no such word.
        rest = rest.replaceAll("[^a-z@]", "").replace(letters, " ");
      }
    }
    for (String piece : rest.split(" ", -1)) {
      if (words.isIn(piece)) {
        return false;
      }
    }
    return true;
  }
}
