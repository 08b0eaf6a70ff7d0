package neatroster.core.text;

import java.util.Arrays;
import java.util.Optional;
import java.util.function.Consumer;

/**
 * Numbers distinct texts 0, 1, 2, … in the order in which they come. A key takes its own length in
 * bytes (for ASCII) and about 20 bytes more, so that millions fit where as many strings would not.
 *
 * <p>Texts are compared as {@link Cleaning#clean cleaned}, so stray spaces do not make another key.
 */
public final class KeyIndex implements Words {
  /** What {@link #find} gives where there is no such key. */
  public static final int NONE = -1;

  /** Keys are told apart by so many bytes at the most. */
  private static final int LONGEST = (1 << 20) - 1;

  private static final int CHUNK = 1 << 20;

  private final boolean caseless;

  /** The keys' bytes; no key goes over the end of its chunk. */
  private byte[][] chunks = {new byte[4096]};

  private int lastChunk;
  private int usedOfLast;

  /** For each key its chunk (24 bits), its start in it (20 bits) and its length (20 bits). */
  private long[] locations = new long[64];

  /** For each slot the hash (32 bits) and the number of its key plus one; 0 in a free slot. */
  private long[] slots = new long[128];

  private int size;
  private char[] letters = new char[256];
  private byte[] coded = new byte[768];
  private int codedLength;

  private KeyIndex(boolean caseless) {
    this.caseless = caseless;
  }

  /** An index in which {@code NAV-2} and {@code nav-2} are two keys. */
  public static KeyIndex exact() {
    return new KeyIndex(false);
  }

  /**
   * An index in which upper and lower case make no difference, as user names (RFC 7643, section
   * 4.1.1) and email addresses are compared.
   */
  public static KeyIndex caseless() {
    return new KeyIndex(true);
  }

  /** Gives back the room that was kept for more keys. */
  public void trim() {
    if (locations.length > size) {
      locations = Arrays.copyOf(locations, size);
    }
  }

  @Override
  public void each(Consumer<String> word) {
    for (int number = 0; number < size; number++) {
      word.accept(text(number));
    }
  }

  @Override
  public Optional<String> stored(CharSequence text) {
    int number = find(text);
    return number == NONE ? Optional.empty() : Optional.of(text(number));
  }

  /** How many distinct keys there are; they are numbered from 0 to one less. */
  @Override
  public int size() {
    return size;
  }

  /**
   * The number of this text: its own if it came before (then it is less than {@link #size} was),
   * else the next.
   */
  public int add(CharSequence text) {
    int hash = code(text);
    int slot = slotOf(hash);
    if (slots[slot] != 0) {
      return (int) slots[slot] - 1;
    }
    if (size == Integer.MAX_VALUE - 8) {
      throw new IllegalStateException("too many keys");
    }
    if (size == locations.length) {
      locations = Arrays.copyOf(locations, Math.max(64, size + (size >> 1)));
    }
    locations[size] = store();
    size++;
    slots[slot] = ((long) hash << 32) | size;
    if (size > slots.length / 2) {
      grow();
    }
    return size - 1;
  }

  /** The number of this text, or {@link #NONE}. */
  public int find(CharSequence text) {
    int slot = slotOf(code(text));
    return slots[slot] == 0 ? NONE : (int) slots[slot] - 1;
  }

  /** The text of a key as it first came. */
  public String text(int number) {
    byte[] chunk = chunks[chunkOf(locations[number])];
    int start = startOf(locations[number]);
    int end = start + lengthOf(locations[number]);
    StringBuilder text = new StringBuilder(end - start);
    for (int i = start; i < end; i++) {
      if (chunk[i] >= 0) {
        text.append((char) chunk[i]);
      } else {
        text.append(wide(chunk[i + 1], chunk[i + 2]));
        i += 2;
      }
    }
    return text.toString();
  }

  private static int chunkOf(long location) {
    return (int) (location >>> 40);
  }

  private static int startOf(long location) {
    return (int) (location >>> 20) & LONGEST;
  }

  private static int lengthOf(long location) {
    return (int) location & LONGEST;
  }

  /**
   * Codes the text, ASCII as one byte and any other UTF-16 unit as a marker and its two bytes;
   * gives its hash.
   */
  private int code(CharSequence text) {
    int length = takeLetters(text);
    boolean plain = true;
    boolean afterSpace = true;
    int hash = 0;
    for (int i = 0; i < length; i++) {
      char c = letters[i];
      if (c >= 0x7f || c < ' ' || (c == ' ' && afterSpace)) {
        plain = false;
        break;
      }
      afterSpace = c == ' ';
      coded[i] = (byte) c;
      hash = hash * 31 + (caseless ? fold(c) : c);
    }
    if (plain && (!afterSpace || length == 0)) {
      codedLength = length;
    } else {
      hash = codeWithCare(text);
    }
    hash *= 0x9E3779B9;
    return hash ^ (hash >>> 15);
  }

  /** Copies the text to where it can be looked at fast, and makes room for its code. */
  private int takeLetters(CharSequence text) {
    int length = Math.min(text.length(), LONGEST);
    if (length > letters.length) {
      letters = new char[length * 2];
      coded = new byte[length * 6];
    }
    if (text instanceof Cell cell) {
      cell.copyTo(letters, length);
    } else if (text instanceof String string) {
      string.getChars(0, length, letters, 0);
    } else {
      for (int i = 0; i < length; i++) {
        letters[i] = text.charAt(i);
      }
    }
    return length;
  }

  private int codeWithCare(CharSequence given) {
    CharSequence text = Cleaning.isClean(given) ? given : Cleaning.clean(given);
    int hash = 0;
    int at = 0;
    for (int i = 0; i < text.length() && at <= LONGEST - 3; i++) {
      char c = text.charAt(i);
      if (at + 3 > coded.length) {
        coded = Arrays.copyOf(coded, coded.length * 2);
      }
      if (c < 0x80) {
        coded[at++] = (byte) c;
      } else {
        coded[at++] = -1;
        coded[at++] = (byte) (c >> 8);
        coded[at++] = (byte) c;
      }
      hash = hash * 31 + (caseless ? fold(c) : c);
    }
    codedLength = at;
    return hash;
  }

  private static char fold(char c) {
    if (c < 0x80) {
      return c >= 'A' && c <= 'Z' ? (char) (c + ('a' - 'A')) : c;
    }
    return Character.toLowerCase(Character.toUpperCase(c));
  }

  /** The slot that holds the coded text, or the free one where it would go. */
  private int slotOf(int hash) {
    int mask = slots.length - 1;
    int slot = hash & mask;
    while (slots[slot] != 0
        && ((int) (slots[slot] >>> 32) != hash || !holdsCoded((int) slots[slot] - 1))) {
      slot = (slot + 1) & mask;
    }
    return slot;
  }

  private boolean holdsCoded(int number) {
    long location = locations[number];
    if (lengthOf(location) != codedLength) {
      return false;
    }
    byte[] chunk = chunks[chunkOf(location)];
    int start = startOf(location);
    if (Arrays.equals(chunk, start, start + codedLength, coded, 0, codedLength)) {
      return true;
    }
    return caseless && sameLetters(chunk, start);
  }

  private boolean sameLetters(byte[] chunk, int start) {
    for (int i = 0; i < codedLength; i++) {
      byte stored = chunk[start + i];
      if ((stored < 0) != (coded[i] < 0)) {
        return false;
      }
      if (stored < 0) {
        char one = wide(chunk[start + i + 1], chunk[start + i + 2]);
        if (fold(one) != fold(wide(coded[i + 1], coded[i + 2]))) {
          return false;
        }
        i += 2;
      } else if (fold((char) stored) != fold((char) coded[i])) {
        return false;
      }
    }
    return true;
  }

  private static char wide(byte high, byte low) {
    return (char) ((high & 0xff) << 8 | (low & 0xff));
  }

  /** Keeps the coded text and gives its location. */
  private long store() {
    if (usedOfLast + codedLength > CHUNK) {
      lastChunk++;
      if (lastChunk == chunks.length) {
        chunks = Arrays.copyOf(chunks, lastChunk * 2);
      }
      chunks[lastChunk] = new byte[CHUNK];
      usedOfLast = 0;
    } else if (usedOfLast + codedLength > chunks[lastChunk].length) {
      // Most rosters have a few hundred keys: the first chunk grows as it is needed.
      int room = Math.max(chunks[lastChunk].length * 2, usedOfLast + codedLength);
      chunks[lastChunk] = Arrays.copyOf(chunks[lastChunk], Math.min(CHUNK, room));
    }
    System.arraycopy(coded, 0, chunks[lastChunk], usedOfLast, codedLength);
    long location = (long) lastChunk << 40 | (long) usedOfLast << 20 | codedLength;
    usedOfLast += codedLength;
    return location;
  }

  private void grow() {
    long[] larger = new long[slots.length * 2];
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
