package neatroster.core.compare;

import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import neatroster.core.change.Change;
import neatroster.core.change.Phase;
import neatroster.core.change.PlannedChange;
import neatroster.core.intake.RosterRow;
import neatroster.core.model.Field;
import neatroster.core.model.Table;
import neatroster.core.state.KnownRecord;
import neatroster.core.wanted.Wanted;

/** What the rows of courses change. */
final class CourseChanges implements Wanted.RowReceiver {
  private final ComparisonInput input;
  private final RowValues rows;
  private final References references;
  private final Sites sites;
  private final Differences differences;

  CourseChanges(
      ComparisonInput input,
      RowValues rows,
      References references,
      Sites sites,
      Differences differences) {
    this.input = input;
    this.rows = rows;
    this.references = references;
    this.sites = sites;
    this.differences = differences;
  }

  @Override
  public void leftOut(RosterRow row, int line, String why) {
    input.leaveOut(row, line, why);
  }

  @Override
  public void row(int course, RosterRow row, int line) {
    String code = row.text(Field.CODE);
    input.asked.courses().add(code);
    Optional<KnownRecord> there = input.known.course(code);
    if (row.text(Field.STATUS).equals("removed")) {
      remove(row, code, there);
    } else if (there.isPresent()) {
      known(row, code, there.get());
    } else if (input.policy.of(Table.COURSES).skipsNew()) {
      input.skip(Table.COURSES, code, row.place());
    } else if (!input.known.isGoneCourse(code)
        || !input.staysGone(Table.COURSES, code, row.place())) {
      create(row);
    }
  }

  private void remove(RosterRow row, String code, Optional<KnownRecord> there) {
    if (there.isPresent() || input.known.courses().isEmpty()) {
      input.asked.removeCourse(code, row.place());
      input.receiver.change(
          new PlannedChange(Phase.REMOVALS, Change.REMOVE, Map.of(Field.COURSE, code))
              .from(there.map(held -> held.all(Phase.COURSES)).orElse(Map.of()))
              .because(ComparisonInput.why(Change.REMOVE), row.place()));
    }
  }

  private void known(RosterRow row, String code, KnownRecord there) {
    Map<Field, String> key = new EnumMap<>(Field.class);
    key.put(Field.CODE, code);
    Map<Field, String> asked = RowValues.written(row, Phase.COURSES);
    RowValues.withoutRelativeDates(asked);
    named(asked);
    references.instructors(row, asked);
    if (differences.letsThrough(Table.COURSES, Field.SITE, there, asked)) {
      sites.of(asked);
    }
    differences.compare(Table.COURSES, key, asked, row::own, there, row.place());
  }

  private void create(RosterRow row) {
    Map<Field, String> values = rows.whole(row, Phase.COURSES);
    if (!values.containsKey(Field.TITLE)) {
      values.put(Field.TITLE, values.get(Field.CODE));
    }
    RowValues.dates(values, input.today);
    rows.joinCode(values, values.get(Field.CODE), "");
    named(values);
    references.instructors(row, values);
    sites.of(values);
    input.change(Phase.COURSES, Change.CREATE, values, row);
  }

  /** Names other courses by their codes. */
  private void named(Map<Field, String> values) {
    for (Field field : List.of(Field.COPY_OF, Field.CATALOG_CODE)) {
      values.computeIfPresent(field, (f, name) -> references.codeOf(name));
    }
  }
}
