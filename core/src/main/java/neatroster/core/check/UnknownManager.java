package neatroster.core.check;

import java.util.ArrayList;
import java.util.List;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.text.Cell;
import neatroster.core.text.Cleaning;
import neatroster.core.text.Nearest;
import neatroster.core.text.Quoted;

/** Somebody who looks after an account and is in no list. */
final class UnknownManager extends TableRule {
  static final RuleText TEXT =
      new RuleText(
          "unknown-manager",
          Severity.ERROR,
          "The column manager names a user whom no sheet holds and who has no account.",
          "The platform refuses the row, or leaves the account without anybody to look after it.",
          "Correct the username, email address or id, or add the person to the users.",
          """
          username | given name | manager
          amorgan  | Ana        | bfinch
          bfinch   | Bo         | amorgn     ← amorgan?
          """);

  UnknownManager() {
    super(TEXT, Table.USERS);
  }

  private static final int MOST_HELD = 20_000;

  private final List<Finding.Builder> held = new ArrayList<>();

  @Override
  public void check(CheckedRow row, Findings findings) {
    Cell cell = row.cell(Field.MANAGER);
    if (!cell.isEmpty() && !cell.isBlank() && held.size() < MOST_HELD) {
      held.add(row.finding(this, Field.MANAGER, row.text(Field.MANAGER)));
    }
  }

  @Override
  public void end(Ending ending, Findings findings) {
    for (Finding.Builder finding : held) {
      String manager = Cleaning.clean(finding.value());
      if (ending.resolved().user(manager).isNone()) {
        List<String> near = Nearest.among(manager, ending.resolved().people().references());
        finding.saying("There is no user " + Quoted.value(manager) + " to look after the account.");
        findings.add(near.size() == 1 ? finding.suggesting(near.get(0)) : finding);
      }
    }
    held.clear();
  }
}
