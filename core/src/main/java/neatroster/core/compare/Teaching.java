package neatroster.core.compare;

import java.util.HashMap;
import java.util.HashSet;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import neatroster.core.state.KnownMemberships;
import neatroster.core.wanted.Wanted;

/** Who teaches or assists in courses, for formats that want to know it of everybody. */
public final class Teaching {
  private static final String INSTRUCTOR = "instructor";
  private static final Set<String> TEACHING = Set.of(INSTRUCTOR, "assistant");

  private final KnownMemberships memberships;
  private final Optional<Wanted> wanted;
  private Set<String> usernames;
  private final Map<String, Set<String>> instructors = new HashMap<>();

  /** Who teaches by what the platform has. */
  public Teaching(KnownMemberships memberships) {
    this(memberships, Optional.empty());
  }

  /** Who teaches by what the platform has and a roster asks for. */
  public Teaching(KnownMemberships memberships, Wanted wanted) {
    this(memberships, Optional.of(wanted));
  }

  private Teaching(KnownMemberships memberships, Optional<Wanted> wanted) {
    this.memberships = memberships;
    this.wanted = wanted;
  }

  /** Finds it out when somebody asks, which most formats do not. */
  private Set<String> usernames() {
    if (usernames == null) {
      usernames = new HashSet<>();
      wanted.ifPresent(this::add);
      memberships.each(
          seat ->
              add(
                  memberships.username(seat),
                  memberships.courseOf(seat),
                  memberships.roleOf(seat)));
    }
    return usernames;
  }

  private void add(Wanted asked) {
    asked
        .memberships()
        .each(
            one -> {
              if (one.person() >= 0) {
                String username = asked.resolved().people().username(one.person());
                add(username, one.courseCode(), one.role());
              }
            });
  }

  private void add(String username, String course, String role) {
    if (TEACHING.contains(role) && !username.isEmpty()) {
      usernames.add(username.toLowerCase(Locale.ROOT));
    }
    if (role.equals(INSTRUCTOR) && !username.isEmpty()) {
      instructors
          .computeIfAbsent(course, c -> new TreeSet<>(String.CASE_INSENSITIVE_ORDER))
          .add(username);
    }
  }

  /** Whether somebody teaches. */
  public boolean has(String username) {
    return usernames().contains(username.toLowerCase(Locale.ROOT));
  }

  /** The usernames of who teaches a course, between semicolons; empty where nobody does. */
  public String instructorsOf(String course) {
    usernames();
    return String.join("; ", instructors.getOrDefault(course, Set.of()));
  }
}
