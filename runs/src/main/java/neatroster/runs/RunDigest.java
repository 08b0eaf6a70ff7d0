package neatroster.runs;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.util.SortedMap;
import neatroster.disk.Sha256;

/** What tells whether two runs change the same, and whether somebody edited what a run changes. */
final class RunDigest {
  private RunDigest() {}

  /**
   * The digest of files.
   *
   * @param digests the SHA-256 of each by its name
   */
  static String of(SortedMap<String, String> digests) {
    MessageDigest all = Sha256.start();
    digests.forEach(
        (name, digest) ->
            all.update((name + " " + digest + "\n").getBytes(StandardCharsets.UTF_8)));
    return Sha256.hex(all);
  }
}
