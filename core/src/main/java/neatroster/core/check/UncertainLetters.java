package neatroster.core.check;

import neatroster.core.intake.FileFacts;
import neatroster.core.intake.SheetReading;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.text.Quoted;

/** A text file whose letters can be read in two ways. */
final class UncertainLetters extends TableRule {
  static final RuleText TEXT =
      new RuleText(
          "uncertain-letters",
          Severity.WARNING,
          "A text file does not say in which encoding its letters are, and two of them make likely names of it.",
          "In the wrong one people find a name that is not theirs, and usernames are made of it.",
          "Look at the two readings. To take the other one: encoding: under sheets: in roster.yaml. Better still, save the file as “CSV UTF-8”.",
          """
          (in windows-1250)     ← the file itself does not say so
          given name,family name
          Győző,Kovács
          Erzsébet,Szűcs
          """);

  private SheetReading seen;

  UncertainLetters() {
    super(TEXT, Table.USERS, Table.COURSES, Table.GROUPS, Table.ENROLLMENTS);
  }

  @Override
  public void check(CheckedRow row, Findings findings) {
    seen = row.row.reading();
  }

  /** Only when all of a text was read is its encoding known. */
  @Override
  public void endSheet(SheetReading sheet, Findings findings) {
    FileFacts facts = sheet.sheet().facts();
    if (sheet.equals(seen) && facts.doubt() != null) {
      findings.add(
          Finding.about(
              sheet,
              this,
              "It was read as "
                  + facts.encoding()
                  + ", with "
                  + Quoted.value(facts.doubt().here())
                  + "; as "
                  + facts.doubt().encoding()
                  + " that would be "
                  + Quoted.value(facts.doubt().there())
                  + ". To read it so: encoding: "
                  + facts.doubt().encoding()
                  + " under sheets: in roster.yaml."));
    }
    seen = null;
  }
}
