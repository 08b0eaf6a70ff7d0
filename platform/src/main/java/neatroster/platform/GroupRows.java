package neatroster.platform;

import java.io.IOException;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import neatroster.core.change.Change;
import neatroster.core.change.Phase;
import neatroster.core.change.PlannedChange;
import neatroster.core.model.Field;
import neatroster.formats.ScimGroup;

/** Sends what a run changes about courses and groups, but for who is in them. */
final class GroupRows {
  private final DeliveryContext context;
  private final OperationSender sender;
  private final RunRows rows;

  GroupRows(DeliveryContext context, OperationSender sender, RunRows rows) {
    this.context = context;
    this.sender = sender;
    this.rows = rows;
  }

  /** Sends the rows of courses, or of groups. */
  void send(Phase phase) throws PlatformException, InterruptedException, IOException {
    context.lookup().loadGroups();
    rows.each(phase, List.of(Change.CREATE), this::createGroup);
    sender.flush(phase);
    changeGroups(phase);
  }

  static String keyOf(PlannedChange change) {
    return ScimGroup.isCourse(change)
        ? PlatformIds.course(change.value(Field.CODE))
        : PlatformIds.group(change.value(Field.COURSE), change.value(Field.NAME));
  }

  private void createGroup(DeliveryRow row) throws PlatformException, InterruptedException {
    PlannedChange change = row.change();
    boolean isCourse = ScimGroup.isCourse(change);
    String key = keyOf(change);
    if (context.config().hasExtension()) {
      Collection<Field> carried = new ArrayList<>(ScimGroup.CARRIED);
      carried.addAll(List.of(Field.NAME, Field.COURSE));
      ScimDocuments.miss(context, change, carried, isCourse ? "courses" : "groups");
    } else {
      ScimDocuments.miss(
          context,
          change,
          List.of(Field.CODE, Field.TITLE, Field.NAME, Field.COURSE, Field.INSTRUCTORS),
          isCourse ? "courses" : "groups");
    }
    String course =
        isCourse ? "" : context.ids().of(PlatformIds.course(change.value(Field.COURSE))).orElse("");
    DeliveryRow known = context.ids().of(key).isPresent() ? doubtful(row) : row;
    sender.add(
        change.phase(),
        new GroupCreation(
            known,
            key,
            ScimDocuments.group(change, course, context.config().hasExtension()),
            ScimDocuments.otherName(change),
            row.isDoubtful() || context.ids().of(key).isEmpty()
                ? OperationResult.DONE
                : OperationResult.FOUND));
  }

  /** What is there already is not made again. */
  private static DeliveryRow doubtful(DeliveryRow row) {
    return new DeliveryRow(row.key(), row.change(), true);
  }

  private void changeGroups(Phase phase)
      throws PlatformException, InterruptedException, IOException {
    Map<String, List<DeliveryRow>> window = new LinkedHashMap<>();
    rows.each(
        phase,
        List.of(Change.CHANGE),
        row -> window.computeIfAbsent(keyOf(row.change()), k -> new ArrayList<>()).add(row));
    for (Map.Entry<String, List<DeliveryRow>> one : window.entrySet()) {
      Optional<String> id = context.lookup().groupId(one.getKey());
      if (id.isEmpty()) {
        one.getValue()
            .forEach(
                row -> sender.refuse(phase, row, "the " + phase.one() + " is not on the platform"));
        continue;
      }
      List<PlannedChange> all = one.getValue().stream().map(DeliveryRow::change).toList();
      sender.add(phase, new GroupChange(one.getValue(), id.get(), new CourseDocument(all)));
    }
    sender.flush(phase);
  }
}
