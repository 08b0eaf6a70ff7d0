package neatroster.core.compare;

import java.util.EnumMap;
import java.util.Map;
import java.util.Optional;
import neatroster.core.change.Change;
import neatroster.core.change.Phase;
import neatroster.core.change.PlannedChange;
import neatroster.core.intake.RosterRow;
import neatroster.core.model.Field;
import neatroster.core.model.Table;
import neatroster.core.roster.Link;
import neatroster.core.state.KnownRecord;
import neatroster.core.wanted.Wanted;

/** What the rows of groups change. */
final class GroupChanges implements Wanted.RowReceiver {
  private final ComparisonInput input;
  private final RowValues rows;
  private final References references;
  private final AccountRows accounts;
  private final Differences differences;

  GroupChanges(
      ComparisonInput input,
      RowValues rows,
      References references,
      AccountRows accounts,
      Differences differences) {
    this.input = input;
    this.rows = rows;
    this.references = references;
    this.accounts = accounts;
    this.differences = differences;
  }

  @Override
  public void leftOut(RosterRow row, int line, String why) {
    input.leaveOut(row, line, why);
  }

  @Override
  public void row(int group, RosterRow row, int line) {
    Link course = input.resolved.course(row);
    Map<Field, String> values = rows.whole(row, Phase.GROUPS);
    references.courseCode(values, course);
    String code = values.getOrDefault(Field.COURSE, "");
    String name = row.text(Field.NAME);
    Optional<KnownRecord> there = input.known.group(code, name);
    if (row.text(Field.STATUS).equals("removed")) {
      Map<Field, String> removal = new EnumMap<>(Field.class);
      removal.put(Field.GROUP, name);
      references.courseCode(removal, course);
      if (there.isPresent() || !input.known.tells(Table.GROUPS)) {
        input.receiver.change(
            new PlannedChange(Phase.REMOVALS, Change.REMOVE, removal)
                .from(there.map(held -> held.all(Phase.GROUPS)).orElse(Map.of()))
                .because(ComparisonInput.why(Change.REMOVE), row.place()));
      }
    } else if (there.isPresent()) {
      known(row, course, there.get());
    } else if (input.policy.of(Table.GROUPS).skipsNew()) {
      input.skip(Table.GROUPS, name, row.place());
    } else if (!input.known.isGoneGroup(code, name)
        || !input.staysGone(Table.GROUPS, name, row.place())) {
      rows.joinCode(values, code, name);
      input.change(Phase.GROUPS, Change.CREATE, values, row);
    }
  }

  /** Whether a group that the platform has not was delivered once, and not removed by us. */
  private void known(RosterRow row, Link course, KnownRecord there) {
    Map<Field, String> key = new EnumMap<>(Field.class);
    references.courseCode(key, course);
    key.put(Field.NAME, row.text(Field.NAME));
    Map<Field, String> asked = RowValues.written(row, Phase.GROUPS);
    asked.remove(Field.COURSE);
    differences.compare(Table.GROUPS, key, asked, row::own, there, row.place());
  }

  /** Groups that no list has and that enrollments name, where the settings have them made. */
  void made() {
    input
        .wanted
        .madeGroups()
        .forEach(
            (group, line) -> {
              Link course = input.resolved.groups().course(group);
              Map<Field, String> values = new EnumMap<>(Field.class);
              references.courseCode(values, course);
              String name = input.resolved.groups().name(group);
              values.put(Field.NAME, name);
              rows.joinCode(values, values.getOrDefault(Field.COURSE, ""), name);
              input.receiver.change(
                  new PlannedChange(Phase.GROUPS, Change.CREATE, values, accounts.own(Table.GROUPS))
                      .because("an enrollment names it", input.resolved.rows().place(line)));
            });
  }
}
