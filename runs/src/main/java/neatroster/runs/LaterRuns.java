package neatroster.runs;

import java.io.IOException;
import java.time.Instant;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import neatroster.core.change.PlannedChange;
import neatroster.core.change.Subject;
import neatroster.core.model.Field;
import neatroster.core.model.Table;
import neatroster.register.Run;

/** What the runs that were delivered after another one changed: there it says no more what is. */
public final class LaterRuns {
  private final Set<Subject> subjects = new HashSet<>();

  private LaterRuns() {}

  /**
   * What was delivered after a run.
   *
   * @param runs all that were packed
   * @param folder the folder of each
   */
  public static LaterRuns of(List<Run> runs, Run run, Function<Run, RunFolder> folder)
      throws IOException {
    LaterRuns later = new LaterRuns();
    Instant at = run.deliveredAt().orElse(Instant.MAX);
    for (Run other : runs) {
      if (other.deliveredAt().map(at::isBefore).orElse(false)) {
        folder
            .apply(other)
            .deliveredOf(other)
            .read(change -> later.subjects.addAll(subjects(change)));
      }
    }
    return later;
  }

  /** What a change is about, whichever name of two it has; of a membership, all in the course. */
  private static Set<Subject> subjects(PlannedChange change) {
    Subject subject = Subject.of(change);
    String group = subject.group().toLowerCase(Locale.ROOT);
    boolean isInCourse = subject.table() == Table.ENROLLMENTS && !subject.course().isEmpty();
    return Stream.of(subject.user(), change.value(Field.FORMER_USERNAME))
        .filter(user -> subject.table() != Table.USERS || !user.isEmpty())
        .limit(subject.table() == Table.USERS ? 2 : 1)
        .map(
            user ->
                new Subject(
                    subject.table(),
                    user.toLowerCase(Locale.ROOT),
                    subject.course().toLowerCase(Locale.ROOT),
                    isInCourse ? "" : group))
        .collect(Collectors.toSet());
  }

  /** Whether nothing was delivered since. */
  public boolean isNone() {
    return subjects.isEmpty();
  }

  /** Whether something was changed again since. */
  public boolean hasChanged(PlannedChange change) {
    return subjects(change).stream().anyMatch(subjects::contains);
  }
}
