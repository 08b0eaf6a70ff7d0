package neatroster.core.check.rules.sheets;

import neatroster.core.check.ColumnRule;
import neatroster.core.check.Finding;
import neatroster.core.check.Findings;
import neatroster.core.check.RuleText;
import neatroster.core.check.SheetView;
import neatroster.core.grid.FileFacts;
import neatroster.core.model.Severity;
import neatroster.core.text.Quoted;

/** A text file whose letters can be read in two ways. */
public final class UncertainLetters implements ColumnRule {
  static final RuleText TEXT = new RuleText("uncertain-letters", Severity.WARNING);

  @Override
  public RuleText text() {
    return TEXT;
  }

  /** Only when all of a text was read is its encoding known. */
  @Override
  public void check(SheetView sheet, Findings findings) {
    FileFacts facts = sheet.reading().sheet().facts();
    if (sheet.rows() > 0 && facts.doubt() != null) {
      findings.add(
          Finding.about(
              sheet.reading(),
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
  }
}
