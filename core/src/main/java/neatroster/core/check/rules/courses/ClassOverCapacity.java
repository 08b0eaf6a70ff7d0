package neatroster.core.check.rules.courses;

import java.util.HashMap;
import java.util.Map;
import neatroster.core.check.Finding;
import neatroster.core.check.Findings;
import neatroster.core.check.RosterCounts;
import neatroster.core.check.RosterRule;
import neatroster.core.check.RosterView;
import neatroster.core.check.RuleText;
import neatroster.core.check.SheetView;
import neatroster.core.intake.SheetReading;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.roster.Courses;
import neatroster.core.roster.Link;

/** More learners than places. */
public final class ClassOverCapacity implements RosterRule {
  static final RuleText TEXT = new RuleText("class-over-capacity", Severity.ERROR);

  @Override
  public RuleText text() {
    return TEXT;
  }

  @Override
  public void check(RosterView view, Findings findings) {
    for (int course = 0; course < view.resolved().courses().count(); course++) {
      int line = view.resolved().courses().line(course);
      RosterCounts counts = view.counts();
      if (line >= 0
          && counts.courseCapacity(course) != RosterCounts.NONE
          && counts.learners(course) > counts.courseCapacity(course)) {
        String code = view.resolved().courses().code(course);
        int learners = counts.learners(course);
        int throughGroups = counts.learnersThroughGroups(course);
        Finding.Builder finding =
            view.about(
                line,
                Field.CAPACITY,
                String.valueOf(counts.courseCapacity(course)),
                this,
                code
                    + " has "
                    + counts.courseCapacity(course)
                    + " places, and "
                    + learners
                    + " learners are enrolled"
                    + (throughGroups > 0
                        ? ", " + throughGroups + " of them through a group."
                        : "."));
        findings.add(finding);
      }
    }
    onPlatform(view, findings);
  }

  /** Courses that no sheet lists, and whose places an export of the platform tells. */
  private void onPlatform(RosterView view, Findings findings) {
    Courses courses = view.resolved().courses();
    Map<Integer, Integer> over = new HashMap<>();
    for (int course = 0; course < courses.count(); course++) {
      int number = course;
      int learners = view.counts().learners(course);
      if (learners > 0 && courses.line(course) < 0) {
        view.resolved()
            .known()
            .course(courses.code(course))
            .map(held -> held.text(Field.CAPACITY))
            .filter(places -> places.matches("\\d{1,9}"))
            .map(Integer::valueOf)
            .filter(places -> learners > places)
            .ifPresent(places -> over.put(number, places));
      }
    }
    for (SheetReading sheet : view.resolved().rows().sheets()) {
      if (sheet.table() == Table.ENROLLMENTS && !sheet.enrolls() && !over.isEmpty()) {
        firstOfEach(over, new SheetView(view.resolved(), sheet, view.counts()), findings);
      }
    }
  }

  private void firstOfEach(Map<Integer, Integer> over, SheetView sheet, Findings findings) {
    for (int position = 0; position < sheet.rows() && !over.isEmpty(); position++) {
      Link course = sheet.links().course(position);
      if (course.isFound() && over.containsKey(course.number()) && !sheet.isMisaligned(position)) {
        findings.add(
            sheet.finding(
                position,
                Field.COURSE,
                this,
                sheet.roster().courses().code(course.number())
                    + " has "
                    + over.remove(course.number())
                    + " places on the platform, and "
                    + sheet.counts().learners(course.number())
                    + " learners are enrolled, from this row on."));
      }
    }
  }
}
