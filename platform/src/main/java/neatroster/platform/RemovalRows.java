package neatroster.platform;

import java.io.IOException;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import neatroster.core.change.Change;
import neatroster.core.change.Phase;
import neatroster.core.change.PlannedChange;
import neatroster.core.change.Subject;
import neatroster.core.model.Table;

/** Sends what a run removes. */
final class RemovalRows {
  /** What others are in goes after them. */
  private static final List<Table> ORDER = List.of(Table.GROUPS, Table.COURSES, Table.USERS);

  private final DeliveryContext context;
  private final OperationSender sender;
  private final RunRows rows;

  RemovalRows(DeliveryContext context, OperationSender sender, RunRows rows) {
    this.context = context;
    this.sender = sender;
    this.rows = rows;
  }

  /** Sends them. */
  void send(Phase phase) throws PlatformException, InterruptedException, IOException {
    List<DeliveryRow> removals = new ArrayList<>();
    rows.each(phase, List.of(Change.REMOVE), removals::add);
    removals.sort(Comparator.comparingInt(row -> ORDER.indexOf(row.change().table())));
    for (DeliveryRow row : removals) {
      remove(phase, row);
    }
  }

  private void remove(Phase phase, DeliveryRow row) throws PlatformException, InterruptedException {
    PlannedChange change = row.change();
    Subject subject = Subject.of(change);
    String course = subject.course();
    String group = subject.group();
    if (subject.table() == Table.USERS) {
      String name = subject.user();
      Optional<String> id = context.lookup().userId(name);
      if (context.lookup().stranger(name).isPresent()) {
        sender.refuse(phase, row, context.lookup().notThere(name));
      } else {
        delete(phase, row, PlatformIds.user(name), "/Users/", id);
      }
    } else if (subject.table() == Table.GROUPS) {
      String key = PlatformIds.group(course, group);
      delete(phase, row, key, "/Groups/", context.lookup().groupId(key));
    } else {
      // Its groups go with it.
      String within = PlatformIds.group(course, "");
      for (Map.Entry<String, String> one : context.ids().beginning(within).entrySet()) {
        sender.add(
            phase, new Deletion(row, one.getKey(), ScimRequest.path("/Groups/", one.getValue())));
      }
      String key = PlatformIds.course(course);
      delete(phase, row, key, "/Groups/", context.lookup().groupId(key));
    }
  }

  private void delete(Phase phase, DeliveryRow row, String key, String path, Optional<String> id)
      throws PlatformException, InterruptedException {
    if (id.isPresent()) {
      sender.add(phase, new Deletion(row, key, ScimRequest.path(path, id.get())));
    } else {
      sender.done(phase, row);
    }
  }
}
