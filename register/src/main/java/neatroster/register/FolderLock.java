package neatroster.register;

import java.io.Closeable;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.channels.FileLock;
import java.nio.channels.OverlappingFileLockException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.time.Duration;
import java.util.Optional;

/**
 * Keeps two commands from writing to one roster folder at once. The lock goes with the process,
 * however that ends; the file that carries it stays.
 */
public final class FolderLock implements Closeable {
  private static final Duration PAUSE = Duration.ofMillis(100);

  /**
   * The lock covers a byte far behind the note, so that others can read who has it where locks are
   * mandatory.
   */
  private static final long LOCKED_BYTE = 1 << 20;

  private final FileChannel channel;

  private FolderLock(FileChannel channel) {
    this.channel = channel;
  }

  /**
   * Takes the lock, waiting a while for whoever has it.
   *
   * @param note says who we are, for others who wait
   * @param patience how long to wait
   * @return empty where somebody else still has it
   */
  public static Optional<FolderLock> take(Path folder, String note, Duration patience)
      throws IOException, InterruptedException {
    FileChannel channel =
        FileChannel.open(
            file(folder),
            StandardOpenOption.CREATE,
            StandardOpenOption.WRITE,
            StandardOpenOption.READ);
    boolean taken = false;
    try {
      for (long waited = 0; !taken; waited += PAUSE.toMillis()) {
        taken = tryLock(channel);
        if (!taken) {
          if (waited >= patience.toMillis()) {
            return Optional.empty();
          }
          Thread.sleep(PAUSE.toMillis());
        }
      }
      channel.truncate(0);
      channel.write(ByteBuffer.wrap(note.getBytes(StandardCharsets.UTF_8)), 0);
      return Optional.of(new FolderLock(channel));
    } finally {
      if (!taken) {
        channel.close();
      }
    }
  }

  private static boolean tryLock(FileChannel channel) throws IOException {
    try {
      FileLock lock = channel.tryLock(LOCKED_BYTE, 1, false);
      return lock != null;
    } catch (OverlappingFileLockException e) {
      return false;
    }
  }

  /** What whoever has the lock says of itself; empty where that cannot be read. */
  public static String holder(Path folder) {
    try (FileChannel channel = FileChannel.open(file(folder), StandardOpenOption.READ)) {
      ByteBuffer note = ByteBuffer.allocate(200);
      channel.read(note, 0);
      return StandardCharsets.UTF_8.decode(note.flip()).toString();
    } catch (IOException e) {
      return "";
    }
  }

  private static Path file(Path folder) {
    return folder.resolve("register.lock");
  }

  @Override
  public void close() throws IOException {
    channel.close();
  }
}
