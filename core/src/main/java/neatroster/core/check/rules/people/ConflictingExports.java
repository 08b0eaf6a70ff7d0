package neatroster.core.check.rules.people;

import neatroster.core.check.Finding;
import neatroster.core.check.Findings;
import neatroster.core.check.RosterRule;
import neatroster.core.check.RosterView;
import neatroster.core.check.RuleText;
import neatroster.core.model.Severity;
import neatroster.core.state.Contradiction;
import neatroster.core.state.Known;
import neatroster.core.text.Quoted;

/** Exports of the platform that contradict each other. */
public final class ConflictingExports implements RosterRule {
  static final RuleText TEXT = new RuleText("conflicting-exports", Severity.WARNING);

  private final Known known;

  public ConflictingExports(Known known) {
    this.known = known;
  }

  @Override
  public RuleText text() {
    return TEXT;
  }

  @Override
  public void check(RosterView view, Findings findings) {
    for (Contradiction one : known.told().contradictions()) {
      String there = one.countsAt().sheet() + ", row " + one.countsAt().row();
      String message =
          switch (one.kind()) {
            case TWO_PEOPLE ->
                "The username is "
                    + Quoted.value(one.counts())
                    + "’s in "
                    + there
                    + ", and "
                    + Quoted.value(one.other())
                    + "’s here. The first counts.";
            case TWO_ACCOUNTS ->
                "This person has the account "
                    + Quoted.value(one.counts())
                    + " in "
                    + there
                    + ", and "
                    + Quoted.value(one.other())
                    + " here. Close one of them on the platform.";
            case TWO_VALUES ->
                "The "
                    + one.field().label()
                    + " is "
                    + Quoted.value(one.counts())
                    + " in "
                    + there
                    + ", and "
                    + Quoted.value(one.other())
                    + " here. The newer export counts.";
          };
      Finding.Builder finding =
          new Finding.Builder(this, one.otherAt(), message)
              .showing(one.other())
              .with(one.countsAt());
      if (one.kind() == Contradiction.Kind.TWO_VALUES) {
        // An older export says what was; who is meant is beyond doubt.
        finding.asNote();
      }
      findings.add(finding);
    }
  }
}
