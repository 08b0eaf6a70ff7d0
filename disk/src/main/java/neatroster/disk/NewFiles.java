package neatroster.disk;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Path;

/** Where new files are put. */
public interface NewFiles {
  /** Starts a file, and the folders above it. */
  OutputStream create(String path) throws IOException;

  /**
   * A folder for what is put together later, which only we can read and that goes when the rest is
   * finished.
   */
  Path scratch() throws IOException;

  /** The same for files of one of its folders. */
  default NewFiles in(String folder) {
    NewFiles all = this;
    return new NewFiles() {
      @Override
      public OutputStream create(String path) throws IOException {
        return all.create(folder + "/" + path);
      }

      @Override
      public Path scratch() throws IOException {
        return all.scratch();
      }
    };
  }
}
