package neatroster.core.check.pass;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import neatroster.core.check.CheckInput;
import neatroster.core.check.CheckResult;
import neatroster.core.check.CheckedRow;
import neatroster.core.check.ColumnRule;
import neatroster.core.check.FindingList;
import neatroster.core.check.Findings;
import neatroster.core.check.RosterCounts;
import neatroster.core.check.RosterView;
import neatroster.core.check.RowFilter;
import neatroster.core.check.RowRule;
import neatroster.core.check.SheetRule;
import neatroster.core.check.SheetView;
import neatroster.core.check.Suggestions;
import neatroster.core.intake.RosterRow;
import neatroster.core.intake.SheetReading;
import neatroster.core.intake.SkippedRow;
import neatroster.core.model.Field;
import neatroster.core.model.KnownUser;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.roster.ResolvedRoster;
import neatroster.core.roster.Roster;
import neatroster.core.roster.RowCursor;
import neatroster.core.roster.SheetColumns;
import neatroster.core.settings.Settings;
import neatroster.core.state.Known;
import neatroster.core.state.KnownUsers;
import neatroster.core.text.BackgroundWorker;
import neatroster.core.text.Cell;
import neatroster.core.wanted.EarlierRow;
import neatroster.core.wanted.Wanted;

/**
 * Goes over a roster once, courses, groups, users, enrollments, and applies the rules. It keeps
 * keys, not rows: what it needs grows with the number of rows by some tens of bytes each.
 */
public final class Checker {
  private static final List<Table> IN_ORDER =
      List.of(Table.COURSES, Table.GROUPS, Table.USERS, Table.ENROLLMENTS);

  /** So many rows are worth a thread of their own. */
  private static final int MUCH = 20_000;

  private final Settings settings;

  /** A checker under a folder's settings. */
  public Checker(Settings settings) {
    this.settings = settings;
  }

  /**
   * Checks a roster.
   *
   * @param known users who have an account already; references to them are good
   */
  public CheckResult check(Roster roster, KnownUsers known) {
    return check(roster, CheckInput.of(settings, Known.of(known)));
  }

  /** Checks a roster. */
  public static CheckResult check(Roster roster, CheckInput checkInput) {
    return new Pass(roster, checkInput, false, MUCH).run();
  }

  /** Checks a roster on two threads, however small it is, which finds the same. */
  static CheckResult checkBeside(Roster roster, CheckInput checkInput) {
    return new Pass(roster, checkInput, false, -1).run();
  }

  /** Checks a roster with every rule seeing every row, which finds the same. */
  static CheckResult checkEveryRow(Roster roster, CheckInput checkInput) {
    return new Pass(roster, checkInput, true, MUCH).run();
  }

  /** One going over. */
  private static final class Pass {
    private final Roster roster;
    private final ResolvedRoster resolved;
    private final Settings settings;
    private final KnownUsers known;
    private final Rules rules;
    private final Map<Table, RowRule[]> rulesOf = new EnumMap<>(Table.class);
    private final Findings findings;
    private final CheckedRow checked;
    private final RosterCounts counts;
    private final boolean everyRow;
    private final int much;
    private final Map<SheetReading, CandidateRows> candidatesOf = new HashMap<>();
    private final Map<ColumnRule, BackgroundWorker.Result<Boolean>> columns = new LinkedHashMap<>();
    private Wanted wanted;
    private BitSet misaligned;
    private int enrollment;
    private SheetView viewed;
    private final Map<SheetReading, int[]> rows = new HashMap<>();
    private SheetReading counted;
    private int[] countedRows;
    private int derivedEnrollments;
    private int lastDerivedLine = -1;
    private final Map<SheetReading, SkippedRow> examples = new LinkedHashMap<>();

    Pass(Roster roster, CheckInput checkInput, boolean everyRow, int much) {
      this.roster = roster;
      this.everyRow = everyRow;
      this.much = much;
      this.settings = checkInput.settings();
      this.known = checkInput.known().users();
      this.rules = new Rules(checkInput);
      this.findings = new Findings(settings.rules(), settings.checks().accepted());
      for (Table table : Table.values()) {
        rulesOf.put(
            table,
            rules.rowRules.stream()
                .filter(rule -> rule.tables().contains(table) && !isOff(rule.text().name()))
                .toArray(RowRule[]::new));
      }
      // The texts are looked at while it is found out who is who.
      roster.read();
      for (SheetReading sheet : roster.sheets()) {
        candidatesOf.put(sheet, candidates(sheet));
      }
      this.resolved = ResolvedRoster.of(roster, settings, checkInput.known());
      this.counts = new RosterCounts(resolved, settings.roles());
      this.checked = new CheckedRow(resolved, counts, new Suggestions());
      for (int position = 0; position < known.all().size(); position++) {
        int person = resolved.people().ofAccount(position);
        if (known.standing(position) == KnownUser.Standing.SUSPENDED
            && person >= 0
            && resolved.people().firstLine(person) < 0) {
          counts.suspend(person);
        }
      }
    }

    /** The lines of the rows whose values may stand in the wrong columns. */
    private BitSet misaligned() {
      BitSet misaligned = new BitSet();
      for (SheetReading sheet : roster.sheets()) {
        SheetColumns columns = roster.columns(sheet);
        RowCursor cursor = new RowCursor(columns);
        for (int at = 0; columns.hasIrregular() && at < columns.rows(); at++) {
          if (columns.isIrregular(at) && cursor.at(at).isUneven()) {
            misaligned.set(roster.line(columns, at));
          }
        }
      }
      return misaligned;
    }

    CheckResult run() {
      for (Roster.Unread sheet : roster.unread()) {
        if (sheet.why().isNotATable()) {
          rules.notATable.add(sheet, findings);
        } else {
          rules.unreadableFile.add(sheet.name(), sheet.why(), findings);
        }
      }
      for (SheetReading sheet : roster.sheets()) {
        rows.put(sheet, new int[1]);
        for (SheetRule rule : rules.sheetRules) {
          rule.check(sheet, findings);
        }
        noteUnchecked(sheet);
        roster.skipped(sheet).forEach(row -> skipped(sheet, row));
        roster
            .whyBrokenOff(sheet)
            .ifPresent(why -> rules.unreadableFile.add(sheet.name(), why, findings));
      }
      beginColumns();
      // While the columns are looked at.
      misaligned = misaligned();
      wanted = Wanted.counted(settings, resolved, misaligned, counts);
      for (Table table : IN_ORDER) {
        if (table == Table.ENROLLMENTS) {
          // They tell who looks like a learner, and who is suspended.
          rules.columnRules.stream()
              .filter(ColumnRule::tellsOfPeople)
              .forEach(rule -> columns.get(rule).get());
        }
        for (SheetReading sheet : roster.sheets()) {
          if (sheet.table() == table) {
            columns(sheet);
          } else if (table == Table.ENROLLMENTS && sheet.enrolls()) {
            derived(sheet);
          }
        }
      }
      BackgroundWorker.all(List.copyOf(columns.values()), done -> {});
      // In a tab that nobody filled in the example is no news.
      examples.forEach(
          (sheet, row) -> {
            if (rows.get(sheet)[0] > 0) {
              rules.exampleRow.add(sheet, row, findings);
            }
          });
      RosterView view = new RosterView(resolved, counts, wanted);
      rules.rosterRules.stream()
          .filter(rule -> !isOff(rule.text().name()))
          .forEach(rule -> rule.check(view, findings));
      return result();
    }

    private void skipped(SheetReading sheet, SkippedRow row) {
      switch (row.why()) {
        case "repeated header" -> rules.repeatedHeader.add(sheet, row, findings);
        case SkippedRow.EXAMPLE -> examples.put(sheet, row);
        // What is below it is in the course that it names.
        case SkippedRow.HEADING -> {}
        case "title" -> {
          // Above headers stands what the sheet is. Above a list without any it may be a person.
          if (sheet.headerRow() == 0) {
            rules.skippedRow.add(sheet, row, findings);
          }
        }
        default -> rules.skippedRow.add(sheet, row, findings);
      }
    }

    /** Checks a sheet: its columns, then the rows that any rule has to see. */
    private void columns(SheetReading sheet) {
      SheetView view = new SheetView(resolved, sheet, counts);
      viewed = view;
      if (sheet.table() == Table.ENROLLMENTS && sheet.enrolls()) {
        derived(sheet);
      } else {
        rows(sheet, view);
      }
      rules.referenceRules.forEach(rule -> rule.check(view, findings));
    }

    /** Checks the enrollments that the rows of a sheet hold. */
    private void derived(SheetReading sheet) {
      enrollment = wanted.memberships().first(sheet);
      roster.enrollments(
          sheet,
          (row, line) -> {
            row(row, line);
            enrollment++;
          });
    }

    /** Begins to look at all texts of a sheet. */
    private CandidateRows candidates(SheetReading sheet) {
      RowFilter filter = new RowFilter(sheet);
      if (everyRow) {
        filter.everyRow();
      }
      for (RowRule rule : rulesOf.get(sheet.table())) {
        rule.select(filter);
      }
      return new CandidateRows(roster.columns(sheet), filter, isMuch(sheet));
    }

    /** Whether the settings want nothing of a rule. */
    private boolean isOff(String rule) {
      return settings.rules().getOrDefault(rule, Optional.of(Severity.NOTE)).isEmpty();
    }

    private boolean isMuch(SheetReading sheet) {
      return roster.columns(sheet).rows() > much;
    }

    /** Begins to look down the columns of all sheets, with each rule on its own. */
    private void beginColumns() {
      boolean much = roster.sheets().stream().anyMatch(this::isMuch);
      List<ColumnRule> inOrder = new ArrayList<>(rules.columnRules);
      // What others wait for comes first.
      inOrder.sort(Comparator.comparing(rule -> !rule.tellsOfPeople()));
      for (ColumnRule rule : inOrder) {
        columns.put(rule, BackgroundWorker.run(much, () -> columns(rule)));
      }
    }

    private void columns(ColumnRule rule) {
      for (Table table : IN_ORDER) {
        for (SheetReading sheet : roster.sheets()) {
          if (sheet.table() == table) {
            rule.check(new SheetView(resolved, sheet, counts), findings);
          }
        }
      }
    }

    private void rows(SheetReading sheet, SheetView view) {
      rows.get(sheet)[0] = view.rows();
      BitSet candidates = candidatesOf.get(sheet).positions();
      CleanRows clean = new CleanRows(view, settings, wanted.memberships());
      int first = view.table() == Table.ENROLLMENTS ? wanted.memberships().first(sheet) : 0;
      for (int position = 0; position < view.rows(); position++) {
        if (candidates.get(position) || !clean.isClean(position)) {
          enrollment = first + position;
          row(view.row(position), view.line(position));
        }
      }
    }

    private void noteUnchecked(SheetReading sheet) {
      boolean namesUsers = sheet.table() == Table.ENROLLMENTS || sheet.has(Field.INSTRUCTORS);
      if (namesUsers && !resolved.isListed(Table.USERS)) {
        rules.uncheckedReferences.add(sheet, Table.USERS, findings);
      }
      boolean namesCourses = sheet.has(Field.COURSE) || sheet.enrolls();
      if (namesCourses && !resolved.isListed(Table.COURSES)) {
        rules.uncheckedReferences.add(sheet, Table.COURSES, findings);
      }
      boolean namesGroups = sheet.has(Field.GROUP) || sheet.has(Field.MEMBERS_OF);
      if (namesGroups && !resolved.isListed(Table.GROUPS)) {
        rules.uncheckedReferences.add(sheet, Table.GROUPS, findings);
      }
    }

    private void row(RosterRow row, int line) {
      Table table = row.table();
      if (row.isDerived()) {
        derivedEnrollments++;
        if (row.reading().table() == Table.ENROLLMENTS && line != lastDerivedLine) {
          // No row of its own goes by: those of people were counted when the people were read.
          count(row.reading());
        }
        lastDerivedLine = line;
      } else if (row.reading().enrolls() && table == Table.ENROLLMENTS) {
        // It is misaligned, so that nothing is derived from it.
        count(row.reading());
      }
      checked.begin(row, line);
      if (row.isUneven()) {
        rules.unevenRow.check(checked, findings);
        return;
      }
      switch (table) {
        case COURSES -> course();
        case GROUPS -> group();
        case USERS -> user();
        case ENROLLMENTS -> enrollment();
      }
      if (viewed != null && (checked.course.isNone() || checked.group.isNone())) {
        viewed.noteUnresolved();
      }
      checked.lookOver();
      for (RowRule rule : rulesOf.get(table)) {
        rule.check(checked, findings);
      }
    }

    private void count(SheetReading sheet) {
      if (!sheet.equals(counted)) {
        counted = sheet;
        countedRows = rows.get(sheet);
      }
      countedRows[0]++;
    }

    private CheckResult result() {
      Map<SheetReading, Integer> rowsOfSheet = new HashMap<>();
      Map<Table, Integer> rowsOfTable = new EnumMap<>(Table.class);
      for (Table table : Table.values()) {
        rowsOfTable.put(table, 0);
      }
      rows.forEach(
          (sheet, count) -> {
            rowsOfSheet.put(sheet, count[0]);
            if (sheet.table() != Table.ENROLLMENTS || !sheet.enrolls()) {
              rowsOfTable.merge(sheet.table(), count[0], Integer::sum);
            }
          });
      rowsOfTable.merge(Table.ENROLLMENTS, derivedEnrollments, Integer::sum);
      FindingList found = findings.inOrder(roster.order());
      boolean isSound = found.count(Severity.ERROR) == 0 && misaligned.isEmpty();
      return new CheckResult(
          settings,
          resolved,
          rowsOfSheet,
          rowsOfTable,
          found,
          findings.accepted(),
          isSound ? wanted : null);
    }

    private void course() {
      if (!checked.has(Field.CODE)) {
        return;
      }
      checked.course = resolved.courses().find(checked.row.code(Field.CODE));
      int first = resolved.courses().line(checked.course.number());
      if (first == checked.line) {
        checked.counts.course(checked.course.number(), checked.row);
      } else {
        checked.earlierLine = first;
      }
    }

    private void group() {
      checked.course = resolved.course(checked.row);
      checked.group = resolved.groups().of(checked.row);
      if (checked.group.isFound()) {
        int first = resolved.groups().line(checked.group.number());
        if (first == checked.line) {
          checked.counts.group(checked.group.number(), checked.row);
        } else {
          checked.earlierLine = first;
        }
      }
    }

    private void user() {
      checked.user = resolved.people().ofLine(checked.line);
      if (checked.user.isFound() && !known.isEmpty()) {
        checked.accountNumber = resolved.people().account(checked.user.number());
        checked.account = checked.accountNumber < 0 ? null : known.all().get(checked.accountNumber);
      }
    }

    private void enrollment() {
      checked.user = resolved.user(checked.row, checked.line);
      checked.course = resolved.course(checked.row);
      checked.group = resolved.group(checked.row);
      checked.membersOf = resolved.membersOf(checked.row);
      int role = settings.roles().number(roleCell());
      checked.role = role < 0 ? "" : settings.roles().roles().get(role);
      precedence();
    }

    /** Notes which other row counts instead. */
    private void precedence() {
      EarlierRow earlier = wanted.memberships().earlier(enrollment);
      checked.endedBy = wanted.memberships().endedBy(enrollment);
      if (earlier != null) {
        checked.earlierEnrollment = earlier.line();
        checked.earlierRoleDiffers = earlier.hasOtherRole();
        checked.areRolesKnown = earlier.areRoles();
        if (earlier.hasOtherRole() && checked.course.isFound()) {
          counts.unclear(checked.course.number(), checked.role);
        }
      }
    }

    private CharSequence roleCell() {
      Cell role = checked.cell(Field.ROLE);
      return role.isEmpty() ? settings.defaultRole() : role;
    }
  }
}
