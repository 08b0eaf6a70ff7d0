package neatroster.core.text;

import java.util.Arrays;

/**
 * Numbers distinct texts 0, 1, 2, … in the order in which they come. A key takes its own length in
 * bytes (for ASCII) and about 20 bytes more, so that millions fit where as many strings would not.
 *
 * <p>Texts are compared as {@link Cleaning#clean cleaned}, so stray spaces do not make another key.
 */
public final class KeyIndex {
  /** What {@link #find} gives where there is no such key. */
  public static final int NONE = -1;

  private static final int CHUNK_BITS = 20;
  private static final int CHUNK = 1 << CHUNK_BITS;
  private static final int MASK = CHUNK - 1;

  private final boolean caseless;
  private byte[][] chunks = new byte[4][];
  private long[] ends = new long[64];
  private long[] slots = new long[128];
  private int size;
  private byte[] coded = new byte[256];
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

  /** How many distinct keys there are; they are numbered from 0 to one less. */
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
    long start = size == 0 ? 0 : ends[size - 1];
    store(start);
    if (size == ends.length) {
      ends = Arrays.copyOf(ends, size * 2);
    }
    ends[size] = start + codedLength;
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
    long start = number == 0 ? 0 : ends[number - 1];
    int length = (int) (ends[number] - start);
    StringBuilder text = new StringBuilder(length);
    for (int i = 0; i < length; i++) {
      int first = byteAt(start + i);
      if (first >= 0) {
        text.append((char) first);
      } else {
        text.append(wide(byteAt(start + i + 1), byteAt(start + i + 2)));
        i += 2;
      }
    }
    return text.toString();
  }

  /** ASCII as one byte, any other UTF-16 unit as a marker and its two bytes. */
  private int code(CharSequence given) {
    CharSequence text = Cleaning.isClean(given) ? given : Cleaning.clean(given);
    int length = text.length();
    if (coded.length < length * 3) {
      coded = new byte[length * 3];
    }
    int at = 0;
    int hash = 0;
    for (int i = 0; i < length; i++) {
      char c = text.charAt(i);
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
    hash *= 0x9E3779B9;
    return hash ^ (hash >>> 15);
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
    long start = number == 0 ? 0 : ends[number - 1];
    if (ends[number] - start != codedLength) {
      return false;
    }
    for (int i = 0; i < codedLength; i++) {
      byte stored = byteAt(start + i);
      if (stored == -1 && coded[i] == -1) {
        char one = wide(byteAt(start + i + 1), byteAt(start + i + 2));
        char other = wide(coded[i + 1], coded[i + 2]);
        if (one != other && !(caseless && fold(one) == fold(other))) {
          return false;
        }
        i += 2;
      } else if (stored != coded[i]
          && !(caseless && stored >= 0 && coded[i] >= 0 && sameLetter(stored, coded[i]))) {
        return false;
      }
    }
    return true;
  }

  private static boolean sameLetter(byte one, byte other) {
    return fold((char) one) == fold((char) other);
  }

  private static char wide(byte high, byte low) {
    return (char) ((high & 0xff) << 8 | (low & 0xff));
  }

  private byte byteAt(long at) {
    return chunks[(int) (at >> CHUNK_BITS)][(int) at & MASK];
  }

  private void store(long start) {
    for (int i = 0; i < codedLength; i++) {
      long at = start + i;
      int chunk = (int) (at >> CHUNK_BITS);
      if (chunk == chunks.length) {
        chunks = Arrays.copyOf(chunks, chunk * 2);
      }
      if (chunks[chunk] == null) {
        // The first chunk starts small: most rosters have a few hundred keys.
        chunks[chunk] = new byte[chunk == 0 ? 4096 : CHUNK];
      }
      int within = (int) at & MASK;
      if (within >= chunks[chunk].length) {
        chunks[chunk] = Arrays.copyOf(chunks[chunk], Math.min(CHUNK, within * 2));
      }
      chunks[chunk][within] = coded[i];
    }
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
