package neatroster.core.check.rules.sheets;

import neatroster.core.check.Finding;
import neatroster.core.check.Findings;
import neatroster.core.check.RuleText;
import neatroster.core.check.SheetRule;
import neatroster.core.intake.SheetReading;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;

/** A sheet of which it is a guess what it lists. */
public final class UncertainTable implements SheetRule {
  static final RuleText TEXT = new RuleText("uncertain-table", Severity.WARNING);

  @Override
  public RuleText text() {
    return TEXT;
  }

  @Override
  public void check(SheetReading sheet, Findings findings) {
    if (sheet.otherTable().isPresent()) {
      Table other = sheet.otherTable().get();
      findings.add(
          Finding.about(
              sheet,
              this,
              "It is a guess that this sheet lists people: most names in it begin as people’s do. If"
                  + " it lists "
                  + other.word()
                  + ", say "
                  + other.word()
                  + "=FILE, or table: "
                  + other.word()
                  + " under sheets: in roster.yaml."));
    }
  }
}
