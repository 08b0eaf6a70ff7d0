package neatroster.core.compare;

import java.util.HashSet;
import java.util.Locale;
import java.util.Set;
import neatroster.core.model.Field;
import neatroster.core.model.Table;
import neatroster.core.roster.Held;
import neatroster.core.roster.Link;
import neatroster.core.roster.ResolvedRoster;
import neatroster.core.settings.Settings;
import neatroster.core.value.Instructors;

/** Who teaches or assists in any course, for formats that want to know it of everybody. */
public final class Teaching {
  private static final Set<String> TEACHING = Set.of("instructor", "assistant");

  private final Set<String> usernames = new HashSet<>();

  /** Adds whom the platform has as one who teaches. */
  public Teaching with(Held held) {
    held.eachEnrollment(
        seat -> {
          if (TEACHING.contains(held.roleOf(seat))) {
            usernames.add(held.username(seat));
          }
        });
    for (String code : held.courses()) {
      held.course(code)
          .map(row -> row.text(Field.INSTRUCTORS))
          .ifPresent(
              list ->
                  Instructors.of(list)
                      .forEach(name -> usernames.add(name.toLowerCase(Locale.ROOT))));
    }
    return this;
  }

  /** Adds whom a roster has teach. */
  public Teaching with(ResolvedRoster roster, Settings settings) {
    roster
        .rows()
        .read(
            Table.ENROLLMENTS,
            (row, line) -> {
              String role =
                  settings.roles().role(row.text(Field.ROLE)).orElse(settings.defaultRole());
              Link user = TEACHING.contains(role) ? roster.user(row, line) : Link.NONE;
              add(roster, user);
            });
    roster
        .rows()
        .read(
            Table.COURSES,
            (row, line) ->
                Instructors.of(row.text(Field.INSTRUCTORS))
                    .forEach(name -> add(roster, roster.user(name))));
    return this;
  }

  private void add(ResolvedRoster roster, Link user) {
    if (user.isFound()) {
      usernames.add(roster.people().username(user.number()).toLowerCase(Locale.ROOT));
    }
  }

  /** Whether somebody teaches. */
  public boolean has(String username) {
    return usernames.contains(username.toLowerCase(Locale.ROOT));
  }
}
