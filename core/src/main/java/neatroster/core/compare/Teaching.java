package neatroster.core.compare;

import java.util.HashMap;
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
  private static final String ASSISTANT = "assistant";

  private final KnownMemberships memberships;
  private final Optional<Wanted> wanted;
  private Map<String, String> roles;
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
  private Map<String, String> roles() {
    if (roles == null) {
      roles = new HashMap<>();
      wanted.ifPresent(this::add);
      memberships.each(
          seat ->
              add(
                  memberships.username(seat),
                  memberships.courseOf(seat),
                  memberships.roleOf(seat)));
    }
    return roles;
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
    if (username.isEmpty()) {
      return;
    }
    if (role.equals(ASSISTANT)) {
      roles.putIfAbsent(username.toLowerCase(Locale.ROOT), role);
    }
    if (role.equals(INSTRUCTOR)) {
      roles.put(username.toLowerCase(Locale.ROOT), role);
      instructors
          .computeIfAbsent(course, c -> new TreeSet<>(String.CASE_INSENSITIVE_ORDER))
          .add(username);
    }
  }

  /** Whether somebody is an instructor or an assistant anywhere, as that role; or an empty text. */
  public String roleOf(String username) {
    return roles().getOrDefault(username.toLowerCase(Locale.ROOT), "");
  }

  /** The usernames of who teaches a course, between semicolons; empty where nobody does. */
  public String instructorsOf(String course) {
    roles();
    return String.join("; ", instructors.getOrDefault(course, Set.of()));
  }
}
