package neatroster.work.folder;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.SecureRandom;
import java.util.Base64;
import neatroster.disk.NewFile;

/** The token of the practice platform, in a file beside its data; made on the first start. */
public final class PracticeToken {
  private static final int BYTES = 24;

  private PracticeToken() {}

  /** The name of the file of the token for a file of data. */
  public static String fileName(Path data) {
    return data.getFileName() + ".token";
  }

  /** The token for a file of data. */
  public static String beside(Path data) throws IOException {
    Path file = data.resolveSibling(fileName(data));
    if (!Files.exists(file)) {
      byte[] random = new byte[BYTES];
      new SecureRandom().nextBytes(random);
      String token = Base64.getUrlEncoder().withoutPadding().encodeToString(random);
      NewFile.create(
          file,
          out -> {
            out.write((token + "\n").getBytes(StandardCharsets.UTF_8));
            return null;
          });
    }
    return PlatformSecret.tokenIn(file);
  }
}
