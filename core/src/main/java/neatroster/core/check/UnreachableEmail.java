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

  /** No local part that is nobody's, and no last part that is nowhere, is longer. */
  private static final int LONGEST_NOBODY =
      NOBODY.stream().mapToInt(String::length).max().orElse(0);

  private static final int LONGEST_LABEL =
      NOWHERE.stream().mapToInt(String::length).max().orElse(0);

  private static final Map<String, String> SLIPS =
      Map.of(
          "con", "com", "cmo", "com", "ocm", "com", "comm", "com", "cim", "com", "vom", "com",
          "nte", "net", "ogr", "org", "rog", "org");

  @Override
  public void wakes(Wakes on) {
    for (Field field : FIELDS) {
      on.text(field, cell -> isSuspect(cell));
    }
  }

  @Override
  public void check(CheckedRow row, Findings findings) {
    for (Field field : FIELDS) {
      Cell cell = row.cell(field);
      if (cell.isEmpty() || EmailShape.trouble(cell) != null) {
        continue;
      }
      String text = row.text(field);
      String email = text.toLowerCase(Locale.ROOT);
      String last = email.substring(email.lastIndexOf('.') + 1);
      switch (why(email)) {
        case NOBODY ->
            findings.add(
                row.finding(this, field, "Nobody reads mail at " + Quoted.value(email) + "."));
        case NOWHERE ->
            findings.add(
                row.finding(
                    this,
                    field,
                    Quoted.value(email)
                        + " ends in “"
                        + last
                        + "”, which is no domain of the internet."));
        case SLIP ->
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
                    .suggesting(
                        text.substring(0, text.length() - last.length()) + SLIPS.get(last)));
        case REACHABLE -> {}
      }
    }
  }

  /** Why no mail arrives. */
  private enum Why {
    NOBODY,
    NOWHERE,
    SLIP,
    REACHABLE
  }

  private static Why why(String email) {
    int at = email.lastIndexOf('@');
    String last = email.substring(email.lastIndexOf('.') + 1);
    if (at > 0 && NOBODY.contains(email.substring(0, at))) {
      return Why.NOBODY;
    }
    if (NOWHERE.contains(last)) {
      return Why.NOWHERE;
    }
    return SLIPS.containsKey(last) ? Why.SLIP : Why.REACHABLE;
  }

  /** Whether mail may not arrive. */
  private static boolean isSuspect(Cell cell) {
    int length = cell.length();
    int dot = length - 1;
    while (dot > 0 && cell.charAt(dot) != '.') {
      dot--;
    }
    int at = 0;
    while (at < length && cell.charAt(at) != '@') {
      at++;
    }
    if (at <= LONGEST_NOBODY && NOBODY.contains(lower(cell, 0, at))) {
      return true;
    }
    String last = length - dot > LONGEST_LABEL + 1 ? "" : lower(cell, dot + 1, length);
    return NOWHERE.contains(last) || SLIPS.containsKey(last);
  }

  private static String lower(Cell cell, int start, int end) {
    return cell.subSequence(start, end).toString().toLowerCase(Locale.ROOT).strip();
  }
}
