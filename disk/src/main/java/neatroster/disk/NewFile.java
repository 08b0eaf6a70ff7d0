package neatroster.disk;

import java.io.BufferedOutputStream;
import java.io.Closeable;
import java.io.FilterOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Files;
import java.nio.file.Path;

/**
 * A file in the making: written beside its place, readable by its owner alone, and moved there when
 * it is whole, so that nobody ever sees half of it. What is not finished goes.
 */
public final class NewFile implements Closeable {
  private final Path draft;

  private NewFile(Path place) {
    this.draft = TemporaryFileRegistry.beside(place);
  }

  /** Writes to a stream. */
  @FunctionalInterface
  public interface Content<T> {
    T write(OutputStream out) throws IOException;
  }

  /** Writes a file in place of an earlier one. */
  public static <T> T replace(Path place, Content<T> content) throws IOException {
    try (NewFile file = new NewFile(place)) {
      T result = file.fill(content);
      PrivateFiles.replace(place, file.draft);
      return result;
    }
  }

  /**
   * Writes a file where there is none.
   *
   * @throws FileAlreadyExistsException where there is one
   */
  public static <T> T create(Path place, Content<T> content) throws IOException {
    try (NewFile file = new NewFile(place)) {
      T result = file.fill(content);
      if (Files.exists(place)) {
        throw new FileAlreadyExistsException(place.toString());
      }
      Files.move(file.draft, place);
      return result;
    }
  }

  private <T> T fill(Content<T> content) throws IOException {
    T result;
    Watched watched = new Watched(PrivateFiles.create(draft));
    try (OutputStream out = new BufferedOutputStream(watched, 1 << 16)) {
      result = content.write(out);
    } catch (RuntimeException e) {
      // Libraries wrap what the disk says into exceptions of their own.
      for (Throwable at = e; at != null; at = at.getCause()) {
        if (at instanceof IOException io) {
          throw io;
        }
      }
      if (watched.trouble != null) {
        throw watched.trouble;
      }
      throw e;
    }
    PrivateFiles.settle(draft);
    return result;
  }

  /** Remembers what the disk said. */
  private static final class Watched extends FilterOutputStream {
    private IOException trouble;

    Watched(OutputStream out) {
      super(out);
    }

    @Override
    public void write(byte[] bytes, int from, int count) throws IOException {
      try {
        out.write(bytes, from, count);
      } catch (IOException e) {
        trouble = e;
        throw e;
      }
    }
  }

  @Override
  public void close() throws IOException {
    Files.deleteIfExists(draft);
    TemporaryFileRegistry.done(draft);
  }
}
