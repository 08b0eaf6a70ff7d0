package neatroster.core.check.rules.enrollments;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import neatroster.core.check.CheckInput;
import neatroster.core.check.CheckedRow;
import neatroster.core.check.ColumnRule;
import neatroster.core.check.Findings;
import neatroster.core.check.RosterRule;
import neatroster.core.check.RosterView;
import neatroster.core.check.RowFilter;
import neatroster.core.check.RuleText;
import neatroster.core.check.SheetView;
import neatroster.core.check.TableRule;
import neatroster.core.check.TextTests;
import neatroster.core.intake.SheetReading;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.roster.Link;
import neatroster.core.settings.Settings;
import neatroster.core.text.Cell;
import neatroster.core.text.Quoted;
import neatroster.core.value.Instructors;

/** A learner with the rights of somebody else. */
public final class UnlikelyRole extends TableRule implements ColumnRule, RosterRule {
  public static final RuleText TEXT = new RuleText("unlikely-role", Severity.WARNING);

  private static final int GROWN_UP = 16;

  /** One in so many is an exception. */
  private static final int FEW = 3;

  private static final Set<String> ELEVATED = Set.of("instructor", "assistant", "manager");

  private final Settings settings;
  private final Optional<LocalDate> today;

  public UnlikelyRole(CheckInput checkInput) {
    super(TEXT, Table.USERS, Table.ENROLLMENTS);
    settings = checkInput.settings();
    today = checkInput.today();
  }

  /** An enrollment as somebody else of who looks like a learner is seen by every rule. */
  @Override
  public Set<String> explainedBy() {
    return Set.of(ConflictingRoles.TEXT.name());
  }

  @Override
  public void select(RowFilter on) {
    if (on.sheet().table() == Table.USERS) {
      on.text(Field.ROLE, cell -> isElevated(settings.roles().role(cell.cleaned()).orElse("")));
    }
  }

  /** Whether a role has more rights than a learner's. */
  public static boolean isElevated(String role) {
    return ELEVATED.contains(role);
  }

  @Override
  public void check(CheckedRow row, Findings findings) {
    if (row.table() == Table.ENROLLMENTS) {
      if (!(row.earlierRoleDiffers && row.areRolesKnown)
          && isElevated(row.role)
          && row.user.isFound()
          && row.counts.isLikelyLearner(row.user.number())) {
        add(row, findings, row.role);
      }
      return;
    }
    String role = settings.roles().role(row.text(Field.ROLE)).orElse("");
    boolean child =
        isYoung(row.row.reading(), row.cell(Field.BIRTH_DATE))
            || row.has(Field.GUARDIAN_NAME)
            || row.has(Field.GUARDIAN_EMAIL);
    if (child && isElevated(role)) {
      add(row, findings, role);
    }
  }

  @Override
  public boolean tellsOfPeople() {
    return true;
  }

  /** Notes who looks like a learner. */
  @Override
  public void check(SheetView sheet, Findings findings) {
    if (sheet.table() != Table.USERS) {
      return;
    }
    List<Field> fields = new ArrayList<>();
    List<TextTests> signs = new ArrayList<>();
    for (Field field :
        List.of(Field.GRADE, Field.GUARDIAN_NAME, Field.GUARDIAN_EMAIL, Field.BIRTH_DATE)) {
      if (sheet.has(field)) {
        fields.add(field);
        signs.add(
            sheet.tests(
                field,
                cell ->
                    field == Field.BIRTH_DATE ? isYoung(sheet.reading(), cell) : !cell.isBlank()));
      }
    }
    if (sheet.has(Field.ROLE) && sheet.has(Field.GRADE)) {
      inGrades(sheet, findings);
    }
    boolean tellsRole = sheet.has(Field.ROLE);
    TextTests elevated = tellsRole ? roles(sheet, UnlikelyRole::isElevated) : null;
    TextTests learner =
        tellsRole && !sheet.reading().enrolls() ? roles(sheet, "learner"::equals) : null;
    if (fields.isEmpty() && learner == null) {
      return;
    }
    for (int position = 0; position < sheet.rows(); position++) {
      int role = sheet.text(position, Field.ROLE);
      boolean sign = false;
      for (int i = 0; i < fields.size() && !sign; i++) {
        sign = signs.get(i).passes(sheet.text(position, fields.get(i)));
      }
      boolean looksSo =
          sign
              ? elevated == null || !elevated.passes(role)
              : learner != null && learner.passes(role);
      if (looksSo && !sheet.isMisaligned(position)) {
        Link person = sheet.person(position);
        if (person.isFound()) {
          sheet.counts().looksLikeLearner(person.number());
        }
      }
    }
  }

  /** In a list in which learners are in a grade and others are not, the one who is both. */
  private void inGrades(SheetView sheet, Findings findings) {
    TextTests elevated = roles(sheet, UnlikelyRole::isElevated);
    TextTests graded = sheet.tests(Field.GRADE, cell -> !cell.isBlank());
    List<Integer> both = new ArrayList<>();
    int others = 0;
    int learners = 0;
    for (int position = 0; position < sheet.rows(); position++) {
      if (sheet.isMisaligned(position)) {
        continue;
      }
      boolean inGrade = graded.passes(sheet.text(position, Field.GRADE));
      if (!elevated.passes(sheet.text(position, Field.ROLE))) {
        learners += inGrade ? 1 : 0;
      } else if (inGrade) {
        both.add(position);
      } else {
        others++;
      }
    }
    if (both.size() < others && both.size() * FEW <= learners) {
      for (int position : both) {
        findings.add(
            sheet.finding(
                position,
                Field.ROLE,
                this,
                "The row gives a grade, as those of learners do, and the role "
                    + sheet.row(position).text(Field.ROLE)
                    + "."));
      }
    }
  }

  /** A learner whom a course names as its instructor. */
  @Override
  public void check(RosterView view, Findings findings) {
    for (SheetReading sheet : view.resolved().rows().sheets()) {
      if (sheet.table() == Table.COURSES && sheet.has(Field.INSTRUCTORS)) {
        SheetView courses = new SheetView(view.resolved(), sheet, view.counts());
        for (int position = 0; position < courses.rows(); position++) {
          if (courses.text(position, Field.INSTRUCTORS) != 0 && !courses.isMisaligned(position)) {
            teaching(courses, position, findings);
          }
        }
      }
    }
  }

  private void teaching(SheetView sheet, int position, Findings findings) {
    for (String name : Instructors.of(sheet.row(position).cell(Field.INSTRUCTORS).toString())) {
      Link person = sheet.roster().user(name);
      if (person.isFound() && sheet.counts().isLikelyLearner(person.number())) {
        findings.add(
            sheet.finding(
                position,
                Field.INSTRUCTORS,
                this,
                Quoted.value(name)
                    + " is to teach here, and the row of that user reads like a learner’s."));
      }
    }
  }

  private TextTests roles(SheetView sheet, Predicate<String> test) {
    return sheet.tests(
        Field.ROLE,
        cell ->
            test.test(
                settings.roles().role(sheet.reading().judged(Field.ROLE, cell).text()).orElse("")));
  }

  private void add(CheckedRow row, Findings findings, String role) {
    findings.add(
        row.finding(
            this,
            row.firstColumn(Field.ROLE, Field.ENROLLMENTS_CELL, Field.USER),
            "The row makes a learner "
                + ("aeiou".indexOf(role.charAt(0)) >= 0 ? "an " : "a ")
                + role
                + "."));
  }

  private boolean isYoung(SheetReading sheet, Cell birthDate) {
    return today.isPresent()
        && !birthDate.isBlank()
        && sheet
            .day(Field.BIRTH_DATE, birthDate)
            .filter(born -> born.plusYears(GROWN_UP).isAfter(today.get()))
            .isPresent();
  }
}
