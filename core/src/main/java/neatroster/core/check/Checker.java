package neatroster.core.check;

import java.util.Arrays;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import neatroster.core.intake.Known;
import neatroster.core.intake.KnownUsers;
import neatroster.core.intake.RosterRow;
import neatroster.core.intake.SheetReading;
import neatroster.core.intake.SkippedRow;
import neatroster.core.model.Field;
import neatroster.core.model.Settings;
import neatroster.core.model.Table;
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
    private final Settings settings;
    private final Known knownAll;
    private final KnownUsers known;
    private final Rules rules;
    private final Map<Table, RowRule[]> rulesOf = new EnumMap<>(Table.class);
    private final Findings findings;
    private final RosterKeys keys;
    private final CheckedRow checked;
    private final Map<SheetReading, int[]> rows = new HashMap<>();
    private SheetReading counted;
    private int[] countedRows;
    private SheetReading current;
    private boolean groupsCheckable;
    private int derivedEnrollments;
    private int lastDerivedLine = -1;
    private final Map<Table, Boolean> complete = new EnumMap<>(Table.class);
    private final PairIndex enrollments = new PairIndex();
    private final PairIndex memberships = new PairIndex();
    private byte[] roleOfLine = new byte[1024];
    private final KeyIndex unlistedUsers = KeyIndex.caseless();
    private final KeyIndex unlistedCourses = KeyIndex.exact();
    private final KeyIndex unlistedGroups = KeyIndex.exact();
    private final int[] userOfKnown;
    private final Map<SheetReading, SkippedRow> examples = new LinkedHashMap<>();
    private final Map<Integer, Integer> fingerprints = new HashMap<>();

    Pass(Roster roster, Basis basis) {
      this.roster = roster;
      this.settings = basis.settings();
      this.knownAll = basis.known();
      this.known = knownAll.users();
      this.rules = new Rules(basis);
      this.findings = new Findings(settings.rules(), settings.checks().accepted());
      this.keys = new RosterKeys(settings.courseAliases());
      for (Table table : Table.values()) {
        rulesOf.put(
            table,
            rules.rowRules.stream()
                .filter(rule -> rule.tables().contains(table))
                .toArray(RowRule[]::new));
      }
      this.userOfKnown = new int[known.all().size()];
      Arrays.fill(userOfKnown, RosterKeys.NONE);
      this.checked = new CheckedRow(roster, keys, new Suggestions());
    }

    CheckResult run() {
      boolean allReadable = true;
      for (Roster.Unread sheet : roster.unread()) {
        if (sheet.why().isNotATable()) {
          rules.notATable.add(sheet, findings);
        } else {
          rules.unreadableFile.add(sheet.name(), sheet.why(), findings);
          allReadable = false;
        }
      }
      for (Table table : Table.values()) {
        complete.put(table, allReadable);
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
            .ifPresent(
                why -> {
                  rules.unreadableFile.add(sheet.name(), why, findings);
                  complete.put(sheet.table(), false);
                });
      }
      for (Table table : List.of(Table.COURSES, Table.GROUPS, Table.USERS, Table.ENROLLMENTS)) {
        if (table == Table.ENROLLMENTS && !known.isEmpty()) {
          keys.addKnown(known, userOfKnown);
        }
        addKnown(table);
        groupsCheckable = checkable(Table.GROUPS);
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
      Ending ending = new Ending(roster, keys, checked.counts, knownAll);
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

    /** What the platform has and the sheets do not list comes behind what they list. */
    private void addKnown(Table table) {
      if (table == Table.GROUPS) {
        keys.addKnownCourses(knownAll.courses());
      } else if (table == Table.USERS && knownAll.listsGroups()) {
        knownAll.groupsOf("").forEach(name -> keys.addKnownGroup(RosterKeys.NONE, name));
        for (String code : knownAll.courses().keySet()) {
          for (String name : knownAll.groupsOf(code)) {
            keys.addKnownGroup(keys.findCourse(code), name);
          }
        }
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
      if (sheet.table() == Table.ENROLLMENTS && !listed(Table.USERS)) {
        rules.uncheckedReferences.add(sheet, Table.USERS, findings);
      }
      boolean namesCourses = sheet.has(Field.COURSE) || sheet.enrolls();
      if (namesCourses && !listed(Table.COURSES)) {
        rules.uncheckedReferences.add(sheet, Table.COURSES, findings);
      }
      boolean namesGroups = sheet.has(Field.GROUP) || sheet.has(Field.MEMBERS_OF);
      if (namesGroups && !listed(Table.GROUPS)) {
        rules.uncheckedReferences.add(sheet, Table.GROUPS, findings);
      }
    }

    private boolean listed(Table table) {
      return roster.lists(table)
          || switch (table) {
            case USERS -> !known.isEmpty();
            case COURSES -> !knownAll.courses().isEmpty();
            case GROUPS -> knownAll.listsGroups();
            case ENROLLMENTS -> false;
          };
    }

    private boolean checkable(Table table) {
      return listed(table) && complete.get(table);
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
        keys.addTorn(row);
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
          roster,
          rowsOfSheet,
          rowsOfTable,
          findings.inOrder(roster.order()),
          keys,
          findings.accepted());
    }

    private void course() {
      checked.earlierSame =
          checked.has(Field.CODE) ? keys.addCourse(checked.row, checked.line) : RosterKeys.NONE;
      if (checked.has(Field.CODE) && checked.earlierSame == RosterKeys.NONE) {
        checked.counts.course(keys.courses().size() - 1, checked.row);
      }
    }

    private void group() {
      resolveCourse();
      if (!checked.has(Field.NAME)) {
        return;
      }
      int course = checked.course;
      if (course < 0 && checked.has(Field.COURSE)) {
        if (checkable(Table.COURSES)) {
          // Whoever is enrolled in the group has not slipped: the group's own row has.
          keys.addTornGroup(checked.cell(Field.NAME));
          return;
        }
        // Beyond the listed courses, so that groups of unlisted ones are told apart all the same.
        course = Integer.MAX_VALUE - unlistedCourses.add(checked.row.code(Field.COURSE));
      }
      checked.earlierSame = keys.addGroup(course, checked.cell(Field.NAME), checked.line);
      if (checked.earlierSame == RosterKeys.NONE) {
        checked.counts.group(keys.groups().size() - 1, checked.row);
      }
    }

    private void user() {
      if (checked.row.reading().enrolls() && repeatsPerson()) {
        return;
      }
      checked.user = keys.users();
      checked.shared = keys.addUser(checked.row, checked.line);
      if (checked.row.reading().enrolls()) {
        keys.setUserOfLine(checked.line, checked.user);
        fingerprints.put(checked.user, fingerprint());
      }
      if (!known.isEmpty()) {
        matchKnown();
      }
    }

    /** Who of the known this row is about. */
    private void matchKnown() {
      int account = known.find(checked.row);
      int owner =
          checked.has(Field.USERNAME) ? known.findUsername(checked.text(Field.USERNAME)) : -1;
      checked.accountNumber = account;
      checked.account = account < 0 ? null : known.all().get(account);
      checked.usernameOwner = owner < 0 || owner == account ? null : known.all().get(owner);
      if (account >= 0) {
        checked.earlierWithAccount = userOfKnown[account];
        if (userOfKnown[account] == RosterKeys.NONE) {
          userOfKnown[account] = checked.user;
        }
      }
    }

    /**
     * Whether this row of a sheet that enrolls is about somebody whom an earlier row was about.
     * Such a sheet has a row for each course; what the rows say of the person must be the same.
     */
    private boolean repeatsPerson() {
      int earlier = keys.findPerson(checked.row);
      if (earlier < 0 || !fingerprints.containsKey(earlier)) {
        return false;
      }
      checked.user = earlier;
      checked.earlierDisagrees = !fingerprints.get(earlier).equals(fingerprint());
      keys.setUserOfLine(checked.line, earlier);
      return true;
    }

    /** What a row says of the person itself. */
    private Integer fingerprint() {
      int hash = 1;
      for (Field field : Table.USERS.fields()) {
        if (field != Field.ROLE && field != Field.NOTE && field != Field.ENROLLMENTS_CELL) {
          hash = hash * 31 + checked.text(field).toLowerCase(Locale.ROOT).hashCode();
        }
      }
      return hash;
    }

    private void enrollment() {
      resolveUser();
      resolveCourse();
      checked.groupsUnchecked = !groupsCheckable;
      if (checked.course != CheckedRow.UNCHECKED && checked.has(Field.GROUP)) {
        checked.group =
            keys.findGroup(Math.max(checked.course, RosterKeys.NONE), checked.cell(Field.GROUP));
      }
      int who = whoKey();
      int where = whereKey();
      if (who < 0 || where < 0) {
        return;
      }
      int earlier = enrollments.putIfNew(who, where, checked.line);
      byte role = (byte) settings.roles().number(roleCell());
      checked.role = role < 0 ? "" : settings.roles().roles().get(role);
      if (earlier == PairIndex.NEW && !checked.text(Field.STATUS).equalsIgnoreCase("ended")) {
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
      }
    }

    private void count() {
      int inCourse =
          checked.course >= 0 && checked.course < keys.courses().size() ? checked.course : -1;
      if (inCourse >= 0
          && checked.user >= 0
          && memberships.putIfNew(checked.user, inCourse, 0) != PairIndex.NEW) {
        // In two groups of one course somebody is in the course once.
        checked.counts.enroll(checked.user, -1, checked.group, checked.role);
      } else {
        checked.counts.enroll(checked.user, inCourse, checked.group, checked.role);
      }
    }

    private CharSequence roleCell() {
      Cell role = checked.cell(Field.ROLE);
      return role.isEmpty() ? settings.defaultRole() : role;
    }

    private void resolveUser() {
      if (checked.row.isDerived() && checked.row.reading().table() == Table.USERS) {
        checked.user = keys.userOfLine(checked.line);
        return;
      }
      CharSequence user = checked.row.code(Field.USER);
      if (!checked.has(Field.USER)) {
        checked.user = RosterKeys.NONE;
        return;
      }
      checked.user = keys.findUser(user);
      if (checked.user == RosterKeys.NONE && (!checkable(Table.USERS) || keys.isTornUser(user))) {
        checked.user = CheckedRow.UNCHECKED;
      }
    }

    private void resolveCourse() {
      CharSequence course = checked.row.code(Field.COURSE);
      if (!checked.has(Field.COURSE)) {
        checked.course = RosterKeys.NONE;
        return;
      }
      checked.course = keys.findCourse(course);
      if (checked.course == RosterKeys.NONE
          && (!checkable(Table.COURSES) || keys.isTornCourse(course))) {
        checked.course = CheckedRow.UNCHECKED;
      }
    }

    /** A number for whom the row enrolls, or a negative one where that cannot be told. */
    private int whoKey() {
      if (checked.user == CheckedRow.UNCHECKED) {
        return keys.users() + unlistedUsers.add(checked.row.code(Field.USER));
      }
      if (checked.user < 0 && checked.has(Field.MEMBERS_OF)) {
        int members = keys.findGroup(RosterKeys.NONE, checked.cell(Field.MEMBERS_OF));
        return members < 0 ? members : Integer.MAX_VALUE - 1 - members;
      }
      return checked.user;
    }

    /**
     * A number for the course and group that the row enrolls in, or a negative one where that
     * cannot be told.
     */
    private int whereKey() {
      int course = checked.course;
      if (course == CheckedRow.UNCHECKED) {
        course = keys.courses().size() + unlistedCourses.add(checked.row.code(Field.COURSE));
      } else if (course < 0 && checked.has(Field.COURSE)) {
        return RosterKeys.NONE;
      }
      if (!checked.has(Field.GROUP)) {
        return course < 0 ? RosterKeys.NONE : course * 2;
      }
      int group =
          checked.groupsUnchecked || course >= keys.courses().size()
              ? keys.groups().size() + unlistedGroups.add(course + ":" + checked.text(Field.GROUP))
              : checked.group;
      return group < 0 ? RosterKeys.NONE : group * 2 + 1;
    }
  }
}
