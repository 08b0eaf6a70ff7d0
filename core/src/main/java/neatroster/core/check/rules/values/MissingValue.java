package neatroster.core.check.rules.values;

import java.util.EnumSet;
import java.util.Set;
import neatroster.core.check.CheckedRow;
import neatroster.core.check.Findings;
import neatroster.core.check.RowFilter;
import neatroster.core.check.RowRule;
import neatroster.core.check.RuleText;
import neatroster.core.intake.Names;
import neatroster.core.intake.SheetReading;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;

/** A cell that must be filled is blank. */
public final class MissingValue implements RowRule {
  static final RuleText TEXT = new RuleText("missing-value", Severity.ERROR);

  @Override
  public RuleText text() {
    return TEXT;
  }

  @Override
  public Set<Table> tables() {
    return EnumSet.allOf(Table.class);
  }

  @Override
  public void select(RowFilter on) {
    on.sheet()
        .ownFields()
        .forEach(
            (field, column) -> {
              if (field.required()) {
                on.blank(column);
              }
            });
    switch (on.sheet().table()) {
      case USERS ->
          on.allBlank(Field.GIVEN_NAME, Field.FAMILY_NAME, Field.FULL_NAME, Field.PREFERRED_NAME);
      case COURSES -> {
        on.allBlank(Field.CODE);
        if (on.sheet().has(Field.TITLE)) {
          on.allBlank(Field.TITLE);
        }
      }
      case GROUPS -> on.allBlank(Field.NAME);
      case ENROLLMENTS -> on.allBlank(Field.COURSE, Field.GROUP);
    }
  }

  @Override
  public void check(CheckedRow row, Findings findings) {
    if (!row.row.isDerived()) {
      ownFields(row, findings);
    }
    switch (row.table()) {
      case USERS -> {
        if (!row.has(Field.GIVEN_NAME)
            && !row.has(Field.FAMILY_NAME)
            && !row.has(Field.FULL_NAME)
            && !row.has(Field.PREFERRED_NAME)
            && !isNamedElsewhere(row)) {
          add(
              row,
              findings,
              "The user has no name. Fill in at least one of the names.",
              row.firstColumn(Field.GIVEN_NAME, Field.FULL_NAME, Field.FAMILY_NAME));
        }
      }
      case COURSES -> {
        // That a column is missing is said once.
        if (row.row.reading().has(Field.CODE) && !row.has(Field.CODE)) {
          add(
              row,
              findings,
              "The course has no code, so nobody can be enrolled in it.",
              Field.CODE);
        }
        if (row.row.reading().has(Field.TITLE) && !row.has(Field.TITLE)) {
          add(
              row,
              findings,
              "The course has no title; this is what people see on the platform.",
              Field.TITLE);
        }
      }
      case GROUPS -> {
        if (row.row.reading().has(Field.NAME) && !row.has(Field.NAME)) {
          add(row, findings, "The group has no name.", Field.NAME);
        }
      }
      case ENROLLMENTS -> {
        SheetReading sheet = row.row.reading();
        boolean ofItsOwnPerson = row.row.isDerived() && row.row.reading().table() == Table.USERS;
        boolean whom = sheet.has(Field.USER) || sheet.has(Field.MEMBERS_OF) || sheet.enrolls();
        if (whom && !row.has(Field.USER) && !row.has(Field.MEMBERS_OF) && !ofItsOwnPerson) {
          add(
              row,
              findings,
              "The row does not say whom to enroll.",
              row.firstColumn(Field.USER, Field.MEMBERS_OF));
        }
        boolean where = sheet.has(Field.COURSE) || sheet.has(Field.GROUP) || sheet.enrolls();
        if (where && !row.has(Field.COURSE) && !row.has(Field.GROUP)) {
          add(
              row,
              findings,
              "The row does not say which course to enroll in.",
              row.firstColumn(Field.COURSE, Field.GROUP));
        }
      }
    }
  }

  /** Whether the row refers to somebody, by an id or an address, whose name another list has. */
  private static boolean isNamedElsewhere(CheckedRow row) {
    if (row.account != null && (!namesPeople(row) || row.row.reading().enrolls())) {
      return true;
    }
    return row.user.isFound()
        && row.resolved.people().lines(row.user.number()).stream()
            .filter(line -> line != row.line)
            .anyMatch(line -> !Names.full(row.resolved.rows().row(line)).isEmpty());
  }

  /** A list without any column for names refers to people who are known. */
  private static boolean namesPeople(CheckedRow row) {
    SheetReading sheet = row.row.reading();
    return sheet.has(Field.GIVEN_NAME)
        || sheet.has(Field.FAMILY_NAME)
        || sheet.has(Field.FULL_NAME);
  }

  private void ownFields(CheckedRow row, Findings findings) {
    row.row
        .reading()
        .ownFields()
        .forEach(
            (field, column) -> {
              if (field.required() && row.row.cellAt(column).isBlank()) {
                findings.add(
                    row.finding(
                        this,
                        column,
                        "“" + field.name() + "” is blank; your settings ask for it."));
              }
            });
  }

  private void add(CheckedRow row, Findings findings, String message, Field field) {
    findings.add(row.finding(this, field, message));
  }
}
