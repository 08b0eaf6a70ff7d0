package neatroster.core.state;

import java.util.Arrays;
import java.util.BitSet;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import neatroster.core.model.Field;
import neatroster.core.text.IntList;
import neatroster.core.text.KeyIndex;

/**
 * The fields of accounts, courses or groups as statements tell them, one statement after the other:
 * each record has a number, and each distinct value is kept once.
 */
public final class KnownRecords {
  private static final int UNTOLD = 0;
  private static final int BLANK = 1;

  private final KeyIndex texts = KeyIndex.exact();

  /** The values there and those that were delivered last, by field or by the name of an own one. */
  private final Map<Object, IntList> there = new HashMap<>();

  private final Map<Object, IntList> delivered = new HashMap<>();
  private final IntList saidAt = new IntList();
  private final IntList scopeOf = new IntList();
  private final Listings listings = new Listings();

  /** For each record the fields, as bits, that lists of the time of {@link #saidAt} have told. */
  private long[] told = new long[64];

  private final Map<Object, Integer> bits = new HashMap<>();
  private final BitSet removed = new BitSet();
  private final BitSet removedByUs = new BitSet();
  private final BitSet deliveredEver = new BitSet();
  private final BitSet madeByUs = new BitSet();
  private final BitSet onlyFullName = new BitSet();

  /** Adds a record of a scope; nothing says yet that it is there. */
  public int add(int scope) {
    saidAt.add(0);
    scopeOf.add(scope);
    int number = saidAt.size() - 1;
    removed.set(number);
    if (number == told.length) {
      told = Arrays.copyOf(told, number * 2);
    }
    return number;
  }

  /** How many records there are. */
  public int size() {
    return saidAt.size();
  }

  /** Notes that a scope was listed to its end. */
  public void list(int scope, int at) {
    listings.list(scope, at);
  }

  /** Notes that everything was listed. */
  public void listAll(int at) {
    listings.listAll(at);
  }

  /** When a record was last said to be there or not; 0 where it never was. */
  public int saidAt(int number) {
    return saidAt.get(number);
  }

  /**
   * Notes that a list has a record, or says that it is gone. What follows of it is put with {@link
   * #tell}.
   *
   * @return whether it is the first time that lists of this time have it
   */
  public boolean say(int number, boolean isThere, int at) {
    if (saidAt.get(number) == at) {
      return false;
    }
    saidAt.set(number, at);
    removed.set(number, !isThere);
    removedByUs.clear(number);
    told[number] = 0;
    return true;
  }

  /** Puts what a list says of a field, unless a list of the same time said it. */
  public void tell(int number, Field field, String text) {
    tell(number, (Object) field, text);
  }

  /** The same of a field of the school's own. */
  public void tell(int number, String own, String text) {
    tell(number, (Object) own, text);
  }

  private void tell(int number, Object field, String text) {
    int bit = bits.computeIfAbsent(field, f -> bits.size());
    long mask = bit < Long.SIZE ? 1L << bit : 0;
    if ((told[number] & mask) == 0) {
      told[number] |= mask;
      put(there, number, field, text);
    }
  }

  /** Notes whether a list knows the name of a record as a whole alone. */
  public void nameIsWhole(int number, boolean isWhole) {
    onlyFullName.set(number, isWhole);
  }

  /** Forgets all that was known of a record. */
  public void forget(int number) {
    there.values().forEach(column -> clear(column, number));
    delivered.values().forEach(column -> clear(column, number));
    onlyFullName.clear(number);
    madeByUs.clear(number);
    deliveredEver.clear(number);
  }

  /** Notes that we made a record anew. */
  public void make(int number, int at) {
    forget(number);
    madeByUs.set(number);
    change(number, at);
  }

  /** Notes that we changed something of a record. */
  public void change(int number, int at) {
    saidAt.set(number, at);
    removed.clear(number);
    removedByUs.clear(number);
    deliveredEver.set(number);
  }

  /** Notes that we took a record away. */
  public void remove(int number, int at) {
    change(number, at);
    removed.set(number);
    removedByUs.set(number);
  }

  /** Puts what we delivered of a field. */
  public void deliver(int number, Field field, String text) {
    put(there, number, field, text);
    put(delivered, number, field, text);
  }

  /** The same of a field of the school's own. */
  public void deliver(int number, String own, String text) {
    put(there, number, own, text);
    put(delivered, number, own, text);
  }

  private void put(Map<Object, IntList> columns, int number, Object field, String text) {
    IntList column = columns.computeIfAbsent(field, f -> new IntList());
    while (column.size() <= number) {
      column.add(UNTOLD);
    }
    column.set(number, text.isEmpty() ? BLANK : texts.add(text) + 2);
  }

  private static void clear(IntList column, int number) {
    if (number < column.size()) {
      column.set(number, UNTOLD);
    }
  }

  /** Whether the platform has a record. */
  public boolean isThere(int number) {
    return !removed.get(number) && !listings.isSince(scopeOf.get(number), saidAt.get(number));
  }

  /** Whether a record was there until a newer list had it not. */
  public boolean isOutdated(int number) {
    return !removed.get(number) && !isThere(number);
  }

  /** Whether anything of a record was delivered that we did not take away ourselves. */
  public boolean isDelivered(int number) {
    return deliveredEver.get(number) && !removedByUs.get(number);
  }

  /** Whether something says that a record is not there, be it that a list has it not. */
  public boolean isAbsent(int number) {
    int at = saidAt.get(number);
    return !isThere(number) && (at > 0 || listings.isSince(scopeOf.get(number), at));
  }

  /** Whether a record was delivered and is there no more, not by our doing. */
  public boolean isGone(int number) {
    return number >= 0 && isDelivered(number) && !isThere(number);
  }

  Optional<String> text(int number, Object field) {
    Optional<String> text = value(there, number, field);
    return text.isEmpty() && madeByUs.get(number) ? Optional.of("") : text;
  }

  Optional<String> delivered(int number, Object field) {
    return value(delivered, number, field);
  }

  private Optional<String> value(Map<Object, IntList> columns, int number, Object field) {
    IntList column = columns.get(field);
    int value = column == null || number >= column.size() ? UNTOLD : column.get(number);
    return value == UNTOLD
        ? Optional.empty()
        : Optional.of(value == BLANK ? "" : texts.text(value - 2));
  }

  boolean hasOnlyFullName(int number) {
    return onlyFullName.get(number);
  }
}
