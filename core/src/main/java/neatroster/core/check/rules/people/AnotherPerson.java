package neatroster.core.check.rules.people;

import java.util.Set;
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

/** A username that is somebody else’s on the platform. */
public final class AnotherPerson extends TableRule {
  static final RuleText TEXT = new RuleText("another-person", Severity.ERROR);

  public AnotherPerson() {
    super(TEXT, Table.USERS);
  }

  @Override
  public Set<String> explainedInRow() {
    return Set.of("spreadsheet-error");
  }

  @Override
  public void check(CheckedRow row, Findings findings) {
    for (Doubt doubt : row.doubts(Doubt.Kind.ANOTHER_PERSON)) {
      String mark = doubt.field() == Field.EMAIL ? "email address" : doubt.field().label();
      String message =
          Quoted.value(row.shown(doubt.field()))
              + " is the "
              + mark
              + " of "
              + row.named(doubt)
              + (doubt.detail().isEmpty() ? "" : " (the same holds for " + doubt.detail() + ")")
              + ", and this row is about "
              + row.personOf(row.line)
              + ". If the row was copied, correct the "
              + mark
              + "; if it is one person, write the name alike"
              + formerUsername(row, doubt)
              + ".";
      if (doubt.field() == Field.EMAIL) {
        message +=
            " Where a family shares one address, say emails: {shared: allow} in roster.yaml.";
      }
      Finding.Builder finding = row.finding(this, doubt.field(), message);
      doubt.lines().forEach(line -> finding.against(row.place(line)));
      findings.add(finding);
    }
  }

  /** How to say that somebody has another name than their account. */
  static String formerUsername(CheckedRow row, Doubt doubt) {
    if (!doubt.lines().isEmpty() || doubt.accounts().isEmpty()) {
      return "";
    }
    String username = row.resolved.known().users().all().get(doubt.accounts().get(0)).username();
    return username.isEmpty()
        ? ""
        : ", or, where the person has a new name or id, type "
            + Quoted.value(username)
            + " into a column “former username”";
  }
}
