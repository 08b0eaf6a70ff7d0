package neatroster.cli.delivery;

import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import neatroster.platform.Journal;

/** A journal that is kept for as long as a rehearsal takes. */
final class ForgetfulJournal implements Journal {
  private final Map<Key, Entry> entries = new HashMap<>();

  @Override
  public State state(Key key) {
    Entry entry = entries.get(key);
    return entry == null ? State.OPEN : entry.state();
  }

  /** Why a row was refused, if it was. */
  Optional<Entry> refusal(Key key) {
    return Optional.ofNullable(entries.get(key)).filter(e -> e.state() == State.REFUSED);
  }

  @Override
  public void started(Collection<Key> keys) {
    keys.forEach(
        key -> {
          if (state(key) != State.HALF) {
            entries.put(key, new Entry(key, State.STARTED, 0, ""));
          }
        });
  }

  @Override
  public void ended(List<Entry> ended, Map<String, String> ids) {
    ended.forEach(entry -> entries.put(entry.key(), entry));
  }
}
