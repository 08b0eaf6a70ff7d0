package neatroster.core.intake;

import java.util.BitSet;
import neatroster.core.text.RowBlock;

/**
 * A Bloom filter of {@linkplain ColumnSample#fold folded} texts, asked with the bytes of cells: it
 * may say yes where the answer is no, and never no where it is yes.
 */
final class FoldedTextFilter {
  private static final int BITS = 18;
  private static final int EMPTY = 0x811c9dc5;
  private static final int PRIME = 0x01000193;

  /** What letters of two bytes fold to; {@link #UNKNOWN} where that is not one letter. */
  private static final int[] FOLDED = new int[0x530];

  private static final int UNKNOWN = -1;

  static {
    for (char c = 0x80; c < FOLDED.length; c++) {
      String folded = ColumnSample.fold(String.valueOf(c));
      // A sigma depends on what follows it.
      boolean isOne = folded.length() == 1 && "σς".indexOf(folded.charAt(0)) < 0;
      FOLDED[c] = isOne ? folded.charAt(0) : UNKNOWN;
    }
  }

  private final BitSet bits = new BitSet(1 << BITS);

  /** Adds a text that is folded already. */
  void add(String folded) {
    int hash = EMPTY;
    for (int i = 0; i < folded.length(); i++) {
      hash = (hash ^ folded.charAt(i)) * PRIME;
    }
    bits.set(bit(hash));
  }

  /** Whether a cell's text may be there, with the noughts before it or without. */
  boolean mayHave(RowBlock block, int cell) {
    byte[] text = block.text();
    int hash = EMPTY;
    int bare = EMPTY;
    boolean begun = false;
    for (int i = block.start(cell); i < block.end(cell); i += bytes(text[i])) {
      int letter = folded(text, i);
      if (letter == UNKNOWN) {
        return true;
      }
      if (letter > 0) {
        hash = (hash ^ letter) * PRIME;
        begun |= letter != '0';
        bare = begun ? (bare ^ letter) * PRIME : bare;
      }
    }
    return bits.get(bit(hash)) || bits.get(bit(bare));
  }

  /** Whether a word of a cell, or a part of one between signs, may be there. */
  boolean mayHaveWord(RowBlock block, int cell) {
    byte[] text = block.text();
    int word = EMPTY;
    int part = EMPTY;
    for (int i = block.start(cell); i < block.end(cell); i += bytes(text[i])) {
      int letter = folded(text, i);
      if (letter == UNKNOWN) {
        return true;
      }
      if (letter > 0) {
        word = (word ^ letter) * PRIME;
        part = (part ^ letter) * PRIME;
      } else if (bits.get(bit(word)) || bits.get(bit(part))) {
        return true;
      } else {
        part = EMPTY;
        word = text[i] <= ' ' || text[i] == ',' ? EMPTY : word;
      }
    }
    return bits.get(bit(word)) || bits.get(bit(part));
  }

  private static int bytes(byte first) {
    return (first & 0xe0) == 0xc0 ? 2 : 1;
  }

  /** The letter or digit at a place as it counts; 0 for a sign. */
  private static int folded(byte[] text, int at) {
    byte letter = text[at];
    if (letter >= 'A' && letter <= 'Z') {
      return letter | 0x20;
    }
    if (letter >= 0) {
      boolean counts = (letter >= 'a' && letter <= 'z') || (letter >= '0' && letter <= '9');
      return counts ? letter : 0;
    }
    int two = (letter & 0x1f) << 6 | (text[at + 1] & 0x3f);
    return bytes(letter) == 2 && two < FOLDED.length ? FOLDED[two] : UNKNOWN;
  }

  private static int bit(int hash) {
    return (hash ^ (hash >>> BITS)) & ((1 << BITS) - 1);
  }
}
