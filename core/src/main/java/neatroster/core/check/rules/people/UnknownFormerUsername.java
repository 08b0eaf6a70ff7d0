package neatroster.core.check.rules.people;

import java.util.List;
import neatroster.core.check.CheckedRow;
import neatroster.core.check.FieldRule;
import neatroster.core.check.Finding;
import neatroster.core.check.Findings;
import neatroster.core.check.RuleText;
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
public final class UnknownFormerUsername extends FieldRule {
  static final RuleText TEXT = new RuleText("unknown-former-username", Severity.ERROR);

  private final KnownUsers known;

  public UnknownFormerUsername(Known known) {
    super(TEXT, List.of(Field.FORMER_USERNAME), Table.USERS);
    this.known = known.users();
  }

  @Override
  protected void check(CheckedRow row, Field field, Cell cell, Findings findings) {
    String former = row.text(field);
    if (!known.isEmpty() && known.findUsername(former) < 0) {
      Finding.Builder finding =
          row.finding(this, field, "No account has the username " + Quoted.value(former) + ".");
      Nearest.word(former, known.all().stream().map(KnownUser::username).toList())
          .ifPresent(finding::suggesting);
      findings.add(finding);
    }
  }
}
