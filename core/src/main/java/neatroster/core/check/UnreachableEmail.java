package neatroster.core.check;

import java.util.Locale;
import java.util.Map;
import java.util.Set;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.text.Cell;
import neatroster.core.text.Quoted;
import neatroster.core.value.EmailShape;

/** An address that no mail reaches. */
final class UnreachableEmail extends TableRule {
  static final RuleText TEXT =
      new RuleText(
          "unreachable-email",
          Severity.WARNING,
          "An email address can be written so, but nobody reads there: it is one that machines send from, has a last part that is no domain of the internet, or one that is a slip of a common one.",
          "The invitation and the forgotten password go nowhere.",
          "Ask for the address, or leave the cell blank.",
          """
          given name | email
          Ana        | ana@pier.example
          Bo         | noreply@pier.example     ← nobody reads there
          """);

  private static final Field[] FIELDS = {Field.EMAIL, Field.GUARDIAN_EMAIL};

  UnreachableEmail() {
    super(TEXT, Table.USERS);
  }

  private static final Set<String> NOBODY =
      Set.of(
          "noreply",
          "no-reply",
          "donotreply",
          "do-not-reply",
          "none",
          "na",
          "n/a",
          "nobody",
          "unknown",
          "noemail",
          "nomail",
          "no-email",
          "keine",
          "ninguno",
          "aucun",
          "mailer-daemon");

  /** Domains for use inside a house or in nobody's (RFC 6761, RFC 6762). */
  private static final Set<String> NOWHERE =
      Set.of("invalid", "test", "localhost", "local", "lan", "internal", "home", "localdomain");

  private static final Map<String, String> SLIPS =
      Map.of(
          "con", "com", "cmo", "com", "ocm", "com", "comm", "com", "cim", "com", "vom", "com",
          "nte", "net", "ogr", "org", "rog", "org");

  @Override
  public void check(CheckedRow row, Findings findings) {
    for (Field field : FIELDS) {
      Cell cell = row.cell(field);
      if (cell.isEmpty() || EmailShape.trouble(cell) != null) {
        continue;
      }
      String email = row.text(field).toLowerCase(Locale.ROOT);
      int at = email.lastIndexOf('@');
      String last = email.substring(email.lastIndexOf('.') + 1);
      if (at > 0 && NOBODY.contains(email.substring(0, at))) {
        findings.add(row.finding(this, field, "Nobody reads mail at " + Quoted.value(email) + "."));
      } else if (NOWHERE.contains(last)) {
        findings.add(
            row.finding(
                this,
                field,
                Quoted.value(email)
                    + " ends in “"
                    + last
                    + "”, which is no domain of the internet."));
      } else if (SLIPS.containsKey(last)) {
        String right = row.text(field);
        findings.add(
            row.finding(
                    this,
                    field,
                    Quoted.value(email)
                        + " ends in “"
                        + last
                        + "”. Is “"
                        + SLIPS.get(last)
                        + "” meant?")
                .suggesting(right.substring(0, right.length() - last.length()) + SLIPS.get(last)));
      }
    }
  }
}
