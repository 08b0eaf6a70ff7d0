package neatroster.register;

import java.io.Closeable;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.channels.FileLock;
import java.nio.channels.OverlappingFileLockException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.LinkOption;
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

  /** What goes with the lock, or null. */
  private final Path removed;

  private FolderLock(FileChannel channel, Path removed) {
    this.channel = channel;
    this.removed = removed;
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
    return takeOn(file(folder), note, patience, false);
  }

  /**
   * Takes a lock on a folder that is no roster folder. What carries it goes when it is given back.
   *
   * @param note says who we are, for others who wait
   * @param patience how long to wait
   * @return empty where somebody else still has it
   */
  public static Optional<FolderLock> takeForNow(Path folder, String note, Duration patience)
      throws IOException, InterruptedException {
    return takeOn(folder.resolve(".neat-roster.lock"), note, patience, true);
  }

  private static Optional<FolderLock> takeOn(
      Path file, String note, Duration patience, boolean forNow)
      throws IOException, InterruptedException {
    long end = System.nanoTime() + patience.toNanos();
    while (true) {
      Optional<FolderLock> lock = tryTake(file, note, end, forNow);
      // Whoever had it before may have removed the file that we have locked now.
      if (lock.isEmpty() || !forNow || note.equals(read(file))) {
        return lock;
      }
      lock.get().channel.close();
    }
  }

  private static Optional<FolderLock> tryTake(Path file, String note, long end, boolean forNow)
      throws IOException, InterruptedException {
    refuseLinks(file);
    FileChannel channel =
        FileChannel.open(
            file,
            StandardOpenOption.CREATE,
            StandardOpenOption.WRITE,
            StandardOpenOption.READ,
            LinkOption.NOFOLLOW_LINKS);
    boolean taken = false;
    try {
      while (!taken) {
        taken = tryLock(channel);
        if (!taken) {
          if (System.nanoTime() >= end) {
            return Optional.empty();
          }
          Thread.sleep(PAUSE.toMillis());
        }
      }
      channel.truncate(0);
      channel.write(ByteBuffer.wrap(note.getBytes(StandardCharsets.UTF_8)), 0);
      return Optional.of(new FolderLock(channel, forNow ? file : null));
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

  /** Makes sure that the lock is still held. */
  public void verify() {
    if (!channel.isOpen()) {
      throw new IllegalStateException("the lock was given back");
    }
  }

  /** What whoever has the lock says of itself; empty where that cannot be read. */
  public static String holder(Path folder) {
    return read(file(folder));
  }

  /** A lock is written to: a file that has other names too would be lost under those. */
  private static void refuseLinks(Path file) throws IOException {
    if (!Files.exists(file, LinkOption.NOFOLLOW_LINKS)) {
      return;
    }
    boolean alone = Files.isRegularFile(file, LinkOption.NOFOLLOW_LINKS);
    if (alone && file.getFileSystem().supportedFileAttributeViews().contains("unix")) {
      alone = ((Number) Files.getAttribute(file, "unix:nlink")).intValue() == 1;
    }
    if (!alone) {
      throw new IOException(file.getFileName() + " is a link to another file; remove it");
    }
  }

  private static String read(Path file) {
    try (FileChannel channel = FileChannel.open(file, StandardOpenOption.READ)) {
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
    if (removed != null) {
      Files.deleteIfExists(removed);
    }
    channel.close();
  }
}
