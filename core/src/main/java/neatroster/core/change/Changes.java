package neatroster.core.change;

import java.io.IOException;
import java.util.Set;
import neatroster.core.model.Table;

/** Changes of one run, table by table in the order in which they are made. */
public interface Changes {
  /** Takes changes. */
  @FunctionalInterface
  interface Receiver {
    /** Takes a change. */
    void change(PlannedChange change) throws IOException;
  }

  /** The tables of which any row is changed. */
  Set<Table> tables();

  /** Hands on the changes of one table; sites, which stand in no table, with those of users. */
  void read(Table table, Receiver receiver) throws IOException;

  /** Hands on every change. */
  default void read(Receiver receiver) throws IOException {
    for (Table table : Table.values()) {
      read(table, receiver);
    }
  }
}
