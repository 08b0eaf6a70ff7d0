package neatroster.core.check.rules.courses;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import neatroster.core.check.CheckedRow;
import neatroster.core.check.ColumnRule;
import neatroster.core.check.Finding;
import neatroster.core.check.Findings;
import neatroster.core.check.RosterRule;
import neatroster.core.check.RosterView;
import neatroster.core.check.RuleText;
import neatroster.core.check.SheetView;
import neatroster.core.check.TableRule;
import neatroster.core.intake.RosterRow;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.roster.ColumnTexts;
import neatroster.core.roster.Groups;
import neatroster.core.roster.Link;
import neatroster.core.state.Known;
import neatroster.core.text.Cell;
import neatroster.core.text.Quoted;
import neatroster.core.value.EmailShape;

/** Two spellings of what is probably one name. */
public final class NearTwin extends TableRule implements ColumnRule, RosterRule {
  static final RuleText TEXT = new RuleText("near-twin", Severity.WARNING);

  private static final Field[] FIELDS = {Field.SITE, Field.CATEGORY, Field.TERM, Field.GRADE};

  /** Beyond so many different values a column holds no names of places. */
  private static final int MOST_VALUES = 20_000;

  /** Of two domains one is a slip where the other is so much commoner. */
  private static final int COMMONER = 8;

  private static final int NO_COURSE = -1;

  /** One spelling: where it was first seen, and how often. */
  private static final class Spelling {
    private final int line;
    private final Field field;
    private int times;

    Spelling(int line, Field field) {
      this.line = line;
      this.field = field;
    }
  }

  /** The first course of each code, its letters and digits alone. */
  private final Map<String, FirstCode> codes = new HashMap<>();

  /** The first course of each title. */
  private final Map<String, FirstCode> titles = new HashMap<>();

  /** A code and the line where it was first seen. */
  private record FirstCode(String code, int line) {}

  /** The values of each field, in all sheets. */
  private final Map<Field, Map<String, Spelling>> ofFields = new EnumMap<>(Field.class);

  /** The names of groups where there is no list of them, by course; -1 stands for no course. */
  private final Map<Integer, Map<String, Spelling>> ofUnlisted = new LinkedHashMap<>();

  private final Known known;

  public NearTwin(Known known) {
    super(TEXT, Table.ENROLLMENTS);
    this.known = known;
  }

  // What the sheets say

  @Override
  public Set<String> explainedBy() {
    return Set.of("unreachable-email");
  }

  @Override
  public void check(SheetView sheet, Findings findings) {
    for (Field field : FIELDS) {
      if (sheet.has(field)) {
        values(sheet, field);
      }
    }
    if (sheet.table() == Table.USERS && sheet.has(Field.EMAIL)) {
      domains(sheet);
    }
    if (sheet.table() == Table.COURSES && sheet.has(Field.CODE)) {
      codes(sheet, findings);
    }
  }

  private void values(SheetView sheet, Field field) {
    Map<String, Spelling> all = ofFields.computeIfAbsent(field, f -> new LinkedHashMap<>());
    Spelling[] seen = new Spelling[sheet.texts(field)];
    ColumnTexts texts = sheet.down(field);
    for (int position = 0; position < sheet.rows() && all.size() <= MOST_VALUES; position++) {
      int text = texts.at(position);
      if (text == 0 || sheet.isMisaligned(position)) {
        continue;
      }
      if (seen[text] == null) {
        String value = sheet.row(position).text(field);
        int line = sheet.line(position);
        seen[text] =
            value.isEmpty()
                ? new Spelling(line, field)
                : all.computeIfAbsent(value, v -> new Spelling(line, field));
      }
      seen[text].times++;
    }
  }

  private void domains(SheetView sheet) {
    Map<String, Spelling> all = ofFields.computeIfAbsent(Field.EMAIL, f -> new LinkedHashMap<>());
    String last = "";
    Spelling ofLast = null;
    ColumnTexts texts = sheet.down(Field.EMAIL);
    for (int position = 0; position < sheet.rows() && all.size() <= MOST_VALUES; position++) {
      int text = texts.at(position);
      if (text == 0 || sheet.isMisaligned(position)) {
        continue;
      }
      Cell email = sheet.shown(Field.EMAIL, text);
      if (ofLast == null || !endsIn(email, last)) {
        int at = email.toString().indexOf('@');
        if (at < 1 || EmailShape.trouble(email) != null) {
          continue;
        }
        last = email.cleaned().substring(email.cleaned().indexOf('@') + 1).toLowerCase(Locale.ROOT);
        int line = sheet.line(position);
        ofLast = all.computeIfAbsent(last, d -> new Spelling(line, Field.EMAIL));
      }
      ofLast.times++;
    }
  }

  private static boolean endsIn(Cell email, String domain) {
    int start = email.length() - domain.length();
    if (start < 2 || email.charAt(start - 1) != '@') {
      return false;
    }
    for (int i = 0; i < domain.length(); i++) {
      if (email.charAt(start + i) != domain.charAt(i)) {
        return false;
      }
    }
    return true;
  }

  /** A course whose code differs from that of another in case, spaces or signs alone. */
  private void codes(SheetView sheet, Findings findings) {
    for (int position = 0; position < sheet.rows(); position++) {
      if (sheet.text(position, Field.CODE) == 0 || sheet.isMisaligned(position)) {
        continue;
      }
      String code = sheet.value(position, Field.CODE);
      FirstCode first =
          codes.putIfAbsent(Twins.bare(code), new FirstCode(code, sheet.line(position)));
      if (first != null && !code.equals(first.code()) && !code.isEmpty()) {
        findings.add(
            sheet.finding(
                position,
                Field.CODE,
                this,
                Quoted.value(code)
                    + " and "
                    + Quoted.value(first.code())
                    + " in "
                    + sheet.named(sheet.roster().rows().place(first.line()))
                    + " differ in no more than capitals, spaces or signs. If they are one course,"
                    + " delete one; if they are two, give one another code."));
      } else if (first == null) {
        titles(sheet, position, code, findings);
      }
    }
  }

  /** A course with the title of another, and a code that is one slip away. */
  private void titles(SheetView sheet, int position, String code, Findings findings) {
    String title = Twins.plain(sheet.value(position, Field.TITLE));
    if (title.isEmpty()) {
      return;
    }
    FirstCode first = titles.putIfAbsent(title, new FirstCode(code, sheet.line(position)));
    if (first != null && Twins.are(code, first.code())) {
      findings.add(
          sheet.finding(
              position,
              Field.CODE,
              this,
              Quoted.value(code)
                  + " and "
                  + Quoted.value(first.code())
                  + " in "
                  + sheet.named(sheet.roster().rows().place(first.line()))
                  + " have one title, and their codes are one slip apart. If they are one course,"
                  + " delete one; if they are two, give one another title."));
    }
  }

  @Override
  public void check(CheckedRow row, Findings findings) {
    if (row.group.isUnchecked()) {
      String name = row.cell(Field.GROUP).cleaned();
      int course = row.course.isFound() ? row.course.number() : NO_COURSE;
      Map<String, Spelling> all = ofUnlisted.computeIfAbsent(course, c -> new LinkedHashMap<>());
      if (!name.isEmpty() && all.size() <= MOST_VALUES) {
        all.computeIfAbsent(name, n -> new Spelling(row.line, Field.GROUP)).times++;
      }
    }
  }

  // What may be one

  @Override
  public void check(RosterView view, Findings findings) {
    Twins twins = new Twins();
    NamesOfPeople people = new NamesOfPeople(view);
    ofFields.forEach(
        (field, all) -> {
          Set<String> there =
              switch (field) {
                case SITE -> known.told().sites();
                case CATEGORY -> known.told().categories();
                default -> Set.of();
              };
          say(new Names(twins, all, there, view, people), findings);
        });
    ofUnlisted.forEach(
        (course, all) -> {
          String code = course < 0 ? "" : view.resolved().courses().code(course);
          say(new Names(twins, all, known.groupsOf(code), view, people), findings);
        });
    groups(twins, people, view, findings);
  }

  /** The groups that the lists have, and those that are made because enrollments name them. */
  private void groups(Twins twins, NamesOfPeople people, RosterView view, Findings findings) {
    Groups groups = view.resolved().groups();
    long[] byCourse = new long[groups.count()];
    for (int group = 0; group < byCourse.length; group++) {
      Link course = groups.course(group);
      long number = course.isFound() ? course.number() + 1L : 0;
      byCourse[group] = course.isUnchecked() ? -1 : number << 32 | group;
    }
    Arrays.sort(byCourse);
    int start = 0;
    for (int end = 1; end <= byCourse.length; end++) {
      if (end == byCourse.length || byCourse[end] >>> 32 != byCourse[start] >>> 32) {
        if (byCourse[start] >= 0) {
          ofCourse(twins, people, Arrays.copyOfRange(byCourse, start, end), view, findings);
        }
        start = end;
      }
    }
  }

  private void ofCourse(
      Twins twins, NamesOfPeople people, long[] groups, RosterView view, Findings findings) {
    Map<String, Spelling> all = new LinkedHashMap<>();
    Set<String> there = new LinkedHashSet<>();
    for (long one : groups) {
      int group = (int) one;
      String name = view.resolved().groups().name(group);
      int listed = view.resolved().groups().line(group);
      Integer made = view.resolved().madeGroups().get(group);
      if (made != null) {
        Spelling spelling = new Spelling(made, Field.GROUP);
        spelling.times = view.counts().members(group);
        all.put(name, spelling);
      } else if (listed >= 0) {
        all.put(name, new Spelling(listed, Field.NAME));
        all.get(name).times = 1;
      }
      if (listed < 0 && made == null) {
        there.add(name);
      }
    }
    if (groups.length > 1) {
      say(new Names(twins, all, there, view, people), findings);
    }
  }

  /**
   * Names of which some may be spellings of others.
   *
   * @param there those that the platform has
   */
  private record Names(
      Twins twins,
      Map<String, Spelling> all,
      Set<String> there,
      RosterView view,
      NamesOfPeople people) {}

  private void say(Names names, Findings findings) {
    Map<String, Spelling> all = names.all();
    if (all.size() > MOST_VALUES) {
      return;
    }
    List<String> values = new ArrayList<>(all.keySet());
    int own = values.size();
    values.addAll(names.there());
    TwinCandidates candidates = TwinCandidates.of(values, names.twins());
    Set<String> told = new HashSet<>();
    for (int i = 0; i < own; i++) {
      String one = values.get(i);
      for (int j : candidates.behind(i)) {
        boolean twin =
            j >= own && !names.there().contains(one) && names.twins().areTwins(one, values.get(j));
        if (twin && told.add(one)) {
          add(names, one, values.get(j), "on the platform", findings);
        }
      }
    }
    for (int i = 0; i < own; i++) {
      for (int j : candidates.behind(i)) {
        if (j >= own) {
          break;
        }
        Spelling first = all.get(values.get(i));
        Spelling second = all.get(values.get(j));
        if (names.twins().areTwins(values.get(i), values.get(j))
            && (first.field != Field.EMAIL || isSlip(first, second))
            && !names.people().keepApart(values.get(i), values.get(j))) {
          boolean firstIsRarer = first.times < second.times;
          String rare = values.get(firstIsRarer ? i : j);
          String usual = values.get(firstIsRarer ? j : i);
          if (told.add(rare)) {
            int row = names.view().resolved().rows().place(all.get(usual).line).row();
            add(names, rare, usual, "in row " + row, findings);
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

  private void add(Names names, String value, String usual, String where, Findings findings) {
    Spelling rare = names.all().get(value);
    RosterRow row = names.view().resolved().rows().row(rare.line);
    Finding.Builder finding =
        Finding.about(
            row,
            rare.field,
            this,
            Quoted.value(value)
                + (rare.times > 1 ? " (" + rare.times + " times)" : "")
                + " and "
                + Quoted.value(usual)
                + " "
                + where
                + " are probably one.");
    if (rare.field == Field.NAME) {
      // Two groups of one name would be one too many.
      findings.add(finding);
      return;
    }
    String stands = finding.value();
    findings.add(
        finding.suggesting(
            stands != null && stands.indexOf('@') > 0
                ? stands.substring(0, stands.lastIndexOf('@') + 1) + usual
                : usual));
  }
}
