package neatroster.core.compare;

import java.util.EnumMap;
import java.util.Map;
import java.util.Set;
import java.util.function.Consumer;
import neatroster.core.change.Change;
import neatroster.core.change.Phase;
import neatroster.core.change.PlannedChange;
import neatroster.core.model.Field;
import neatroster.core.state.Known;
import neatroster.core.state.KnownMemberships;

/** The changes that would make all that is known from nothing. */
public final class FullExport {
  private FullExport() {}

  /** Hands on the changes, in the order of the phases. */
  public static void of(Known known, Consumer<PlannedChange> receiver) {
    KnownMemberships memberships = known.memberships();
    for (String code : known.courses().keySet()) {
      Map<Field, String> values =
          known.course(code).map(row -> row.all(Phase.COURSES)).orElseGet(Map::of);
      create(receiver, Phase.COURSES, values, Field.CODE, code);
    }
    known.eachUser(
        account -> {
          Map<Field, String> values =
              known.user(account).map(row -> row.all(Phase.USERS)).orElseGet(Map::of);
          create(receiver, Phase.USERS, values, Field.USERNAME, known.nameOnPlatform(account));
        });
    for (Map.Entry<String, Set<String>> course : known.groups().entrySet()) {
      for (String name : course.getValue()) {
        Map<Field, String> values =
            known.group(course.getKey(), name).map(row -> row.all(Phase.GROUPS)).orElseGet(Map::of);
        create(receiver, Phase.GROUPS, values, Field.NAME, name);
      }
    }
    memberships.each(
        seat -> {
          Map<Field, String> values = new EnumMap<>(Field.class);
          ComparisonInput.put(values, Field.USER, memberships.username(seat));
          ComparisonInput.put(values, Field.COURSE, memberships.courseOf(seat));
          ComparisonInput.put(values, Field.GROUP, memberships.groupOf(seat));
          ComparisonInput.put(values, Field.ROLE, memberships.roleOf(seat));
          ComparisonInput.put(values, Field.STARTS, memberships.dateOf(seat, Field.STARTS));
          ComparisonInput.put(values, Field.ENDS, memberships.dateOf(seat, Field.ENDS));
          receiver.accept(new PlannedChange(Phase.ENROLLMENTS, Change.ENROLL, values));
        });
  }

  private static void create(
      Consumer<PlannedChange> receiver,
      Phase phase,
      Map<Field, String> held,
      Field key,
      String name) {
    Map<Field, String> values = new EnumMap<>(Field.class);
    values.putAll(held);
    values.put(key, name);
    values.remove(Field.STATUS);
    receiver.accept(new PlannedChange(phase, Change.CREATE, values));
  }
}
