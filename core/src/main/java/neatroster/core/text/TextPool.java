package neatroster.core.text;

import java.util.Arrays;

/**
 * Keeps each distinct text once, exactly as it stands, and numbers them 0, 1, 2, … in the order in
 * which they come; number 0 is the empty text. A text takes its own length in bytes (for ASCII) and
 * about 18 bytes more.
 */
public final class TextPool {
  private static final int CHUNK_BITS = 20;
  private static final int CHUNK = 1 << CHUNK_BITS;

  /** The texts, each behind its length; a text that is longer than a chunk has one of its own. */
  private byte[][] chunks = {new byte[4096]};

  private int lastChunk;
  private int usedOfLast;

  /** For each text its chunk and its start in it. */
  private int[] locations = new int[64];

  private int[] hashes = new int[64];

  /** For each slot the number of its text plus one; 0 in a free slot. */
  private int[] slots = new int[256];

  private int size;
  private char[] letters = new char[256];
  private byte[] coded = new byte[768];
  private int codedLength;

  /** A pool that holds the empty text alone. */
  public TextPool() {
    add("");
  }

  /** How many texts there are. */
  public int size() {
    return size;
  }

  /** The number of a text: its own if it came before, else the next. Not after {@link #close}. */
  public int add(CharSequence text) {
    int hash = code(text);
    int mask = slots.length - 1;
    int slot = hash & mask;
    while (slots[slot] != 0) {
      int number = slots[slot] - 1;
      if (hashes[number] == hash && holdsCoded(number)) {
        return number;
      }
      slot = (slot + 1) & mask;
    }
    if (size == locations.length) {
      int room = size + (size >> 1);
      locations = Arrays.copyOf(locations, room);
      hashes = Arrays.copyOf(hashes, room);
    }
    locations[size] = store();
    hashes[size] = hash;
    slots[slot] = ++size;
    if (size > slots.length / 3 * 2) {
      grow();
    }
    return size - 1;
  }

  /** Gives back the room that finding texts again takes: from now on none can be added. */
  public void close() {
    slots = new int[0];
    hashes = new int[0];
    locations = Arrays.copyOf(locations, size);
  }

  /** Adds a text to a row of a sheet. */
  public void addTo(int number, char[] room, Taker taker) {
    char[] into = room;
    byte[] chunk = chunks[locations[number] >>> CHUNK_BITS];
    int at = locations[number] & (CHUNK - 1);
    int length = length(chunk, at);
    at += 4;
    if (length > into.length) {
      into = new char[length];
    }
    int count = 0;
    for (int end = at + length; at < end; at++) {
      byte b = chunk[at];
      if (b >= 0) {
        into[count++] = (char) b;
      } else {
        into[count++] = (char) ((chunk[at + 1] & 0xff) << 8 | (chunk[at + 2] & 0xff));
        at += 2;
      }
    }
    taker.take(into, 0, count);
  }

  /** Takes a text. */
  @FunctionalInterface
  public interface Taker {
    void take(char[] text, int start, int length);
  }

  /** A text by its number. */
  public String text(int number) {
    String[] text = new String[1];
    addTo(number, letters, (from, start, length) -> text[0] = new String(from, start, length));
    return text[0];
  }

  /** Codes the text, ASCII as one byte and any other UTF-16 unit as a marker and its two bytes. */
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
    int hash = 0;
    int at = 0;
    for (int i = 0; i < length; i++) {
      char c = letters[i];
      hash = hash * 31 + c;
      if (c < 0x80) {
        coded[at++] = (byte) c;
      } else {
        coded[at++] = -1;
        coded[at++] = (byte) (c >> 8);
        coded[at++] = (byte) c;
      }
    }
    codedLength = at;
    hash *= 0x9E3779B9;
    return hash ^ (hash >>> 15);
  }

  private static int length(byte[] chunk, int at) {
    return (chunk[at] & 0xff) << 24
        | (chunk[at + 1] & 0xff) << 16
        | (chunk[at + 2] & 0xff) << 8
        | (chunk[at + 3] & 0xff);
  }

  private boolean holdsCoded(int number) {
    byte[] chunk = chunks[locations[number] >>> CHUNK_BITS];
    int at = locations[number] & (CHUNK - 1);
    return length(chunk, at) == codedLength
        && Arrays.equals(chunk, at + 4, at + 4 + codedLength, coded, 0, codedLength);
  }

  /** Keeps the coded text and gives its location. */
  private int store() {
    int needed = codedLength + 4;
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
    chunk[at] = (byte) (codedLength >> 24);
    chunk[at + 1] = (byte) (codedLength >> 16);
    chunk[at + 2] = (byte) (codedLength >> 8);
    chunk[at + 3] = (byte) codedLength;
    System.arraycopy(coded, 0, chunk, at + 4, codedLength);
    usedOfLast = Math.min(CHUNK, usedOfLast + needed);
    return lastChunk << CHUNK_BITS | at;
  }

  private void grow() {
    int[] larger = new int[slots.length * 2];
    int mask = larger.length - 1;
    for (int number = 0; number < size; number++) {
      int slot = hashes[number] & mask;
      while (larger[slot] != 0) {
        slot = (slot + 1) & mask;
      }
      larger[slot] = number + 1;
    }
    slots = larger;
  }
}
