package neatroster.core.confirm;

import java.io.IOException;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.function.Consumer;
import java.util.function.Predicate;
import neatroster.core.change.Change;
import neatroster.core.change.Changes;
import neatroster.core.change.Phase;
import neatroster.core.change.PlannedChange;
import neatroster.core.change.Subject;
import neatroster.core.compare.ChangeReversal;
import neatroster.core.model.Field;
import neatroster.core.model.Table;
import neatroster.core.state.KnownMemberships;

/** The changes that take a run back, as far as what it did is so still. */
public final class RunReversal {
  private final Changes changes;
  private final ArrivalCheck arrival;
  private final Predicate<PlannedChange> wasThere;

  /**
   * Takes changes back.
   *
   * @param changes what the platform took of the run
   * @param arrival what the platform holds now
   * @param wasThere whether what a change was to make was there before the run
   */
  public RunReversal(Changes changes, ArrivalCheck arrival, Predicate<PlannedChange> wasThere) {
    this.changes = changes;
    this.arrival = arrival;
    this.wasThere = wasThere;
  }

  /**
   * Hands on the changes: first of all the renamings, the last before the others, so that
   * everything else is about people as they are called then; at the end who goes back to other
   * groups, because what else was changed about them was changed in the new ones.
   *
   * @param kept takes what cannot be taken back, or is lost all the same, in words
   */
  public void read(Changes.Receiver receiver, Consumer<String> kept) throws IOException {
    Map<String, String> formerOf = new HashMap<>();
    for (PlannedChange renaming : renamings()) {
      formerOf.put(
          renaming.value(Field.FORMER_USERNAME).toLowerCase(Locale.ROOT),
          renaming.value(Field.USERNAME));
      receiver.change(renaming);
    }
    Before before = before();
    List<PlannedChange> regroupings = new ArrayList<>();
    changes.read(
        made -> {
          if (wasThere.test(made)) {
            kept.accept(made.phase().one() + " that was there before the run; it stays");
            return;
          }
          ChangeResult outcome = arrival.of(made);
          Optional<PlannedChange> still =
              AcceptedChanges.unchangedSince(made, outcome).map(arrival::completed);
          if (still.isEmpty() || still.get().before().size() < made.before().size()) {
            kept.accept(
                made.phase().one()
                    + " to "
                    + made.change().word()
                    + ", changed again or gone since");
          }
          if (still.isEmpty()) {
            return;
          }
          PlannedChange change = still.get();
          boolean isFurther =
              change.change() == Change.ENROLL
                  && !change.value(Field.GROUP).isEmpty()
                  // Whoever leaves a group of a course that they were in stays in it.
                  && before.seats().contains(seat(change));
          Optional<PlannedChange> reverse =
              isFurther
                  ? Optional.of(
                      ChangeReversal.ofFurtherGroup(
                          change, before.roles().getOrDefault(seat(change), "")))
                  : ChangeReversal.of(change);
          if (reverse.isEmpty()) {
            kept.accept(irreversible(change));
            return;
          }
          costs(change, kept);
          if (reverse.get().change() == Change.REGROUP) {
            regroupings.add(0, renamedBack(reverse.get(), formerOf));
          } else if (change.change() != Change.RENAME) {
            receiver.change(renamedBack(reverse.get(), formerOf));
          }
          if (change.change() == Change.REMOVE && change.table() == Table.COURSES) {
            // They went with the course.
            String course = Subject.of(change).course();
            for (String group : before.groups().getOrDefault(course, Set.of())) {
              receiver.change(
                  new PlannedChange(
                          Phase.GROUPS,
                          Change.CREATE,
                          Map.of(Field.COURSE, course, Field.NAME, group))
                      .because("it was removed", change.place()));
            }
          }
        });
    for (PlannedChange regrouping : regroupings) {
      receiver.change(regrouping);
    }
  }

  private List<PlannedChange> renamings() throws IOException {
    List<PlannedChange> back = new ArrayList<>();
    changes.read(
        Table.USERS,
        change -> {
          if (change.change() == Change.RENAME
              && AcceptedChanges.unchangedSince(change, arrival.of(change)).isPresent()) {
            back.add(0, ChangeReversal.of(change).orElseThrow());
          }
        });
    return back;
  }

  /**
   * What was before, by the changes.
   *
   * @param seats who was in which course
   * @param roles as what, who has another role since
   * @param groups in which groups of a course anybody was
   */
  private record Before(
      Set<String> seats, Map<String, String> roles, Map<String, Set<String>> groups) {}

  private Before before() throws IOException {
    Before before = new Before(new HashSet<>(), new HashMap<>(), new HashMap<>());
    changes.read(
        Table.ENROLLMENTS,
        change -> {
          Subject subject = Subject.of(change);
          if (change.change() != Change.ENROLL && !subject.course().isEmpty()) {
            before.seats().add(seat(change));
            if (change.change() == Change.RE_ROLE) {
              before.roles().put(seat(change), change.before().getOrDefault(Field.ROLE, ""));
            }
            if (!subject.group().isEmpty()) {
              before
                  .groups()
                  .computeIfAbsent(subject.course(), course -> new TreeSet<>())
                  .add(subject.group());
            }
          }
        });
    // What was removed by itself is made anew by itself.
    changes.read(
        Table.GROUPS,
        change -> {
          Subject subject = Subject.of(change);
          before.groups().getOrDefault(subject.course(), new HashSet<>()).remove(subject.group());
        });
    return before;
  }

  private static String seat(PlannedChange change) {
    return change.value(Field.USER).toLowerCase(Locale.ROOT) + "\n" + change.value(Field.COURSE);
  }

  /** Everybody is named as they are called again once the renamings are taken back. */
  private static PlannedChange renamedBack(PlannedChange change, Map<String, String> formerOf) {
    Map<Field, String> values = new EnumMap<>(Field.class);
    values.putAll(change.values());
    for (Field field : List.of(Field.USERNAME, Field.USER, Field.MANAGER)) {
      String former = formerOf.get(change.value(field).toLowerCase(Locale.ROOT));
      if (former != null) {
        values.put(field, former);
      }
    }
    return new PlannedChange(change.phase(), change.change(), values, change.own())
        .from(change.before())
        .fromOwn(change.ownBefore());
  }

  private static String irreversible(PlannedChange change) {
    if (change.phase() == Phase.SITES) {
      return "site made; others may be in it by now";
    }
    return switch (change.change()) {
      case REMOVE -> "removal of what is known by its name alone";
      case CREATE -> "account made without a username; remove it on the platform";
      default -> "password changed; the one before is not known";
    };
  }

  /** What is lost all the same. */
  private static void costs(PlannedChange change, Consumer<String> kept) {
    if (change.change() == Change.REMOVE) {
      kept.accept(
          change.table() == Table.USERS
              ? "user removed, who is made anew; their work and password do not come back"
              : "course or group removed, which is made anew; its contents do not come back");
    } else if (change.change() == Change.WITHDRAW) {
      kept.accept("enrollment ended, which is made anew; marks may not come back");
    }
  }

  /** By course who would lose their place with it, whom the run itself did not enroll. */
  public Map<String, Set<String>> others(KnownMemberships memberships) throws IOException {
    Set<String> going = new HashSet<>();
    Set<String> leaving = new HashSet<>();
    read(
        change -> {
          if (change.change() == Change.REMOVE && change.table() == Table.COURSES) {
            going.add(change.value(Field.COURSE));
          }
        },
        what -> {});
    changes.read(
        Table.ENROLLMENTS,
        change -> {
          String user = arrival.user(change.value(Field.USER)).toLowerCase(Locale.ROOT);
          leaving.add(user + "\n" + change.value(Field.COURSE));
        });
    Map<String, Set<String>> others = new TreeMap<>();
    memberships.each(
        number -> {
          String course = memberships.courseOf(number);
          String user = memberships.username(number);
          boolean isOther = going.contains(course) && !leaving.contains(user + "\n" + course);
          if (isOther && !course.isEmpty()) {
            others.computeIfAbsent(course, c -> new HashSet<>()).add(user);
          }
        });
    return others;
  }
}
