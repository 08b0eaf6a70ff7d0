package neatroster.core.compare;

import java.util.EnumMap;
import java.util.Map;
import java.util.Set;
import java.util.function.Consumer;
import neatroster.core.model.Field;
import neatroster.core.roster.Held;
import neatroster.core.roster.Known;

/** The changes that would make all that is known from nothing. */
public final class Everything {
  private Everything() {}

  /** Hands on the changes, in the order of the phases. */
  public static void of(Known known, Consumer<PlannedChange> receiver) {
    Held held = known.held();
    for (String code : held.courses()) {
      Map<Field, String> values =
          held.course(code).map(row -> Differences.all(row, Phase.COURSES)).orElseGet(Map::of);
      create(receiver, Phase.COURSES, values, Field.CODE, code);
    }
    held.eachUser(
        account -> {
          Map<Field, String> values =
              held.user(account).map(row -> Differences.all(row, Phase.USERS)).orElseGet(Map::of);
          create(receiver, Phase.USERS, values, Field.USERNAME, known.nameOnPlatform(account));
        });
    for (Map.Entry<String, Set<String>> course : known.groups().entrySet()) {
      for (String name : course.getValue()) {
        Map<Field, String> values =
            held.group(course.getKey(), name)
                .map(row -> Differences.all(row, Phase.GROUPS))
                .orElseGet(Map::of);
        create(receiver, Phase.GROUPS, values, Field.NAME, name);
      }
    }
    held.eachEnrollment(
        seat -> {
          Map<Field, String> values = new EnumMap<>(Field.class);
          Scope.put(values, Field.USER, held.username(seat));
          Scope.put(values, Field.COURSE, held.courseOf(seat));
          Scope.put(values, Field.GROUP, held.groupOf(seat));
          Scope.put(values, Field.ROLE, held.roleOf(seat));
          Scope.put(values, Field.STARTS, held.dateOf(seat, Field.STARTS));
          Scope.put(values, Field.ENDS, held.dateOf(seat, Field.ENDS));
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
