package neatroster.work.delivery;

import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Path;
import java.util.Map;
import java.util.Set;
import neatroster.core.model.Field;
import neatroster.disk.DiskErrors;
import neatroster.disk.PrivateFiles;
import neatroster.disk.TemporaryFiles;
import neatroster.platform.PlatformException;
import neatroster.platform.PlatformIds;
import neatroster.platform.ReadBack;
import neatroster.platform.ServiceProviderConfig;
import neatroster.platform.Transport;
import neatroster.platform.WaitListener;
import neatroster.work.Problem;

/**
 * What a platform holds, read from it into a file that lasts as long as the process.
 *
 * @param file the file, as SCIM writes lists
 * @param neverShown the fields of users that the platform shows of nobody
 */
public record PlatformReading(Path file, Set<Field> neverShown) {
  /**
   * Reads a platform.
   *
   * @param config what it offers
   * @param ids what it calls things
   * @param waits is told how much was read
   */
  public static PlatformReading of(
      Transport transport,
      ServiceProviderConfig config,
      Map<String, String> ids,
      WaitListener waits)
      throws PlatformException, InterruptedException {
    try {
      Path file = TemporaryFiles.next();
      file.toFile().deleteOnExit();
      ReadBack reading = new ReadBack(transport, config, new PlatformIds(ids));
      try (OutputStream out = new BufferedOutputStream(PrivateFiles.create(file), 1 << 16)) {
        reading.write(out, waits::hasRead);
      } finally {
        waits.hasRead(0);
      }
      return new PlatformReading(file, reading.neverShown());
    } catch (IOException e) {
      throw Problem.unreadable(
          "What the platform holds could not be kept (" + DiskErrors.reason(e) + ").", e);
    }
  }
}
