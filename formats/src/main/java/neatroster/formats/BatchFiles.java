package neatroster.formats;

import java.io.IOException;
import java.io.OutputStream;

/** Where a format puts its files. */
@FunctionalInterface
public interface BatchFiles {
  /** Starts a file of that name in the run folder. */
  OutputStream create(String name) throws IOException;
}
