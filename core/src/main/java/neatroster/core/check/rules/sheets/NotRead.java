package neatroster.core.check.rules.sheets;

import java.util.List;
import neatroster.core.check.Finding;
import neatroster.core.check.Findings;
import neatroster.core.check.RuleText;
import neatroster.core.check.SheetRule;
import neatroster.core.intake.SheetReading;
import neatroster.core.model.Severity;

/** What a file of another program tells that no table of ours has room for. */
public final class NotRead implements SheetRule {
  static final RuleText TEXT =
      new RuleText(
          "not-read",
          Severity.NOTE,
          "A file of another program, such as a OneRoster zip, tells more than is read: further schools of a person, pronouns, marks.",
          "What is not read is in no batch, and does not reach the platform this way.",
          "Nothing, where the platform has it from elsewhere or does without. Else add it to the sheets.",
          """
          (users.csv of a OneRoster zip)
          sourcedId,username,givenName,familyName,pronouns     ← pronouns of 2 people
          u1,amarlowe,Ana,Marlowe,she/her
          u2,bfinch,Bo,Finch,he/him
          """);

  @Override
  public RuleText text() {
    return TEXT;
  }

  @Override
  public void check(SheetReading sheet, Findings findings) {
    List<String> unread = sheet.sheet().unread();
    if (!unread.isEmpty()) {
      findings.add(
          Finding.about(
              sheet, this, "Of its file this is not read: " + String.join(", ", unread) + "."));
    }
  }
}
