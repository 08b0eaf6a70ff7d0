package neatroster.cli.delivery;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import neatroster.cli.terminal.Problem;
import neatroster.core.model.Table;
import neatroster.platform.Journal;
import neatroster.register.DeliveryLog;
import neatroster.register.RegisterException;

/** The journal of a run's delivery, kept in the folder's register. */
public final class RunJournal implements Journal {
  private final DeliveryLog log;
  private final String run;
  private final String service;
  private final Map<Table, States> states = new EnumMap<>(Table.class);
  private final Map<Key, Entry> refused = new HashMap<>();
  private final Set<Key> found = new HashSet<>();

  /** The states of a table's rows, a byte each. */
  private static final class States {
    private byte[] of = new byte[64];

    State get(int row) {
      return row < of.length ? ALL.get(of[row]) : State.OPEN;
    }

    void set(int row, State state) {
      if (row >= of.length) {
        of = Arrays.copyOf(of, Math.max(row + 1, of.length * 2));
      }
      of[row] = (byte) ALL.indexOf(state);
    }
  }

  private static final List<State> ALL = List.of(State.values());

  /**
   * The journal of a run.
   *
   * @param service the address that it is delivered to
   */
  public RunJournal(DeliveryLog log, String run, String service) {
    this.log = log;
    this.run = run;
    this.service = service;
    for (Table table : Table.values()) {
      states.put(table, new States());
    }
    try {
      for (DeliveryLog.Entry entry : log.entries(run)) {
        Key key = new Key(Table.valueOf(entry.kind()), entry.row());
        note(
            new Entry(
                key,
                State.valueOf(entry.state().toUpperCase(Locale.ROOT)),
                entry.status(),
                entry.reason()));
      }
    } catch (RegisterException e) {
      throw Problem.unreadable(e.getMessage() + ".", e);
    }
  }

  private void note(Entry entry) {
    states.get(entry.key().table()).set(entry.key().row(), entry.state());
    if (entry.state() == State.DONE && entry.reason().equals(FOUND)) {
      found.add(entry.key());
    }
    if (entry.state() == State.REFUSED) {
      refused.put(entry.key(), entry);
    } else {
      refused.remove(entry.key());
    }
  }

  @Override
  public State state(Key key) {
    return states.get(key.table()).get(key.row());
  }

  /** Why a row was refused, if it was. */
  public Optional<Entry> refusal(Key key) {
    return Optional.ofNullable(refused.get(key));
  }

  @Override
  public boolean isFound(Key key) {
    return found.contains(key);
  }

  /** What was refused, table by table in the order of the rows. */
  public Map<Table, List<Entry>> refusals() {
    Map<Table, List<Entry>> all = new EnumMap<>(Table.class);
    refused.values().stream()
        .sorted(Comparator.comparingInt(entry -> entry.key().row()))
        .forEach(
            entry -> all.computeIfAbsent(entry.key().table(), t -> new ArrayList<>()).add(entry));
    return all;
  }

  @Override
  public void started(Collection<Key> keys) {
    List<Entry> entries = new ArrayList<>();
    for (Key key : keys) {
      // What follows later is not what was in doubt.
      if (state(key) != State.HALF) {
        entries.add(new Entry(key, State.STARTED, 0, ""));
      }
    }
    put(entries, Map.of());
  }

  @Override
  public void ended(List<Entry> entries, Map<String, String> ids) {
    put(entries, ids);
  }

  private void put(List<Entry> entries, Map<String, String> ids) {
    if (entries.isEmpty() && ids.isEmpty()) {
      return;
    }
    try {
      log.put(
          run,
          entries.stream()
              .map(
                  entry ->
                      new DeliveryLog.Entry(
                          entry.key().table().name(),
                          entry.key().row(),
                          entry.state().name().toLowerCase(Locale.ROOT),
                          entry.status(),
                          entry.reason()))
              .toList(),
          service,
          ids);
    } catch (RegisterException e) {
      throw Problem.unreadable(e.getMessage() + ".", e);
    }
    entries.forEach(this::note);
  }
}
