package neatroster.platform;

import java.io.IOException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import neatroster.core.change.Change;
import neatroster.core.change.Phase;
import neatroster.core.change.PlannedChange;
import neatroster.core.model.Field;

/** Sends what a run changes about who is in which course. */
final class MembershipRows {
  private static final int MEMBERS = 250;
  private static final int SEATS = 50;

  /** How many rows are put in order by course at a time. */
  private static final int WINDOW = 20_000;

  private final DeliveryContext context;
  private final OperationSender sender;
  private final RunRows rows;

  MembershipRows(DeliveryContext context, OperationSender sender, RunRows rows) {
    this.context = context;
    this.sender = sender;
    this.rows = rows;
  }

  /** Sends who leaves. */
  void withdraw(Phase phase) throws PlatformException, InterruptedException, IOException {
    changeAll(phase, List.of(Change.WITHDRAW));
  }

  /** Sends who comes in, and what changes about those who are in. */
  void enroll(Phase phase) throws PlatformException, InterruptedException, IOException {
    List<DeliveryRow> window = new ArrayList<>();
    rows.each(
        phase,
        List.of(Change.ENROLL),
        row -> {
          window.add(row);
          if (window.size() >= WINDOW) {
            enroll(phase, window);
          }
        });
    enroll(phase, window);
    changeAll(phase, List.of(Change.RE_ROLE, Change.REGROUP, Change.CHANGE));
  }

  private void enroll(Phase phase, List<DeliveryRow> window)
      throws PlatformException, InterruptedException {
    context
        .lookup()
        .find(window.stream().map(row -> row.change().value(Field.USER)).distinct().toList());
    Map<String, List<MembersAddition.Newcomer>> byGroup = new LinkedHashMap<>();
    for (DeliveryRow row : window) {
      PlannedChange change = row.change();
      Optional<String> user = context.lookup().userId(change.value(Field.USER));
      Optional<String> place = place(change);
      if (user.isEmpty() || place.isEmpty()) {
        sender.refuse(phase, row, notThere(change, user.isEmpty()));
        continue;
      }
      boolean isInCourse = !change.value(Field.COURSE).isEmpty();
      boolean isTold = isInCourse && context.config().hasExtension();
      byGroup
          .computeIfAbsent(place.get(), group -> new ArrayList<>())
          .add(
              new MembersAddition.Newcomer(
                  row, user.get(), isTold ? ScimDocuments.enrollment(user.get(), change) : null));
      missOf(change, isTold);
      Optional<String> within = within(change, change.value(Field.GROUP));
      if (!isTold && isInCourse && within.isEmpty() && !change.value(Field.GROUP).isEmpty()) {
        context.miss("group of enrollments, which the platform does not have");
      }
      within.ifPresent(
          group ->
              byGroup
                  .computeIfAbsent(group, g -> new ArrayList<>())
                  .add(new MembersAddition.Newcomer(row, user.get(), null)));
    }
    long most = context.config().mostBytes() / 2;
    for (Map.Entry<String, List<MembersAddition.Newcomer>> one : byGroup.entrySet()) {
      for (List<MembersAddition.Newcomer> slice : slices(one.getValue(), most)) {
        sender.add(phase, new MembersAddition(one.getKey(), slice, context.config().hasPatch()));
      }
    }
    sender.flush(phase);
    window.clear();
  }

  private List<List<MembersAddition.Newcomer>> slices(
      List<MembersAddition.Newcomer> all, long mostBytes) {
    if (!context.config().hasPatch()) {
      // A Group that is written as a whole is written once.
      return List.of(all);
    }
    List<List<MembersAddition.Newcomer>> slices = new ArrayList<>();
    List<MembersAddition.Newcomer> slice = new ArrayList<>();
    long bytes = 0;
    for (MembersAddition.Newcomer one : all) {
      if (slice.size() >= MEMBERS || (bytes + one.length() > mostBytes && !slice.isEmpty())) {
        slices.add(slice);
        slice = new ArrayList<>();
        bytes = 0;
      }
      slice.add(one);
      bytes += one.length();
    }
    slices.add(slice);
    return slices;
  }

  private void missOf(PlannedChange change, boolean isTold) {
    if (!isTold) {
      for (Field field : List.of(Field.ROLE, Field.STARTS, Field.ENDS)) {
        if (!change.value(field).isEmpty() && !change.value(Field.COURSE).isEmpty()) {
          context.miss(field.label() + " of enrollments");
        }
      }
    }
    change
        .own()
        .forEach(
            (name, value) -> {
              if (!value.isEmpty()) {
                context.miss(name + " of enrollments");
              }
            });
  }

  private String notThere(PlannedChange change, boolean isUser) {
    String course = change.value(Field.COURSE);
    String place =
        course.isEmpty() ? "the group " + change.value(Field.GROUP) : "the course " + course;
    return isUser
        ? context.lookup().notThere(change.value(Field.USER))
        : place + " is not on the platform";
  }

  /** The Group that an enrollment is in: of the course, or of the group across courses. */
  private Optional<String> place(PlannedChange change)
      throws PlatformException, InterruptedException {
    String course = change.value(Field.COURSE);
    return context
        .lookup()
        .groupId(
            course.isEmpty()
                ? PlatformIds.group("", change.value(Field.GROUP))
                : PlatformIds.course(course));
  }

  /** The Group of a group within the course, if there is one. */
  private Optional<String> within(PlannedChange change, String group)
      throws PlatformException, InterruptedException {
    String course = change.value(Field.COURSE);
    return course.isEmpty() || group.isEmpty()
        ? Optional.empty()
        : context.lookup().groupId(PlatformIds.group(course, group));
  }

  /** Changes about those who are in courses, and who leaves them. */
  private void changeAll(Phase phase, List<Change> kinds)
      throws PlatformException, InterruptedException, IOException {
    List<DeliveryRow> window = new ArrayList<>();
    rows.each(
        phase,
        kinds,
        row -> {
          window.add(row);
          if (window.size() >= WINDOW) {
            change(phase, window);
          }
        });
    change(phase, window);
  }

  private void change(Phase phase, List<DeliveryRow> window)
      throws PlatformException, InterruptedException {
    context
        .lookup()
        .find(window.stream().map(row -> row.change().value(Field.USER)).distinct().toList());
    Map<String, Map<DeliveryRow, String>> byCourse = new LinkedHashMap<>();
    Map<String, Map<DeliveryRow, String>> leaving = new LinkedHashMap<>();
    Map<String, List<MembersAddition.Newcomer>> coming = new LinkedHashMap<>();
    for (DeliveryRow row : window) {
      PlannedChange change = row.change();
      Optional<String> user = context.lookup().userId(change.value(Field.USER));
      Optional<String> place = place(change);
      boolean isWithdrawal = change.change() == Change.WITHDRAW;
      if (user.isEmpty() || place.isEmpty()) {
        if (isWithdrawal) {
          // Who is not there is in no course.
          sender.done(phase, row);
        } else {
          sender.refuse(phase, row, notThere(change, user.isEmpty()));
        }
        continue;
      }
      if (!isWithdrawal) {
        missOf(change, context.config().hasExtension());
      }
      boolean isAcross = change.value(Field.COURSE).isEmpty();
      (isAcross ? leaving : byCourse)
          .computeIfAbsent(place.get(), group -> new LinkedHashMap<>())
          .put(row, user.get());
      String left =
          isWithdrawal ? change.value(Field.GROUP) : change.before().getOrDefault(Field.GROUP, "");
      boolean isMoved = isWithdrawal || change.change() == Change.REGROUP;
      Optional<String> from = isMoved ? within(change, left) : Optional.empty();
      from.ifPresent(
          group -> leaving.computeIfAbsent(group, g -> new LinkedHashMap<>()).put(row, user.get()));
      Optional<String> to =
          change.change() == Change.REGROUP
              ? within(change, change.value(Field.GROUP))
              : Optional.empty();
      to.ifPresent(
          group ->
              coming
                  .computeIfAbsent(group, g -> new ArrayList<>())
                  .add(new MembersAddition.Newcomer(row, user.get(), null)));
    }
    for (Map.Entry<String, Map<DeliveryRow, String>> one : byCourse.entrySet()) {
      seats(phase, one.getKey(), one.getValue());
    }
    sender.flush(phase);
    for (Map.Entry<String, Map<DeliveryRow, String>> one : leaving.entrySet()) {
      for (Map<DeliveryRow, String> slice : slices(one.getValue())) {
        sender.add(
            phase,
            new GroupChange(
                List.copyOf(slice.keySet()), one.getKey(), new MembersRemoval(slice.values())));
      }
    }
    sender.flush(phase);
    for (Map.Entry<String, List<MembersAddition.Newcomer>> one : coming.entrySet()) {
      sender.add(
          phase, new MembersAddition(one.getKey(), one.getValue(), context.config().hasPatch()));
    }
    sender.flush(phase);
    window.clear();
  }

  private List<Map<DeliveryRow, String>> slices(Map<DeliveryRow, String> all) {
    if (!context.config().hasPatch()) {
      return List.of(all);
    }
    List<Map<DeliveryRow, String>> slices = new ArrayList<>();
    for (Map.Entry<DeliveryRow, String> one : all.entrySet()) {
      if (slices.isEmpty() || slices.get(slices.size() - 1).size() >= SEATS) {
        slices.add(new LinkedHashMap<>());
      }
      slices.get(slices.size() - 1).put(one.getKey(), one.getValue());
    }
    return slices;
  }

  private void seats(Phase phase, String group, Map<DeliveryRow, String> rows)
      throws PlatformException, InterruptedException {
    String course = rows.keySet().iterator().next().change().value(Field.COURSE);
    for (Map<DeliveryRow, String> slice : slices(rows)) {
      sender.add(
          phase,
          new GroupChange(
              List.copyOf(slice.keySet()), group, new MembershipChanges(course, slice)));
      // What one slice writes the next one reads.
      if (slice.size() < rows.size()) {
        sender.flush(phase);
      }
    }
  }
}
