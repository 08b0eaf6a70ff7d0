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

  private final Desk desk;
  private final Outbox outbox;
  private final RunRows rows;

  RemovalRows(Desk desk, Outbox outbox, RunRows rows) {
    this.desk = desk;
    this.outbox = outbox;
    this.rows = rows;
  }

  /** Sends them. */
  void send(Phase phase) throws PlatformException, InterruptedException, IOException {
    List<Row> removals = new ArrayList<>();
    rows.each(phase, List.of(Change.REMOVE), removals::add);
    removals.sort(Comparator.comparingInt(row -> ORDER.indexOf(row.change().table())));
    for (Row row : removals) {
      remove(phase, row);
    }
  }

  private void remove(Phase phase, Row row) throws PlatformException, InterruptedException {
    PlannedChange change = row.change();
    Subject subject = change.subject();
    String course = subject.course();
    String group = subject.group();
    if (subject.table() == Table.USERS) {
      String name = subject.user();
      Optional<String> id = desk.lookup().userId(name);
      if (desk.lookup().stranger(name).isPresent()) {
        outbox.refuse(phase, row, desk.lookup().notThere(name));
      } else {
        delete(phase, row, Ids.user(name), "/Users/", id);
      }
    } else if (subject.table() == Table.GROUPS) {
      String key = Ids.group(course, group);
      delete(phase, row, key, "/Groups/", desk.lookup().groupId(key));
    } else {
      // Its groups go with it.
      String within = Ids.group(course, "");
      for (Map.Entry<String, String> one : desk.ids().beginning(within).entrySet()) {
        outbox.add(phase, new Deletion(row, one.getKey(), Call.path("/Groups/", one.getValue())));
      }
      String key = Ids.course(course);
      delete(phase, row, key, "/Groups/", desk.lookup().groupId(key));
    }
  }

  private void delete(Phase phase, Row row, String key, String path, Optional<String> id)
      throws PlatformException, InterruptedException {
    if (id.isPresent()) {
      outbox.add(phase, new Deletion(row, key, Call.path(path, id.get())));
    } else {
      outbox.done(phase, row);
    }
  }
}
