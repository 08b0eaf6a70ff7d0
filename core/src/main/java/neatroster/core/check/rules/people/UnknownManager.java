package neatroster.core.check.rules.people;

import java.util.List;
import java.util.Set;
import neatroster.core.check.CheckedRow;
import neatroster.core.check.FieldRule;
import neatroster.core.check.Finding;
import neatroster.core.check.Findings;
import neatroster.core.check.RuleText;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.text.Cell;
import neatroster.core.text.Quoted;

/** Somebody who looks after an account and is in no list. */
public final class UnknownManager extends FieldRule {
  static final RuleText TEXT = new RuleText("unknown-manager", Severity.ERROR);

  public UnknownManager() {
    super(TEXT, List.of(Field.MANAGER), Table.USERS);
  }

  @Override
  public Set<String> explainedBy() {
    return Set.of("fill-down-slip");
  }

  @Override
  protected void check(CheckedRow row, Field field, Cell cell, Findings findings) {
    String manager = row.text(field);
    if (row.resolved.user(manager).isNone()) {
      List<String> near = row.suggestions.users(row.resolved, manager);
      Finding.Builder finding =
          row.finding(
              this,
              field,
              "There is no user " + Quoted.value(manager) + " to look after the account.");
      findings.add(near.size() == 1 ? finding.suggesting(near.get(0)) : finding);
    }
  }
}
