package neatroster.core.roster;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import neatroster.core.intake.RosterRow;
import neatroster.core.model.Field;

/** Who is in which cross-course group, as the rows of enrollments say. */
public final class GroupMembers {
  private final ResolvedRoster resolved;
  private final Map<Integer, List<Integer>> people = new HashMap<>();

  /** Nobody, as long as no row is added. */
  public GroupMembers(ResolvedRoster resolved) {
    this.resolved = resolved;
  }

  /** Adds the person of a row that makes somebody a member; other rows are no matter. */
  public void add(RosterRow row, int line) {
    Link group = row.has(Field.GROUP) ? resolved.group(row) : Link.BLANK;
    Link user = resolved.user(row, line);
    if (group.isFound()
        && user.isFound()
        && resolved.course(row).isBlank()
        && !row.text(Field.STATUS).equals("ended")) {
      people.computeIfAbsent(group.number(), g -> new ArrayList<>()).add(user.number());
    }
  }

  /** The members of a group, in the order of their rows. */
  public List<Integer> of(Link group) {
    return group.isFound() ? people.getOrDefault(group.number(), List.of()) : List.of();
  }
}
