package neatroster.cli.delivery;

import java.io.IOException;
import java.time.Instant;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import neatroster.cli.folder.RunChoice;
import neatroster.cli.folder.Workplace;
import neatroster.core.change.PlannedChange;
import neatroster.core.model.Field;
import neatroster.formats.KeptChanges;
import neatroster.register.RegisterException;
import neatroster.register.Run;

/** What the runs that were delivered after another one changed: there it says no more what is. */
public final class LaterRuns {
  private final Set<String> subjects = new HashSet<>();

  private LaterRuns() {}

  /** What was delivered after a run. */
  public static LaterRuns of(Workplace workplace, Run run) throws IOException, RegisterException {
    LaterRuns later = new LaterRuns();
    Instant at = run.deliveredAt().orElse(Instant.MAX);
    for (Run other : workplace.register().runs()) {
      if (other.deliveredAt().map(at::isBefore).orElse(false)) {
        new KeptChanges(RunChoice.kept(workplace.folder(), other))
            .read(change -> later.subjects.addAll(subjects(change)));
      }
    }
    return later;
  }

  /** What a change is about, under each name that it has for it. */
  private static Set<String> subjects(PlannedChange change) {
    Set<String> all = new HashSet<>();
    String course = change.value(Field.COURSE);
    String user = change.value(Field.USER);
    if (!user.isEmpty()) {
      all.add("seat\n" + user + "\n" + (course.isEmpty() ? change.value(Field.GROUP) : course));
    } else {
      for (Field name : List.of(Field.USERNAME, Field.FORMER_USERNAME)) {
        if (!change.value(name).isEmpty()) {
          all.add("user\n" + change.value(name));
        }
      }
      String group = change.value(Field.NAME) + change.value(Field.GROUP);
      String code = change.value(Field.CODE) + course;
      if (!code.isEmpty() || !group.isEmpty()) {
        all.add("place\n" + code + "\n" + group);
      }
    }
    Set<String> keys = new HashSet<>();
    all.forEach(one -> keys.add(one.toLowerCase(Locale.ROOT)));
    return keys;
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
