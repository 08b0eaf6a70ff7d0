package neatroster.work.issue;

import java.nio.ByteBuffer;
import java.security.SecureRandom;
import java.util.random.RandomGenerator;

/**
 * The system's cryptographic source, read in blocks: asking it anew for each of a million words
 * takes longer than all the rest.
 */
public final class BufferedSecureRandom implements RandomGenerator {
  private static final int BLOCK = 4096;

  private final SecureRandom source = new SecureRandom();
  private final byte[] block = new byte[BLOCK];
  private ByteBuffer left = ByteBuffer.allocate(0);

  @Override
  public long nextLong() {
    if (left.remaining() < Long.BYTES) {
      source.nextBytes(block);
      left = ByteBuffer.wrap(block);
    }
    return left.getLong();
  }
}
