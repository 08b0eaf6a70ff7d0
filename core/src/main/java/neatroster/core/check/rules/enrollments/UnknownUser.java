package neatroster.core.check.rules.enrollments;

import java.util.Optional;
import java.util.Set;
import neatroster.core.check.CheckedRow;
import neatroster.core.check.Finding;
import neatroster.core.check.Findings;
import neatroster.core.check.RowRule;
import neatroster.core.check.RuleText;
import neatroster.core.intake.Names;
import neatroster.core.intake.RosterRow;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.text.Quoted;

/** An enrollment of somebody who is in no list. */
public final class UnknownUser implements RowRule {
  static final RuleText TEXT = new RuleText("unknown-user", Severity.ERROR);

  @Override
  public RuleText text() {
    return TEXT;
  }

  @Override
  public Set<Table> tables() {
    return Set.of(Table.ENROLLMENTS);
  }

  @Override
  public void check(CheckedRow row, Findings findings) {
    if (row.user.isNone() && row.has(Field.USER)) {
      String user = row.text(Field.USER);
      Optional<Finding.Builder> future = future(row, user);
      if (future.isPresent()) {
        findings.add(future.get());
        return;
      }
      findings.add(
          row.unknown(
              this,
              Field.USER,
              "There is no user " + Quoted.value(user) + ".",
              row.suggestions.users(row.resolved, user)));
    }
  }

  /** Somebody who has no username yet, and may get this one. */
  private Optional<Finding.Builder> future(CheckedRow row, String user) {
    return row.suggestions
        .futureUser(row.resolved, user)
        .map(
            line -> {
              RosterRow person = row.resolved.rows().row(line);
              String name = Names.parts(person).shown();
              String mark = person.has(Field.ID) ? person.text(Field.ID) : person.text(Field.EMAIL);
              Finding.Builder finding =
                  row.finding(
                      this,
                      Field.USER,
                      "There is no user "
                          + Quoted.value(user)
                          + " yet. "
                          + name
                          + " in "
                          + row.named(row.place(line))
                          + " has no username: give one there, or run neat-roster issue"
                          + (mark.isEmpty()
                              ? " and type what it gives."
                              : "; until then type this."));
              return (mark.isEmpty() ? finding : finding.suggesting(mark)).with(row.place(line));
            });
  }
}
