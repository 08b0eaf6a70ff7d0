package neatroster.formats;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Path;

/** Where a format puts its files. */
public interface BatchFiles {
  /** Starts a file of that name in the run folder. */
  OutputStream create(String name) throws IOException;

  /**
   * A folder for what is put together later, which only we can read and that goes when the run is
   * finished.
   */
  Path scratch() throws IOException;
}
