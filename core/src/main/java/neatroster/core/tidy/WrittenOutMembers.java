package neatroster.core.tidy;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import neatroster.core.intake.RosterRow;
import neatroster.core.model.Field;
import neatroster.core.roster.Link;
import neatroster.core.roster.PersonReference;
import neatroster.core.roster.ResolvedRoster;
import neatroster.core.text.PairIndex;
import neatroster.core.wanted.Membership;
import neatroster.core.wanted.Wanted;

/** The members of cross-course groups, for rows that enroll all of them. */
public final class WrittenOutMembers {
  private final ResolvedRoster resolved;
  private final Map<Integer, List<Integer>> members = new HashMap<>();
  private final PairIndex onTheirOwn = new PairIndex();

  /**
   * What a row becomes.
   *
   * @param references what each member is called by; empty where the row stays as it is
   * @param onTheirOwn how many more members there are whom rows of their own enroll in the course
   * @param why why the row stays as it is; else empty
   */
  public record Of(List<String> references, int onTheirOwn, String why) {}

  /** The members, as the rows of all sheets name them. */
  public WrittenOutMembers(Wanted wanted) {
    resolved = wanted.resolved();
    wanted
        .memberships()
        .each(
            one -> {
              if (one.source() != Membership.Source.ROW || one.person() < 0) {
                return;
              }
              if (one.course() >= 0) {
                onTheirOwn.putIfNew(one.person(), one.course(), 0);
              } else if (one.group() >= 0) {
                members.computeIfAbsent(one.group(), g -> new ArrayList<>()).add(one.person());
              }
            });
  }

  /** Whether a row enrolls all members of a group. */
  public static boolean isFor(RosterRow row) {
    return !row.isUneven() && row.has(Field.MEMBERS_OF) && !row.has(Field.USER);
  }

  /** What a row that {@link #isFor} becomes. */
  public Of of(RosterRow row) {
    Link group = resolved.membersOf(row);
    Link course = resolved.course(row);
    List<String> references = new ArrayList<>();
    int others = 0;
    int nameless = 0;
    List<Integer> people =
        group.isFound() ? members.getOrDefault(group.number(), List.of()) : List.of();
    for (int person : people) {
      String reference = PersonReference.of(resolved, person);
      if (course.isFound() && onTheirOwn.find(person, course.number()) != PairIndex.NEW) {
        others++;
      } else if (reference.isEmpty()) {
        nameless++;
      } else {
        references.add(reference);
      }
    }
    if (!group.isFound()) {
      return stays("no list has this group");
    }
    if (nameless > 0) {
      return stays(nameless + " of its members have neither username, email nor id yet");
    }
    if (references.isEmpty()) {
      return stays(others == 0 ? "no row says who is in it" : "all of them have rows of their own");
    }
    return new Of(references, others, "");
  }

  private static Of stays(String why) {
    return new Of(List.of(), 0, why);
  }
}
