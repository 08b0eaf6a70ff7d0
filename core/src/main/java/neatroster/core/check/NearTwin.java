package neatroster.core.check;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.roster.Known;
import neatroster.core.roster.Link;
import neatroster.core.text.Cell;
import neatroster.core.text.Cleaning;
import neatroster.core.text.Quoted;
import neatroster.core.value.EmailShape;

/** Two spellings of what is probably one name. */
final class NearTwin extends TableRule {
  static final RuleText TEXT =
      new RuleText(
          "near-twin",
          Severity.WARNING,
          "Two courses whose codes differ only in case, spaces or signs, two groups of one course, or two sites, categories, terms, grades or domains of email addresses, differ only in case, accents, signs or one typing slip. Names that differ in a number or a letter of their own (Group 1, Group 2; Deck A, Deck B) are left alone.",
          "A platform makes two of them, and people end up in the one that nobody looks at.",
          "Type the same everywhere.",
          """
          given name | site
          Ana        | Main Pier
          Bo         | Main Pier
          Cy         | Mian Pier     ← Main Pier?
          """);

  private static final Field[] FIELDS = {Field.SITE, Field.CATEGORY, Field.TERM, Field.GRADE};

  /** Beyond so many different values a column holds no names of places. */
  private static final int MOST_VALUES = 20_000;

  /** Of two domains one is a slip where the other is so much commoner. */
  private static final int COMMONER = 8;

  /** One spelling: where it was first seen, and how often. */
  private static final class Spelling {
    private final Finding.Builder first;
    private int times;

    Spelling(Finding.Builder first) {
      this.first = first;
    }
  }

  /** The first course of each code, its letters and digits alone. */
  private static final int NO_COURSE = -1;

  private final Map<String, FirstCode> codes = new HashMap<>();

  /** A code and the line where it was first seen. */
  private record FirstCode(String code, int line) {}

  /** What is to be one: its kind, and of groups the course. */
  private record Kind(Field field, int course) {}

  private final Map<Kind, Map<String, Spelling>> spellings = new LinkedHashMap<>();
  private final Known known;

  NearTwin(Known known) {
    super(TEXT, Table.USERS, Table.COURSES, Table.GROUPS, Table.ENROLLMENTS);
    this.known = known;
  }

  @Override
  public void check(CheckedRow row, Findings findings) {
    for (Field field : FIELDS) {
      see(row, field, NO_COURSE, row.text(field));
    }
    if (row.table() == Table.COURSES && row.has(Field.CODE)) {
      code(row, findings);
    }
    if (row.table() == Table.GROUPS && (row.course.isFound() || row.course.isBlank())) {
      see(row, Field.NAME, numberOf(row.course), row.cell(Field.NAME));
    } else if (row.table() == Table.ENROLLMENTS && isUnlisted(row)) {
      see(row, Field.GROUP, numberOf(row.course), row.cell(Field.GROUP));
    }
    Cell email = row.cell(Field.EMAIL);
    if (email.isEmpty() || EmailShape.trouble(email) != null) {
      return;
    }
    for (int i = 1; i + 1 < email.length(); i++) {
      if (email.charAt(i) == '@') {
        see(row, Field.EMAIL, NO_COURSE, email.subSequence(i + 1, email.length()));
      }
    }
  }

  private static int numberOf(Link course) {
    return course.isFound() ? course.number() : NO_COURSE;
  }

  /** Whether a row names a group that no list has, and that is made or taken as it is. */
  private static boolean isUnlisted(CheckedRow row) {
    return row.group.isUnchecked()
        || (row.group.isFound() && row.resolved.madeGroups().containsKey(row.group.number()));
  }

  /** A course whose code differs from that of another in case, spaces or signs alone. */
  private void code(CheckedRow row, Findings findings) {
    String code = row.text(Field.CODE);
    FirstCode first = codes.putIfAbsent(Twins.bare(code), new FirstCode(code, row.line));
    if (first != null && !code.equals(first.code())) {
      findings.add(
          row.finding(
              this,
              Field.CODE,
              Quoted.value(code)
                  + " and "
                  + Quoted.value(first.code())
                  + " in "
                  + row.named(row.place(first.line()))
                  + " differ in no more than capitals, spaces or signs. If they are one course,"
                  + " delete one; if they are two, give one another code."));
    }
  }

  private void see(CheckedRow row, Field field, int course, CharSequence value) {
    if (value.length() == 0) {
      return;
    }
    Map<String, Spelling> all =
        spellings.computeIfAbsent(new Kind(field, course), k -> new LinkedHashMap<>());
    String text = Cleaning.clean(value);
    if (field == Field.EMAIL) {
      text = text.toLowerCase(Locale.ROOT);
    }
    Spelling spelling = all.get(text);
    if (spelling == null) {
      if (text.isEmpty() || all.size() > MOST_VALUES) {
        return;
      }
      spelling = new Spelling(row.finding(this, field, ""));
      all.put(text, spelling);
    }
    spelling.times++;
  }

  @Override
  public void end(Ending ending, Findings findings) {
    spellings.forEach(
        (kind, all) -> {
          if (all.size() <= MOST_VALUES) {
            twins(kind, all, knownOf(kind, ending), findings);
          }
        });
  }

  private Set<String> knownOf(Kind kind, Ending ending) {
    return switch (kind.field()) {
      case SITE -> known.sites();
      case CATEGORY -> known.categories();
      case NAME, GROUP ->
          known.groupsOf(kind.course() < 0 ? "" : ending.resolved().courses().code(kind.course()));
      default -> Set.of();
    };
  }

  private void twins(Kind kind, Map<String, Spelling> all, Set<String> known, Findings findings) {
    List<String> values = new ArrayList<>(all.keySet());
    int own = values.size();
    values.addAll(known);
    TwinCandidates candidates = new TwinCandidates(values);
    Set<String> told = new HashSet<>();
    for (int i = 0; i < own; i++) {
      String one = values.get(i);
      for (int j : candidates.behind(i)) {
        boolean twin = j >= own && !known.contains(one) && Twins.are(one, values.get(j));
        if (twin && told.add(one)) {
          add(all.get(one), one, values.get(j), "on the platform", findings);
        }
      }
    }
    for (int i = 0; i < own; i++) {
      for (int j : candidates.behind(i)) {
        if (j >= own) {
          break;
        }
        boolean domains = kind.field() == Field.EMAIL;
        if (Twins.are(values.get(i), values.get(j))
            && (!domains || isSlip(all.get(values.get(i)), all.get(values.get(j))))) {
          boolean firstIsRarer = all.get(values.get(i)).times < all.get(values.get(j)).times;
          String rare = values.get(firstIsRarer ? i : j);
          String usual = values.get(firstIsRarer ? j : i);
          if (told.add(rare)) {
            Spelling other = all.get(usual);
            add(all.get(rare), rare, usual, "in row " + other.first.place().row(), findings);
          }
        }
      }
    }
  }

  private static boolean isSlip(Spelling one, Spelling other) {
    int rare = Math.min(one.times, other.times);
    int usual = Math.max(one.times, other.times);
    return usual >= rare * COMMONER;
  }

  private void add(Spelling rare, String value, String usual, String where, Findings findings) {
    int times = rare.times;
    Finding.Builder finding =
        rare.first.saying(
            Quoted.value(value)
                + (times > 1 ? " (" + times + " times)" : "")
                + " and "
                + Quoted.value(usual)
                + " "
                + where
                + " are probably one.");
    String stands = rare.first.value();
    findings.add(
        finding.suggesting(
            stands != null && stands.indexOf('@') > 0
                ? stands.substring(0, stands.lastIndexOf('@') + 1) + usual
                : usual));
  }
}
