package neatroster.core.check.rules.enrollments;

import java.util.HashMap;
import java.util.Map;
import java.util.Set;
import neatroster.core.check.Findings;
import neatroster.core.check.RosterRule;
import neatroster.core.check.RosterView;
import neatroster.core.check.RuleText;
import neatroster.core.check.SheetView;
import neatroster.core.check.TextTests;
import neatroster.core.intake.SheetReading;
import neatroster.core.model.Field;
import neatroster.core.model.Table;
import neatroster.core.roster.ColumnTexts;
import neatroster.core.roster.Link;
import neatroster.core.settings.Settings;

/**
 * Somebody who learns in several courses and teaches one that has an instructor besides, where no
 * list of users tells who is a learner.
 */
public final class LeftoverInstructor implements RosterRule {
  /** In so many courses somebody learns who is no instructor. */
  private static final int SEVERAL = 3;

  private static final Set<String> TEACHING = Set.of("instructor", "manager");

  private static final Set<Field> TELLING =
      Set.of(Field.ROLE, Field.GRADE, Field.GUARDIAN_NAME, Field.GUARDIAN_EMAIL, Field.BIRTH_DATE);

  private final Settings settings;

  public LeftoverInstructor(Settings settings) {
    this.settings = settings;
  }

  @Override
  public RuleText text() {
    return UnlikelyRole.TEXT;
  }

  @Override
  public Set<String> explainedBy() {
    return Set.of(ConflictingRoles.TEXT.name());
  }

  /** Where somebody teaches, and in how many courses they learn. */
  private static final class Teaching {
    private final SheetReading sheet;
    private final int position;
    private final int course;
    private int places = 1;
    private int learns;

    Teaching(SheetReading sheet, int position, int course) {
      this.sheet = sheet;
      this.position = position;
      this.course = course;
    }
  }

  @Override
  public void check(RosterView view, Findings findings) {
    for (SheetReading sheet : view.resolved().rows().sheets()) {
      boolean tells = TELLING.stream().anyMatch(sheet::has);
      if (sheet.enrolls() || (sheet.table() == Table.USERS && tells)) {
        return;
      }
    }
    Map<Integer, Teaching> teaching = new HashMap<>();
    for (SheetReading sheet : view.resolved().rows().sheets()) {
      if (sheet.table() == Table.ENROLLMENTS && sheet.has(Field.ROLE)) {
        teach(new SheetView(view.resolved(), sheet, view.counts()), teaching);
      }
    }
    teaching.values().removeIf(one -> view.counts().instructors(one.course) < 2);
    teaching.values().removeIf(one -> one.places > 1);
    if (teaching.isEmpty()) {
      return;
    }
    for (SheetReading sheet : view.resolved().rows().sheets()) {
      if (sheet.table() == Table.ENROLLMENTS) {
        learn(new SheetView(view.resolved(), sheet, view.counts()), teaching);
      }
    }
    for (Teaching one : teaching.values()) {
      if (one.learns >= SEVERAL) {
        SheetView sheet = new SheetView(view.resolved(), one.sheet, view.counts());
        findings.add(
            sheet.finding(
                one.position,
                Field.ROLE,
                this,
                "This user is a learner in "
                    + one.learns
                    + " courses, and here "
                    + sheet.row(one.position).text(Field.ROLE)
                    + " beside another."));
      }
    }
  }

  private void teach(SheetView sheet, Map<Integer, Teaching> teaching) {
    TextTests teaches = roles(sheet, TEACHING);
    ColumnTexts texts = sheet.down(Field.ROLE);
    for (int position = 0; position < sheet.rows(); position++) {
      int role = texts.at(position);
      if (role != 0 && teaches.passes(role) && !sheet.isMisaligned(position)) {
        Link user = sheet.links().user(position);
        Link course = sheet.links().course(position);
        if (user.isFound() && course.isFound()) {
          Teaching before =
              teaching.putIfAbsent(
                  user.number(), new Teaching(sheet.reading(), position, course.number()));
          if (before != null) {
            before.places++;
          }
        }
      }
    }
  }

  private void learn(SheetView sheet, Map<Integer, Teaching> teaching) {
    TextTests learns = sheet.has(Field.ROLE) ? roles(sheet, Set.of("learner")) : null;
    boolean usual = settings.defaultRole().equals("learner");
    ColumnTexts texts = sheet.down(Field.ROLE);
    for (int position = 0; position < sheet.rows(); position++) {
      int role = texts.at(position);
      if (role == 0 ? usual : learns.passes(role)) {
        Link user = sheet.links().user(position);
        Teaching one = user.isFound() ? teaching.get(user.number()) : null;
        if (one != null && !sheet.isMisaligned(position)) {
          one.learns++;
        }
      }
    }
  }

  private TextTests roles(SheetView sheet, Set<String> meant) {
    return sheet.tests(
        Field.ROLE,
        cell ->
            meant.contains(
                settings.roles().role(sheet.reading().judged(Field.ROLE, cell).text()).orElse("")));
  }
}
