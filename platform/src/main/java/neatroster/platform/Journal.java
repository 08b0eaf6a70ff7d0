package neatroster.platform;

import java.util.Collection;
import java.util.List;
import java.util.Map;
import neatroster.core.model.Table;

/**
 * What of a run was sent, kept so that it outlives the process: whoever goes on later does nothing
 * twice. It is used by one thread.
 */
public interface Journal {
  /** The reason of a row that is done because what it was to make was there before. */
  String FOUND = "it was there already";

  /** How far the delivery of a row is. */
  enum State {
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
   * @param table the table that it is in
   * @param row its number there, from 0
   */
  record Key(Table table, int row) {}

  /**
   * What became of a row.
   *
   * @param status the status that the platform answered, or 0
   * @param reason why it was refused, or an empty text
   */
  record Entry(Key key, State state, int status, String reason) {}

  /** How far a row is. */
  State state(Key key);

  /** Remembers that rows are about to be sent; returns when that is safe. */
  void started(Collection<Key> keys);

  /**
   * Remembers what became of rows.
   *
   * @param ids the platform's ids that were found out, by the keys of {@link Ids}; blank where
   *     there is none any more
   */
  void ended(List<Entry> entries, Map<String, String> ids);

  /** Whether what a row was to make was there before. */
  default boolean isFound(Key key) {
    return false;
  }
}
