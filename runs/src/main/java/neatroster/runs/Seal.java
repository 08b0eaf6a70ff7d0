package neatroster.runs;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Path;

/** How secrets are kept on the disk: in the open, or so that only a passphrase opens them. */
public interface Seal {
  /** Whether they are sealed. */
  boolean isSealed();

  /** Seals what is written; closing it closes the stream below. */
  OutputStream sealing(OutputStream out, String name) throws IOException;

  /** What a file holds that was sealed so. */
  InputStream opened(Path file) throws IOException;
}
