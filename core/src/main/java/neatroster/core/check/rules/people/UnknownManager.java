package neatroster.core.check.rules.people;

import java.util.List;
import java.util.Set;
import neatroster.core.check.CheckedRow;
import neatroster.core.check.Finding;
import neatroster.core.check.Findings;
import neatroster.core.check.RowFilter;
import neatroster.core.check.RuleText;
import neatroster.core.check.TableRule;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.text.Quoted;

/** Somebody who looks after an account and is in no list. */
public final class UnknownManager extends TableRule {
  static final RuleText TEXT = new RuleText("unknown-manager", Severity.ERROR);

  public UnknownManager() {
    super(TEXT, Table.USERS);
  }

  @Override
  public Set<String> explainedBy() {
    return Set.of("fill-down-slip");
  }

  @Override
  public void select(RowFilter on) {
    on.filled(Field.MANAGER);
  }

  @Override
  public void check(CheckedRow row, Findings findings) {
    if (row.has(Field.MANAGER) && row.resolved.user(row.text(Field.MANAGER)).isNone()) {
      String manager = row.text(Field.MANAGER);
      List<String> near = row.suggestions.users(row.resolved, manager);
      Finding.Builder finding =
          row.finding(
              this,
              Field.MANAGER,
              "There is no user " + Quoted.value(manager) + " to look after the account.");
      findings.add(near.size() == 1 ? finding.suggesting(near.get(0)) : finding);
    }
  }
}
