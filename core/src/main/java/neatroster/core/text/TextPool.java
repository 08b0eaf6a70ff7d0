package neatroster.core.text;

import java.util.Arrays;
import java.util.BitSet;

/**
 * Keeps each distinct text once, exactly as it stands, and numbers them 0, 1, 2, … in the order in
 * which they come; number 0 is the empty text. A text takes its own length in bytes of UTF-8 and
 * about 25 bytes more. When no more are added, several threads may ask for texts by their numbers;
 * adding and finding is for one.
 */
public final class TextPool {
  /** What {@link #find} gives where there is no such text. */
  public static final int NONE = -1;

  private static final int CHUNK_BITS = 20;
  private static final int CHUNK = 1 << CHUNK_BITS;

  /** A length that is this or more stands in four bytes behind it. */
  private static final int LONG = 0xff;

  /** So many texts are looked up together, so that the waits for memory overlap. */
  private static final int TOGETHER = 512;

  /** The texts, each behind its length; a text that is longer than a chunk has one of its own. */
  private byte[][] chunks = {new byte[4096]};

  private int lastChunk;
  private int usedOfLast;

  /** For each text its chunk and its start in it. */
  private int[] locations = new int[64];

  /** For each slot the upper half of the hash and the number of its text plus one; or 0. */
  private long[] slots = new long[256];

  /** The texts that are worth a closer look. */
  private final BitSet odd = new BitSet();

  /** The texts with a capital letter of ASCII. */
  private final BitSet capitals = new BitSet();

  private int size;
  private char[] letters = new char[256];
  private byte[] coded = new byte[768];
  private final int[] candidates = new int[TOGETHER];
  private final int[] places = new int[TOGETHER];
  private final byte[] lengths = new byte[TOGETHER];

  /** A pool that holds the empty text alone. */
  public TextPool() {
    add("");
  }

  /** How many texts there are. */
  public int size() {
    return size;
  }

  /** Makes room for more texts at once. */
  public void expect(int more) {
    int needed = 256;
    while (needed / 3 * 2L < size + (long) more && needed < 1 << 28) {
      needed *= 2;
    }
    if (needed > slots.length) {
      grow(needed);
    }
    if (locations.length < size + more) {
      locations = Arrays.copyOf(locations, size + more);
    }
  }

  /** The number of a text: its own if it came before, else the next. */
  public int add(CharSequence text) {
    int length = code(text);
    return add(coded, 0, length, TextHash.of(coded, 0, length), OddText.is(text));
  }

  /**
   * The number of a text: its own if it came before, else the next.
   *
   * @param text has it in UTF-8
   * @param hash its {@link TextHash}
   * @param isOdd whether it is {@link OddText odd}
   */
  public int add(byte[] text, int start, int length, long hash, boolean isOdd) {
    int slot = slotOf(text, start, length, hash);
    if (slots[slot] != 0) {
      return (int) slots[slot] - 1;
    }
    if (size == locations.length) {
      locations = Arrays.copyOf(locations, size + (size >> 1));
    }
    locations[size] = store(text, start, length);
    if (isOdd) {
      odd.set(size);
    }
    if (hasCapitals(text, start, length)) {
      capitals.set(size);
    }
    slots[slot] = (hash & 0xffffffff00000000L) | ++size;
    if (size > slots.length / 3 * 2) {
      grow(slots.length * 2);
    }
    return size - 1;
  }

  /** The number of a text, or {@link #NONE}. */
  public int find(CharSequence text) {
    int length = code(text);
    return (int) slots[slotOf(coded, 0, length, TextHash.of(coded, 0, length))] - 1;
  }

  /**
   * The numbers of one column's texts in some rows of a block.
   *
   * @param cell the first of them among the cells of the block
   * @param step how many cells each row has
   * @param numbers takes the numbers
   */
  public void addAll(RowBlock block, int cell, int step, int rows, int[] numbers) {
    long lastHash = 0;
    int lastNumber = NONE;
    int lastCell = 0;
    for (int from = 0; from < rows; from += TOGETHER) {
      int count = Math.min(TOGETHER, rows - from);
      int first = cell + from * step;
      candidates(block, first, step, count);
      for (int i = 0; i < count; i++) {
        int at = first + i * step;
        long hash = block.hash(at);
        if (hash == lastHash && lastNumber >= 0 && block.isSame(at, lastCell)) {
          numbers[from + i] = lastNumber;
          continue;
        }
        int start = block.start(at);
        int length = block.end(at) - start;
        int number = candidates[i];
        if (number < 0
            || lengths[i] != (byte) Math.min(length, LONG)
            || !holdsAt(places[i], block.text(), start, length)) {
          number = add(block.text(), start, length, hash, block.isOdd(at));
        }
        numbers[from + i] = number;
        lastHash = hash;
        lastNumber = number;
        lastCell = at;
      }
    }
  }

  /** Of each text the number of one that has its hash, found where it is looked for first. */
  private void candidates(RowBlock block, int first, int step, int count) {
    int mask = slots.length - 1;
    for (int i = 0; i < count; i++) {
      long hash = block.hash(first + i * step);
      long slot = slots[(int) (hash >>> 32) & mask];
      candidates[i] = slot != 0 && (slot ^ hash) >>> 32 == 0 ? (int) slot - 1 : NONE;
    }
    for (int i = 0; i < count; i++) {
      int place = candidates[i] < 0 ? 0 : locations[candidates[i]];
      places[i] = place;
      // What is touched here need not be waited for when the texts are compared.
      lengths[i] = chunks[place >>> CHUNK_BITS][place & (CHUNK - 1)];
    }
  }

  /** Gives back the room that was kept for more texts; finding goes on. */
  public void trim() {
    locations = Arrays.copyOf(locations, size);
  }

  /** Gives back all room that finding texts takes: from now on none can be added or found. */
  public void close() {
    slots = new long[1];
    trim();
  }

  /** Whether a text is worth a closer look: see {@link OddText}. */
  public boolean isOdd(int number) {
    return odd.get(number);
  }

  /** Whether any text is worth a closer look. */
  public boolean hasOdd() {
    return !odd.isEmpty();
  }

  /** Whether a text is compared as it stands where case and stray spaces make no difference. */
  public boolean isPlain(int number) {
    return !odd.get(number) && !capitals.get(number);
  }

  private static boolean hasCapitals(byte[] text, int start, int length) {
    int end = start + length;
    int at = start;
    for (; at < end && at + 8 <= text.length; at += 8) {
      long word = SwarBytes.at(text, at);
      long capitals = SwarBytes.below(word, '[') & ~SwarBytes.below(word, 'A');
      if (SwarBytes.first(capitals, end - at) != 0) {
        return true;
      }
    }
    for (; at < end; at++) {
      if (text[at] >= 'A' && text[at] <= 'Z') {
        return true;
      }
    }
    return false;
  }

  /** The first letter of a text that is not empty and begins with one of ASCII. */
  public char first(int number) {
    byte[] chunk = chunks[locations[number] >>> CHUNK_BITS];
    int at = locations[number] & (CHUNK - 1);
    return (char) chunk[(chunk[at] & 0xff) == LONG ? at + 5 : at + 1];
  }

  /** Makes a cell show a text, until it is told to show another. */
  public void show(int number, Cell cell) {
    byte[] chunk = chunks[locations[number] >>> CHUNK_BITS];
    int at = locations[number] & (CHUNK - 1);
    int length = chunk[at++] & 0xff;
    if (length == LONG) {
      length = longLength(chunk, at);
      at += 4;
    }
    char[] to = cell.ownLetters(length);
    if (odd.get(number)) {
      cell.show(to, 0, Utf8.decode(chunk, at, length, to));
    } else {
      for (int i = 0; i < length; i++) {
        to[i] = (char) chunk[at + i];
      }
      cell.show(to, 0, length);
    }
  }

  /** Adds a text to a row of a sheet. */
  public void addTo(int number, char[] room, LetterReceiver taker) {
    byte[] chunk = chunks[locations[number] >>> CHUNK_BITS];
    int at = locations[number] & (CHUNK - 1);
    int length = chunk[at++] & 0xff;
    if (length == LONG) {
      length = longLength(chunk, at);
      at += 4;
    }
    char[] into = length > room.length ? new char[length] : room;
    taker.take(into, 0, Utf8.decode(chunk, at, length, into));
  }

  /** A text by its number. */
  public String text(int number) {
    // Several threads may ask: each needs letters of its own.
    Cell text = new Cell();
    show(number, text);
    return text.toString();
  }

  /** Codes the text, and gives how many bytes it took. */
  private int code(CharSequence text) {
    int length = text.length();
    if (length > letters.length) {
      letters = new char[length * 2];
    }
    if (length * 3L > coded.length) {
      coded = new byte[Math.multiplyExact(length, 3)];
    }
    if (text instanceof Cell cell) {
      cell.copyTo(letters, length);
    } else {
      text.toString().getChars(0, length, letters, 0);
    }
    return Utf8.encode(letters, length, coded);
  }

  private static int longLength(byte[] chunk, int at) {
    return (chunk[at] & 0xff) << 24
        | (chunk[at + 1] & 0xff) << 16
        | (chunk[at + 2] & 0xff) << 8
        | (chunk[at + 3] & 0xff);
  }

  /** The slot that holds a text, or the free one where it would go. */
  private int slotOf(byte[] text, int start, int length, long hash) {
    int mask = slots.length - 1;
    int slot = (int) (hash >>> 32) & mask;
    while (slots[slot] != 0
        && ((slots[slot] ^ hash) >>> 32 != 0
            || !holds((int) slots[slot] - 1, text, start, length))) {
      slot = (slot + 1) & mask;
    }
    return slot;
  }

  private boolean holds(int number, byte[] text, int start, int length) {
    return holdsAt(locations[number], text, start, length);
  }

  private boolean holdsAt(int location, byte[] text, int start, int length) {
    byte[] chunk = chunks[location >>> CHUNK_BITS];
    int at = location & (CHUNK - 1);
    int stored = chunk[at++] & 0xff;
    if (stored == LONG) {
      stored = longLength(chunk, at);
      at += 4;
    }
    return stored == length && ByteComparison.are(chunk, at, text, start, length);
  }

  /** Keeps the coded text and gives its location. */
  private int store(byte[] text, int start, int length) {
    int needed = length + (length < LONG ? 1 : 5);
    if (usedOfLast + needed > CHUNK) {
      lastChunk++;
      if (lastChunk == 1 << (32 - CHUNK_BITS)) {
        throw new OutOfMemoryError("more than four gigabytes of different texts");
      }
      if (lastChunk == chunks.length) {
        chunks = Arrays.copyOf(chunks, lastChunk * 2);
      }
      chunks[lastChunk] = new byte[Math.max(CHUNK, needed)];
      usedOfLast = 0;
    } else if (usedOfLast + needed > chunks[lastChunk].length) {
      int room = Math.max(chunks[lastChunk].length * 2, usedOfLast + needed);
      chunks[lastChunk] = Arrays.copyOf(chunks[lastChunk], Math.min(CHUNK, room));
    }
    byte[] chunk = chunks[lastChunk];
    int at = usedOfLast;
    int location = lastChunk << CHUNK_BITS | at;
    if (length < LONG) {
      chunk[at++] = (byte) length;
    } else {
      chunk[at++] = (byte) LONG;
      chunk[at++] = (byte) (length >> 24);
      chunk[at++] = (byte) (length >> 16);
      chunk[at++] = (byte) (length >> 8);
      chunk[at++] = (byte) length;
    }
    System.arraycopy(text, start, chunk, at, length);
    usedOfLast = Math.min(CHUNK, usedOfLast + needed);
    return location;
  }

  private void grow(int room) {
    long[] larger = new long[room];
    int mask = larger.length - 1;
    for (long entry : slots) {
      if (entry != 0) {
        int slot = (int) (entry >>> 32) & mask;
        while (larger[slot] != 0) {
          slot = (slot + 1) & mask;
        }
        larger[slot] = entry;
      }
    }
    slots = larger;
  }
}
