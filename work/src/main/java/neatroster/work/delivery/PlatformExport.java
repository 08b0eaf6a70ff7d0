package neatroster.work.delivery;

import java.nio.file.Path;
import java.util.Map;
import neatroster.core.settings.Settings;
import neatroster.platform.PlatformException;
import neatroster.platform.WaitListener;
import neatroster.register.SqliteLibrary;
import neatroster.work.Dialog;
import neatroster.work.Problem;
import neatroster.work.folder.LockedRosterFolder;
import neatroster.work.folder.RosterFolder;

/** What {@code --known platform} stands for: all that the platform of a folder holds now. */
public final class PlatformExport {
  /** The word for it among the names of exports. */
  public static final String WORD = "platform";

  private PlatformExport() {}

  /**
   * Reads it into a file that lasts as long as the process.
   *
   * @param waits is told what is waited for
   */
  public static Path read(
      RosterFolder folder, Settings settings, Dialog dialog, WaitListener waits) {
    PlatformAccess access = PlatformAccess.of(folder, settings, waits);
    SqliteLibrary.prepare();
    Map<String, String> ids = LockedRosterFolder.platformIdsIn(folder, access.service());
    try {
      PlatformReading reading = PlatformReading.of(access.transport(), access.config(), ids, waits);
      dialog.remark("Read what " + access.service() + " holds.");
      return reading.file();
    } catch (PlatformException e) {
      throw access.trouble(e);
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw Problem.unreadable("Interrupted while reading the platform.", e);
    }
  }
}
