package neatroster.sheets;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.Reader;
import java.io.SequenceInputStream;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.function.Consumer;
import neatroster.core.text.Utf8;

/**
 * The bytes of a text in UTF-8, whatever encoding it is in: a file in UTF-8 as it stands, mistakes
 * included. The encoding shows at the first byte above 127, as {@link TextReader} says.
 */
final class Utf8Stream extends InputStream {
  private static final int BEFORE = 64;
  private static final int LETTERS = 1 << 13;

  private final Consumer<TextEncoding> whenTold;
  private InputStream in;
  private TextEncoding known;
  private boolean passedOn;

  /** The last bytes that went by, in which the word begins that tells the encoding. */
  private final byte[] before = new byte[BEFORE];

  private int lengthBefore;
  private Reader rest;
  private char[] letters;
  private byte[] encoded;
  private int at;
  private int end;

  /**
   * A text that goes on where a stream stands.
   *
   * @param known the encoding where it is known already, else null
   * @param whenTold is told the encoding when it shows
   */
  Utf8Stream(InputStream in, TextEncoding known, Consumer<TextEncoding> whenTold) {
    this.in = in;
    this.known = known;
    this.whenTold = whenTold;
    if (known != null) {
      goOnIn(known, in);
    }
  }

  private void goOnIn(TextEncoding encoding, InputStream bytes) {
    if (encoding.charset().equals(StandardCharsets.UTF_8)) {
      passedOn = true;
      in = bytes;
    } else {
      rest = new TextReader(bytes, encoding, told -> {});
      letters = new char[LETTERS];
      encoded = new byte[LETTERS * 3];
    }
  }

  @Override
  public int read() throws IOException {
    byte[] one = new byte[1];
    return read(one, 0, 1) < 0 ? -1 : one[0] & 0xff;
  }

  @Override
  public int read(byte[] to, int offset, int length) throws IOException {
    if (rest != null) {
      return encode(to, offset, length);
    }
    int count = in.read(to, offset, length);
    if (passedOn || count < 0) {
      return count;
    }
    int ascii = Utf8.asciiLength(to, offset, offset + count);
    if (ascii < count) {
      decide(to, offset, ascii, count);
      return ascii > 0 ? ascii : read(to, offset, length);
    }
    remember(to, offset, count);
    return count;
  }

  private void remember(byte[] bytes, int offset, int count) {
    lengthBefore = Math.min(BEFORE, count);
    System.arraycopy(bytes, offset + count - lengthBefore, before, 0, lengthBefore);
  }

  /** Looks at what follows the first letter beyond ASCII, and goes on in its encoding. */
  private void decide(byte[] bytes, int offset, int ascii, int count) throws IOException {
    byte[] more = in.readNBytes(TextEncoding.SAMPLE);
    if (ascii > 0) {
      remember(bytes, offset, ascii);
    }
    byte[] ahead =
        ByteBuffer.allocate(count - ascii + more.length)
            .put(bytes, offset + ascii, count - ascii)
            .put(more)
            .array();
    byte[] sample =
        ByteBuffer.allocate(lengthBefore + ahead.length)
            .put(before, 0, lengthBefore)
            .put(ahead)
            .array();
    known = TextEncoding.of(sample);
    whenTold.accept(known);
    goOnIn(known, new SequenceInputStream(new ByteArrayInputStream(ahead), in));
  }

  private int encode(byte[] to, int offset, int length) throws IOException {
    if (at == end) {
      int count = rest.read(letters, 0, LETTERS - 1);
      if (count < 0) {
        return -1;
      }
      if (Character.isHighSurrogate(letters[count - 1])) {
        int low = rest.read();
        if (low >= 0) {
          letters[count++] = (char) low;
        }
      }
      at = 0;
      end = Utf8.encode(letters, count, encoded);
    }
    int count = Math.min(length, end - at);
    System.arraycopy(encoded, at, to, offset, count);
    at += count;
    return count;
  }

  @Override
  public void close() throws IOException {
    in.close();
  }
}
