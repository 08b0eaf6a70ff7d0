package neatroster.runs;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import neatroster.core.change.Phase;
import neatroster.register.DeliveryLog;
import neatroster.register.RegisterException;

/**
 * What of a run was sent, kept so that it outlives the process: whoever goes on later does nothing
 * twice. It is used by one thread.
 */
public final class Journal {
  /** The reason of a row that is done because what it was to make was there before. */
  public static final String FOUND = "it was there already";

  /** How far the delivery of a row is. */
  public enum State {
    /** Nothing was sent. */
    OPEN,
    /** It was sent; whether it was carried out is not known. */
    STARTED,
    /** What it makes is there; what refers to others is still to follow. */
    HALF,
    /** It is done. */
    DONE,
    /** The platform refused it. */
    REFUSED
  }

  /**
   * A row of a run's changes.
   *
   * @param phase the phase that it is in
   * @param row its number there, from 0
   */
  public record Key(Phase phase, int row) {}

  /**
   * What became of a row.
   *
   * @param status the status that the platform answered, or 0
   * @param reason why it was refused, or an empty text
   */
  public record Entry(Key key, State state, int status, String reason) {}

  /** Keeps entries. */
  @FunctionalInterface
  private interface Keeper {
    void keep(List<DeliveryLog.Entry> entries, Map<String, String> ids) throws RegisterException;
  }

  private static final List<State> ALL = List.of(State.values());

  /** The states of a phase's rows, a byte each. */
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

  private final Keeper keeper;
  private final Map<Phase, States> states = new EnumMap<>(Phase.class);
  private final Map<Key, Entry> refused = new HashMap<>();
  private final Set<Key> found = new HashSet<>();
  private int ended;

  private Journal(Keeper keeper) {
    this.keeper = keeper;
  }

  /** A journal that is kept for as long as the process lasts, as a rehearsal needs it. */
  public static Journal forgetful() {
    return new Journal((entries, ids) -> {});
  }

  /**
   * The journal of a run, kept in the folder's register.
   *
   * @param service the address that it is delivered to
   */
  public static Journal of(DeliveryLog log, String run, String service) throws RegisterException {
    Journal journal = new Journal((entries, ids) -> log.put(run, entries, service, ids));
    for (DeliveryLog.Entry entry : log.entries(run)) {
      journal.note(
          new Entry(
              new Key(Phase.valueOf(entry.kind()), entry.row()),
              State.valueOf(entry.state().toUpperCase(Locale.ROOT)),
              entry.status(),
              entry.reason()));
    }
    return journal;
  }

  private void note(Entry entry) {
    Key key = entry.key();
    ended += (isEnd(entry.state()) ? 1 : 0) - (hasEnded(key) ? 1 : 0);
    states.computeIfAbsent(key.phase(), phase -> new States()).set(key.row(), entry.state());
    if (entry.state() == State.DONE && entry.reason().equals(FOUND)) {
      found.add(key);
    }
    if (entry.state() == State.REFUSED) {
      refused.put(key, entry);
    } else {
      refused.remove(key);
    }
  }

  /** How far a row is. */
  public State state(Key key) {
    States ofPhase = states.get(key.phase());
    return ofPhase == null ? State.OPEN : ofPhase.get(key.row());
  }

  /** Whether a row has come to its end, be it that it was refused. */
  public boolean hasEnded(Key key) {
    return isEnd(state(key));
  }

  private static boolean isEnd(State state) {
    return state == State.DONE || state == State.REFUSED;
  }

  /** How many rows have come to their end. */
  public int ended() {
    return ended;
  }

  /** Why a row was refused, if it was. */
  public Optional<Entry> refusal(Key key) {
    return Optional.ofNullable(refused.get(key));
  }

  /** How many rows were refused. */
  public int refused() {
    return refused.size();
  }

  /** Whether what any row was to make was there before. */
  public boolean hasFound() {
    return !found.isEmpty();
  }

  /** Whether what a row was to make was there before. */
  public boolean isFound(Key key) {
    return found.contains(key);
  }

  /** Remembers that rows are about to be sent; returns when that is safe. */
  public void started(Collection<Key> keys) {
    // What follows later is not what was in doubt.
    put(
        keys.stream()
            .filter(key -> state(key) != State.HALF)
            .map(key -> new Entry(key, State.STARTED, 0, ""))
            .toList(),
        Map.of());
  }

  /**
   * Remembers what became of rows.
   *
   * @param ids the platform's ids that were found out, by our names of things; blank where there is
   *     none any more
   */
  public void ended(List<Entry> entries, Map<String, String> ids) {
    put(entries, ids);
  }

  private void put(List<Entry> entries, Map<String, String> ids) {
    if (entries.isEmpty() && ids.isEmpty()) {
      return;
    }
    List<DeliveryLog.Entry> kept = new ArrayList<>();
    for (Entry entry : entries) {
      kept.add(
          new DeliveryLog.Entry(
              entry.key().phase().name(),
              entry.key().row(),
              entry.state().name().toLowerCase(Locale.ROOT),
              entry.status(),
              entry.reason()));
    }
    try {
      keeper.keep(kept, ids);
    } catch (RegisterException e) {
      throw new UncheckedIOException(new IOException(e.getMessage(), e));
    }
    entries.forEach(this::note);
  }
}
