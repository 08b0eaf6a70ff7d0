package neatroster.sheets;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.Reader;
import java.io.SequenceInputStream;
import java.nio.ByteBuffer;
import java.nio.charset.CodingErrorAction;
import java.util.function.Consumer;

/**
 * Reads a text whose encoding shows at its first byte above 127, wherever that is: up to there all
 * encodings without a mark are the same.
 */
final class TextReader extends Reader {
  private static final int BLOCK = 1 << 16;

  /** The beginning of the word in which the first such byte stands. */
  private static final int BEFORE = 64;

  private final InputStream in;
  private final Consumer<TextEncoding> whenTold;
  private final byte[] block = new byte[BLOCK];
  private TextEncoding known;
  private int position;
  private int filled;
  private Reader rest;

  /**
   * A text that goes on where a stream stands.
   *
   * @param known the encoding where it is known already, else null
   * @param whenTold is told the encoding when it shows
   */
  TextReader(InputStream in, TextEncoding known, Consumer<TextEncoding> whenTold) {
    this.in = in;
    this.whenTold = whenTold;
    this.known = known;
    if (known != null) {
      rest = decoded(in);
    }
  }

  @Override
  public int read(char[] to, int offset, int length) throws IOException {
    if (rest == null && position == filled) {
      filled = in.readNBytes(block, 0, BLOCK);
      position = 0;
      if (filled == 0) {
        return -1;
      }
    }
    if (rest == null && block[position] < 0) {
      decide();
    }
    if (rest != null) {
      return rest.read(to, offset, length);
    }
    int most = Math.min(length, filled - position);
    int ascii = 0;
    while (ascii < most && block[position + ascii] >= 0) {
      to[offset + ascii] = (char) block[position + ascii];
      ascii++;
    }
    position += ascii;
    return ascii;
  }

  /** Looks at what follows, and goes on in the encoding that it shows. */
  private void decide() throws IOException {
    int before = Math.min(BEFORE, position);
    byte[] more = in.readNBytes(TextEncoding.SAMPLE);
    byte[] sample =
        ByteBuffer.allocate(before + filled - position + more.length)
            .put(block, position - before, before + filled - position)
            .put(more)
            .array();
    known = TextEncoding.of(sample);
    whenTold.accept(known);
    InputStream ahead = new ByteArrayInputStream(sample, before, sample.length - before);
    rest = decoded(new SequenceInputStream(ahead, in));
  }

  private Reader decoded(InputStream bytes) {
    // What is no letter becomes the sign for it, and is found in its row.
    return new InputStreamReader(
        bytes,
        known
            .charset()
            .newDecoder()
            .onMalformedInput(CodingErrorAction.REPLACE)
            .onUnmappableCharacter(CodingErrorAction.REPLACE));
  }

  @Override
  public void close() throws IOException {
    in.close();
  }
}
