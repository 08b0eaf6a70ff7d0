package neatroster.core.text;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.Size;

/** Whatever is told of eight bytes at once is what a look at each of them tells. */
class SwarBytesTest {
  private interface Test {
    boolean is(byte b);
  }

  private static void same(long found, byte[] bytes, Test test) {
    for (int i = 0; i < 8; i++) {
      boolean isFound = (found >>> (8 * i) & 0xff) == 0x80;
      assertThat(isFound)
          .as("byte %d of %s", i, Arrays.toString(bytes))
          .isEqualTo(test.is(bytes[i]));
    }
  }

  @Property
  void eachByteIsToldAlone(
      @ForAll @Size(8) byte[] bytes, @ForAll @IntRange(min = 1, max = 127) int sign) {
    long word = SwarBytes.at(bytes, 0);
    char c = (char) sign;
    same(SwarBytes.below(word, c), bytes, b -> b >= 0 && b < c);
    same(SwarBytes.noughts(word ^ SwarBytes.all(c)), bytes, b -> b == c);
    same(SwarBytes.beyondSigns(word), bytes, b -> b < 0 || b == 0x7f);
    same(OddText.spaces(word), bytes, b -> b == ' ');
  }

  @Property
  void theFirstOfThemAreKept(
      @ForAll @Size(8) byte[] bytes, @ForAll @IntRange(min = -9, max = 17) int count) {
    long word = SwarBytes.first(SwarBytes.at(bytes, 0), count);
    for (int i = 0; i < 8; i++) {
      assertThat((byte) (word >>> (8 * i))).isEqualTo(i < count ? bytes[i] : 0);
    }
  }

  @Property
  void aHashIsTheSameWhereverTheTextStands(
      @ForAll @Size(max = 40) byte[] text, @ForAll @IntRange(max = 20) int before) {
    byte[] alone = text.clone();
    byte[] amongOthers = new byte[before + text.length + RowBlock.BEHIND];
    Arrays.fill(amongOthers, (byte) 'x');
    System.arraycopy(text, 0, amongOthers, before, text.length);
    long hash = TextHash.of(alone, 0, text.length);
    assertThat(TextHash.of(amongOthers, before, text.length)).isEqualTo(hash);
    byte[] longer = Arrays.copyOf(text, text.length + 1);
    assertThat(TextHash.of(longer, 0, longer.length)).isNotEqualTo(hash);
  }

  @Property
  void utf8IsWhatJavaReads(@ForAll long seed) {
    Random random = new Random(seed);
    byte[] bytes = new byte[random.nextInt(12)];
    // Bytes near the bounds of what may follow what.
    int[] telling = {'a', 0x7f, 0x80, 0x8f, 0x90, 0x9f, 0xa0, 0xbf, 0xc1, 0xc2, 0xdf, 0xe0, 0xe2};
    int[] more = {0xec, 0xed, 0xef, 0xf0, 0xf1, 0xf4, 0xf5, 0xff};
    for (int i = 0; i < bytes.length; i++) {
      int[] from = random.nextInt(3) == 0 ? more : telling;
      bytes[i] = (byte) from[random.nextInt(from.length)];
    }
    boolean isRead;
    try {
      StandardCharsets.UTF_8.newDecoder().decode(ByteBuffer.wrap(bytes));
      isRead = true;
    } catch (CharacterCodingException e) {
      isRead = false;
    }
    assertThat(Utf8.isValid(bytes, 0, bytes.length)).isEqualTo(isRead);
  }
}
