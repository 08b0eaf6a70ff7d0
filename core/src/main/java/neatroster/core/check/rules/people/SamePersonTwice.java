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

/** Two rows that nothing tells apart. */
public final class SamePersonTwice extends TableRule {
  static final RuleText TEXT = new RuleText("same-person-twice", Severity.ERROR);

  public SamePersonTwice() {
    super(TEXT, Table.USERS);
  }

  @Override
  public Set<String> explainedBy() {
    return Set.of("another-person", "bad-email", "duplicate-email");
  }

  @Override
  public void check(CheckedRow row, Findings findings) {
    for (Doubt doubt : row.doubts(Doubt.Kind.SAME_NAME)) {
      Finding.Builder finding =
          row.finding(
              this,
              row.columnOfPerson(),
              "Nothing tells this user from "
                  + row.named(doubt)
                  + ". Delete the row if it is the same person; else fill in an id, an email address"
                  + " or a birth date for both.");
      doubt.lines().forEach(line -> finding.against(row.place(line)));
      findings.add(finding);
    }
    for (Doubt doubt : row.doubts(Doubt.Kind.SAME_BIRTH)) {
      warn(
          row,
          doubt,
          "The name and the birth date are those of "
              + row.named(doubt)
              + ". If it is the same person, give both the same id or email address; if they are"
              + " two, accept it in roster.yaml.",
          findings);
    }
    for (Doubt doubt : row.doubts(Doubt.Kind.NEAR_BIRTH)) {
      warn(
          row,
          doubt,
          "The birth date is that of "
              + row.named(doubt)
              + ", and the name nearly so. If it is the same person, write the name alike; if they"
              + " are two, accept it in roster.yaml.",
          findings);
    }
    for (Doubt doubt : row.doubts(Doubt.Kind.NAMESAKE)) {
      warn(
          row,
          doubt,
          "Nothing says whether this is "
              + row.named(doubt)
              + ": one list knows an id, the other an address or a username. Two accounts would be"
              + " made. If it is the same person, give both the same id or email address; if they"
              + " are two, accept it in roster.yaml.",
          findings);
    }
    for (Doubt doubt : row.doubts(Doubt.Kind.OTHER_ADDRESS)) {
      Finding.Builder finding =
          row.finding(
              this,
              Field.EMAIL,
              "The name is that of "
                  + row.named(doubt)
                  + ", and the address is another. If it is the same person, write the address alike"
                  + " or leave it out; if they are two, give this one an id.");
      doubt.lines().forEach(line -> finding.with(row.place(line)));
      findings.add(finding);
    }
    for (Doubt doubt : row.doubts(Doubt.Kind.NEARLY)) {
      Finding.Builder finding =
          row.finding(
              this,
              row.columnOfPerson(),
              "Nobody has this name, and it is nearly that of "
                  + row.named(doubt)
                  + ". If they are one, write the name alike; if not, fill in an id or an email"
                  + " address.");
      boolean isWhole = row.columnOfPerson() == Field.FULL_NAME && doubt.lines().size() == 1;
      findings.add(isWhole ? finding.suggesting(row.personOf(doubt.lines().get(0))) : finding);
    }
  }

  private void warn(CheckedRow row, Doubt doubt, String message, Findings findings) {
    Finding.Builder finding = row.finding(this, row.columnOfPerson(), message);
    doubt.lines().forEach(line -> finding.with(row.place(line)));
    findings.add(finding.asWarning());
  }
}
