package neatroster.core.check.rules.people;

import neatroster.core.check.CheckedRow;
import neatroster.core.check.Finding;
import neatroster.core.check.Findings;
import neatroster.core.check.RosterRule;
import neatroster.core.check.RosterView;
import neatroster.core.check.RuleText;
import neatroster.core.model.Field;
import neatroster.core.model.Table;
import neatroster.core.settings.Settings;
import neatroster.core.text.Quoted;
import neatroster.core.wanted.Guardians;

/** A guardian's address that somebody of another name has. */
public final class AnotherGuardian implements RosterRule {
  private final Settings settings;

  public AnotherGuardian(Settings settings) {
    this.settings = settings;
  }

  @Override
  public RuleText text() {
    return AnotherPerson.TEXT;
  }

  @Override
  public void check(RosterView view, Findings findings) {
    boolean isNamed =
        view.resolved().rows().sheets().stream()
            .anyMatch(sheet -> sheet.table() == Table.USERS && sheet.has(Field.GUARDIAN_EMAIL));
    if (!isNamed || !settings.guardians().accounts()) {
      // Nobody gets an account by it.
      return;
    }
    for (Guardians.Contradiction one : view.wanted().guardians().contradictions()) {
      int line = view.resolved().rows().line(one.place());
      Finding.Builder finding =
          view.about(
              line,
              Field.GUARDIAN_EMAIL,
              one.email(),
              this,
              Quoted.value(one.email())
                  + " is the address of "
                  + one.other()
                  + (one.otherPlace() == null
                      ? ", who has an account"
                      : " in "
                          + CheckedRow.named(one.otherPlace(), view.resolved().rows().sheet(line)))
                  + ", and this row gives it to "
                  + one.name()
                  + ", whose login would look after the other’s child. Correct the address; if it is"
                  + " one person, write the name alike.");
      findings.add(one.otherPlace() == null ? finding : finding.against(one.otherPlace()));
    }
  }
}
