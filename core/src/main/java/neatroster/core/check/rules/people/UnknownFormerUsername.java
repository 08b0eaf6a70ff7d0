package neatroster.core.check.rules.people;

import neatroster.core.check.CheckedRow;
import neatroster.core.check.Finding;
import neatroster.core.check.Findings;
import neatroster.core.check.RowFilter;
import neatroster.core.check.RuleText;
import neatroster.core.check.TableRule;
import neatroster.core.model.Field;
import neatroster.core.model.KnownUser;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.state.Known;
import neatroster.core.state.KnownUsers;
import neatroster.core.text.Cell;
import neatroster.core.text.Nearest;
import neatroster.core.text.Quoted;

/** A former username that nobody had. */
public final class UnknownFormerUsername extends TableRule {
  static final RuleText TEXT = new RuleText("unknown-former-username", Severity.ERROR);

  private final KnownUsers known;

  public UnknownFormerUsername(Known known) {
    super(TEXT, Table.USERS);
    this.known = known.users();
  }

  @Override
  public void select(RowFilter on) {
    on.filled(Field.FORMER_USERNAME);
  }

  @Override
  public void check(CheckedRow row, Findings findings) {
    Cell cell = row.cell(Field.FORMER_USERNAME);
    if (cell.isEmpty() || cell.isBlank() || known.isEmpty()) {
      return;
    }
    String former = row.text(Field.FORMER_USERNAME);
    if (known.findUsername(former) < 0) {
      Finding.Builder finding =
          row.finding(
              this,
              Field.FORMER_USERNAME,
              "No account has the username " + Quoted.value(former) + ".");
      Nearest.word(former, known.all().stream().map(KnownUser::username).toList())
          .ifPresent(finding::suggesting);
      findings.add(finding);
    }
  }
}
