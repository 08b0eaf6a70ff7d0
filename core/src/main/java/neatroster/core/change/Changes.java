package neatroster.core.change;

import java.io.IOException;
import java.util.EnumSet;
import java.util.Set;
import neatroster.core.model.Table;

/** Changes of one run, phase by phase in the order in which they are made. */
public interface Changes {
  /** Takes changes. */
  @FunctionalInterface
  interface Receiver {
    /** Takes a change. */
    void change(PlannedChange change) throws IOException;
  }

  /** The phases that have any. */
  Set<Phase> phases();

  /** Hands on the changes of one phase. */
  void read(Phase phase, Receiver receiver) throws IOException;

  /** Hands on every change. */
  default void read(Receiver receiver) throws IOException {
    for (Phase phase : phases()) {
      read(phase, receiver);
    }
  }

  /** Hands on the changes of one table's rows; sites, which stand in no table, with the users. */
  default void read(Table table, Receiver receiver) throws IOException {
    for (Phase phase : phases()) {
      if (phase == Phase.REMOVALS || phase.table() == table) {
        read(
            phase,
            change -> {
              if (change.table() == table) {
                receiver.change(change);
              }
            });
      }
    }
  }

  /** The tables of which any row is changed. */
  default Set<Table> tables() throws IOException {
    Set<Table> tables = EnumSet.noneOf(Table.class);
    for (Phase phase : phases()) {
      if (phase == Phase.REMOVALS) {
        read(phase, change -> tables.add(change.table()));
      } else if (phase != Phase.SITES) {
        tables.add(phase.table());
      }
    }
    return tables;
  }
}
