package neatroster.core.check.rules.values;

import java.util.HashMap;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import neatroster.core.check.CheckedRow;
import neatroster.core.check.Findings;
import neatroster.core.check.RowFilter;
import neatroster.core.check.RuleText;
import neatroster.core.check.TableRule;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.text.Cell;
import neatroster.core.text.Quoted;
import neatroster.core.value.EmailShape;

/** An address that no mail reaches. */
public final class UnreachableEmail extends TableRule {
  static final RuleText TEXT = new RuleText("unreachable-email", Severity.WARNING);

  private static final Field[] FIELDS = {Field.EMAIL, Field.GUARDIAN_EMAIL};

  public UnreachableEmail() {
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

  /** What the local parts that are nobody's begin with. */
  private static final String BEGINS =
      NOBODY.stream().map(word -> word.substring(0, 1)).collect(Collectors.joining());

  /** No local part that is nobody's is longer. */
  private static final int LONGEST_NOBODY =
      NOBODY.stream().mapToInt(String::length).max().orElse(0);

  /** So many domains are remembered. */
  private static final int MOST_DOMAINS = 10_000;

  private static final Map<String, String> SLIPS =
      Map.of(
          "con", "com", "cmo", "com", "ocm", "com", "comm", "com", "cim", "com", "vom", "com",
          "nte", "net", "ogr", "org", "rog", "org");

  @Override
  public void select(RowFilter on) {
    for (Field field : FIELDS) {
      Domains domains = new Domains();
      on.text(field, domains::isSuspect);
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
                            + domain(email)
                            + "”. Is “"
                            + meant(domain(email)).orElseThrow()
                            + "” meant?")
                    .suggesting(
                        text.substring(0, text.length() - domain(email).length())
                            + meant(domain(email)).orElseThrow()));
        case REACHABLE -> {}
      }
    }
  }

  /** What most addresses of people end in; one slip from it is more likely a slip than a name. */
  private static final Set<String> COMMON =
      Set.of(
          "gmail.com",
          "googlemail.com",
          "outlook.com",
          "hotmail.com",
          "yahoo.com",
          "icloud.com",
          "live.com",
          "protonmail.com");

  private static final Set<String> ENDINGS = Set.of("example", "info", "school", "academy");

  /** The domain that was probably meant, if one slip leads to it. */
  private static Optional<String> meant(String domain) {
    String last = domain.substring(domain.lastIndexOf('.') + 1);
    String begin = domain.substring(0, domain.length() - last.length());
    if (SLIPS.containsKey(last)) {
      return Optional.of(begin + SLIPS.get(last));
    }
    for (String view : ENDINGS) {
      if (isOneSlip(last, view)) {
        return Optional.of(begin + view);
      }
    }
    for (String common : COMMON) {
      if (!COMMON.contains(domain) && isOneSlip(domain, common)) {
        return Optional.of(common);
      }
    }
    return Optional.empty();
  }

  /** Whether a longer word differs in one letter: too many, too few, another, or two swapped. */
  private static boolean isOneSlip(String wrong, String right) {
    int shorter = Math.min(wrong.length(), right.length());
    if (wrong.equals(right)
        || shorter < 4
        || Math.abs(wrong.length() - right.length()) > 1
        || wrong.charAt(0) != right.charAt(0)) {
      return false;
    }
    int start = 0;
    while (start < shorter && wrong.charAt(start) == right.charAt(start)) {
      start++;
    }
    String rest = wrong.substring(start);
    String rightRest = right.substring(start);
    if (rest.length() == rightRest.length()) {
      boolean swapped =
          rest.length() > 1
              && rest.charAt(0) == rightRest.charAt(1)
              && rest.charAt(1) == rightRest.charAt(0)
              && rest.substring(2).equals(rightRest.substring(2));
      // Another last letter makes another word: infor, schools.
      return swapped || (rest.length() > 1 && rest.substring(1).equals(rightRest.substring(1)));
    }
    return rest.length() > rightRest.length()
        ? !rightRest.isEmpty() && rest.substring(1).equals(rightRest)
        : rightRest.substring(1).equals(rest);
  }

  /** Why no mail arrives. */
  private enum Why {
    NOBODY,
    NOWHERE,
    SLIP,
    REACHABLE
  }

  private static String domain(String email) {
    return email.substring(email.lastIndexOf('@') + 1);
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
    return meant(domain(email)).isPresent() ? Why.SLIP : Why.REACHABLE;
  }

  /** Tells where mail may not arrive; each domain is looked at once. */
  private static final class Domains {
    private final Map<String, Boolean> seen = new HashMap<>();
    private String last = "";
    private boolean lastIsSuspect;

    boolean isSuspect(Cell cell) {
      int length = cell.length();
      int at = 0;
      while (at < length && cell.charAt(at) != '@') {
        at++;
      }
      if (at <= LONGEST_NOBODY && mayBeNobody(cell, at) && NOBODY.contains(lower(cell, 0, at))) {
        return true;
      }
      if (!isLast(cell, at + 1)) {
        last = at == length ? "" : lower(cell, at + 1, length);
        lastIsSuspect = isSuspect(last);
      }
      return lastIsSuspect;
    }

    /** Whether a local part begins as one of nobody's, or with what does not show. */
    private static boolean mayBeNobody(Cell cell, int length) {
      char first = length == 0 ? ' ' : cell.charAt(0);
      return first <= ' ' || first > 0x7f || BEGINS.indexOf(first | 0x20) >= 0;
    }

    private boolean isLast(Cell cell, int start) {
      if (cell.length() - start != last.length()) {
        return false;
      }
      for (int i = 0; i < last.length(); i++) {
        if (cell.charAt(start + i) != last.charAt(i)) {
          return false;
        }
      }
      return true;
    }

    private boolean isSuspect(String domain) {
      Boolean suspect = seen.get(domain);
      if (suspect == null) {
        suspect = why("x@" + domain) != Why.REACHABLE;
        if (seen.size() < MOST_DOMAINS) {
          seen.put(domain, suspect);
        }
      }
      return suspect;
    }
  }

  private static String lower(Cell cell, int start, int end) {
    return cell.subSequence(start, end).toString().toLowerCase(Locale.ROOT).strip();
  }
}
