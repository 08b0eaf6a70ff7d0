package neatroster.disk;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;

/** What tells whether content is the same (FIPS 180-4), in hexadecimal. */
public final class Sha256 {
  private static final int BLOCK = 1 << 16;

  private Sha256() {}

  /** A digest of nothing yet. */
  public static MessageDigest start() {
    try {
      return MessageDigest.getInstance("SHA-256");
    } catch (NoSuchAlgorithmException e) {
      throw new IllegalStateException(e);
    }
  }

  /** The digest of a file. */
  public static String of(Path file) throws IOException {
    MessageDigest digest = start();
    byte[] block = new byte[BLOCK];
    try (InputStream in = Files.newInputStream(file)) {
      for (int read = in.read(block); read >= 0; read = in.read(block)) {
        digest.update(block, 0, read);
      }
    }
    return hex(digest);
  }

  /** What a digest comes to; it is of nothing afterwards. */
  public static String hex(MessageDigest digest) {
    return HexFormat.of().formatHex(digest.digest());
  }
}
