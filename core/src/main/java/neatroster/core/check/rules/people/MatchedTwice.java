package neatroster.core.check.rules.people;

import java.util.ArrayList;
import java.util.List;
import neatroster.core.check.CheckedRow;
import neatroster.core.check.Finding;
import neatroster.core.check.Findings;
import neatroster.core.check.RuleText;
import neatroster.core.check.TableRule;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.roster.Doubt;
import neatroster.core.text.Quoted;

/** A row that fits two accounts, or two rows one. */
public final class MatchedTwice extends TableRule {
  static final RuleText TEXT = new RuleText("matched-twice", Severity.ERROR);

  public MatchedTwice() {
    super(TEXT, Table.USERS);
  }

  @Override
  public void check(CheckedRow row, Findings findings) {
    for (Doubt doubt : row.doubts(Doubt.Kind.SEVERAL_ACCOUNTS)) {
      findings.add(
          row.finding(
              this,
              doubt.field(),
              doubt.accounts().size() > 1
                  ? "The row is about "
                      + CheckedRow.named(
                          row.resolved.known().users().all().get(doubt.accounts().get(0)))
                      + ", and "
                      + Quoted.value(row.shown(doubt.field()))
                      + " belongs to "
                      + CheckedRow.named(
                          row.resolved.known().users().all().get(doubt.accounts().get(1)))
                      + ". Correct what is not this person’s, or leave it blank."
                  : Quoted.value(row.shown(doubt.field()))
                      + " belongs to "
                      + row.named(doubt)
                      + ", and the row does not say enough to tell whether that is meant."));
    }
    if (!row.isFirstOfPerson()) {
      return;
    }
    List<Integer> accounts = row.resolved.people().accounts(row.user.number());
    if (accounts.size() > 1) {
      List<String> named = new ArrayList<>();
      for (int number : accounts) {
        named.add(CheckedRow.named(row.resolved.known().users().all().get(number)));
      }
      Finding.Builder finding =
          row.finding(
              this,
              row.firstColumn(Field.ID, Field.USERNAME, Field.EMAIL, Field.FULL_NAME),
              "The row fits "
                  + String.join(" and ", named)
                  + ". Correct what is not this person’s, or leave it blank.");
      row.resolved.people().lines(row.user.number()).stream()
          .filter(line -> line != row.line)
          .forEach(line -> finding.against(row.place(line)));
      findings.add(finding);
    }
  }
}
