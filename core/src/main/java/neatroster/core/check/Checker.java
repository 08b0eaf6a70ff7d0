package neatroster.core.check;

import java.util.Arrays;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import neatroster.core.intake.RosterRow;
import neatroster.core.intake.SheetReading;
import neatroster.core.intake.SkippedRow;
import neatroster.core.model.Field;
import neatroster.core.model.Settings;
import neatroster.core.model.Table;
import neatroster.core.roster.Known;
import neatroster.core.roster.KnownUsers;
import neatroster.core.roster.ResolvedRoster;
import neatroster.core.roster.Roster;
import neatroster.core.text.Cell;
import neatroster.core.text.KeyIndex;
import neatroster.core.text.PairIndex;

/**
 * Goes over a roster once, courses, groups, users, enrollments, and applies the rules. It keeps
 * keys, not rows: what it needs grows with the number of rows by some tens of bytes each.
 */
public final class Checker {
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
    return check(roster, Basis.of(settings, Known.of(known)));
  }

  /** Checks a roster. */
  public static CheckResult check(Roster roster, Basis basis) {
    return new Pass(roster, basis).run();
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
    private final Map<SheetReading, int[]> rows = new HashMap<>();
    private SheetReading counted;
    private int[] countedRows;
    private SheetReading current;
    private int derivedEnrollments;
    private int lastDerivedLine = -1;
    private final PairIndex enrollments;
    private final PairIndex memberships;
    private byte[] roleOfLine = new byte[1024];
    private final KeyIndex unlistedUsers = KeyIndex.caseless();
    private final KeyIndex unlistedCourses = KeyIndex.exact();
    private final KeyIndex unlistedGroups = KeyIndex.exact();
    private final Map<SheetReading, SkippedRow> examples = new LinkedHashMap<>();

    Pass(Roster roster, Basis basis) {
      this.roster = roster;
      this.settings = basis.settings();
      this.known = basis.known().users();
      this.resolved = ResolvedRoster.of(roster, settings, basis.known());
      this.rules = new Rules(basis);
      this.findings = new Findings(settings.rules(), settings.checks().accepted());
      for (Table table : Table.values()) {
        rulesOf.put(
            table,
            rules.rowRules.stream()
                .filter(rule -> rule.tables().contains(table))
                .toArray(RowRule[]::new));
      }
      int pairs = roster.rowsOf(Table.ENROLLMENTS);
      this.enrollments = PairIndex.expecting(pairs);
      this.memberships = PairIndex.expecting(pairs);
      this.checked = new CheckedRow(resolved, new Suggestions());
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
      for (Table table : List.of(Table.COURSES, Table.GROUPS, Table.USERS, Table.ENROLLMENTS)) {
        roster.read(table, this::row);
        endSheet();
      }
      // In a tab that nobody filled in the example is no news.
      examples.forEach(
          (sheet, row) -> {
            if (rows.get(sheet)[0] > 0) {
              rules.exampleRow.add(sheet, row, findings);
            }
          });
      Ending ending = new Ending(resolved, checked.counts);
      rules.all().forEach(rule -> rule.end(ending, findings));
      return result();
    }

    private void skipped(SheetReading sheet, SkippedRow row) {
      switch (row.why()) {
        case "repeated header" -> rules.repeatedHeader.add(sheet, row, findings);
        case SkippedRow.EXAMPLE -> examples.put(sheet, row);
        case "title" -> {
          // Above headers stands what the sheet is. Above a list without any it may be a person.
          if (sheet.headerRow() == 0) {
            rules.skippedRow.add(sheet, row, findings);
          }
        }
        default -> rules.skippedRow.add(sheet, row, findings);
      }
    }

    private void endSheet() {
      if (current != null) {
        for (Rule rule : rules.all()) {
          rule.endSheet(current, findings);
        }
        current = null;
      }
    }

    private void noteUnchecked(SheetReading sheet) {
      if (sheet.table() == Table.ENROLLMENTS && !resolved.isListed(Table.USERS)) {
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
      if (row.reading() != current) {
        endSheet();
        current = row.reading();
      }
      if (row.isDerived()) {
        derivedEnrollments++;
        if (row.reading().table() == Table.ENROLLMENTS && line != lastDerivedLine) {
          // No row of its own goes by: those of people were counted when the people were read.
          count(row.reading());
        }
        lastDerivedLine = line;
      } else {
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
      return new CheckResult(
          resolved,
          rowsOfSheet,
          rowsOfTable,
          findings.inOrder(roster.order()),
          findings.accepted());
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
      int who = whoKey();
      int where = whereKey();
      if (who < 0 || where < 0) {
        return;
      }
      int earlier = enrollments.putIfNew(who, where, checked.line);
      byte role = (byte) settings.roles().number(roleCell());
      checked.role = role < 0 ? "" : settings.roles().roles().get(role);
      if (earlier == PairIndex.NEW && !checked.text(Field.STATUS).equals("ended")) {
        count();
      }
      if (earlier == PairIndex.NEW) {
        if (checked.line >= roleOfLine.length) {
          roleOfLine = Arrays.copyOf(roleOfLine, checked.line * 2);
        }
        roleOfLine[checked.line] = role;
      } else {
        checked.earlierEnrollment = earlier;
        checked.earlierRoleDiffers = roleOfLine[earlier] != role;
        if (checked.earlierRoleDiffers && checked.course.isFound()) {
          checked.counts.orElse(checked.course.number(), checked.role);
        }
      }
    }

    private void count() {
      int inCourse = checked.course.isFound() ? checked.course.number() : -1;
      int user = checked.user.isFound() ? checked.user.number() : -1;
      int group = checked.group.isFound() ? checked.group.number() : -1;
      if (inCourse >= 0 && user >= 0 && memberships.putIfNew(user, inCourse, 0) != PairIndex.NEW) {
        // In two groups of one course somebody is in the course once.
        inCourse = -1;
      }
      checked.counts.enroll(user, inCourse, group, checked.role);
    }

    private CharSequence roleCell() {
      Cell role = checked.cell(Field.ROLE);
      return role.isEmpty() ? settings.defaultRole() : role;
    }

    /** A number for whom the row enrolls, or a negative one where that cannot be told. */
    private int whoKey() {
      if (checked.user.isFound()) {
        return checked.user.number();
      }
      if (checked.user.isUnchecked()) {
        return resolved.people().count() + unlistedUsers.add(checked.row.code(Field.USER));
      }
      boolean members = checked.user.isBlank() && checked.membersOf.isFound();
      return members ? Integer.MAX_VALUE - 1 - checked.membersOf.number() : -1;
    }

    /**
     * A number for the course and group that the row enrolls in, or a negative one where that
     * cannot be told.
     */
    private int whereKey() {
      int course = -1;
      if (checked.course.isFound()) {
        course = checked.course.number();
      } else if (checked.course.isUnchecked()) {
        course = resolved.courses().count() + unlistedCourses.add(checked.row.code(Field.COURSE));
      } else if (!checked.course.isBlank()) {
        return -1;
      }
      if (checked.group.isBlank()) {
        return course < 0 ? -1 : course * 2;
      }
      if (checked.group.isFound()) {
        return checked.group.number() * 2 + 1;
      }
      return checked.group.isUnchecked()
          ? (resolved.groups().count()
                      + unlistedGroups.add(course + ":" + checked.text(Field.GROUP)))
                  * 2
              + 1
          : -1;
    }
  }
}
