package neatroster.sheets;

import java.io.Closeable;
import java.io.IOException;
import java.io.InterruptedIOException;
import java.util.concurrent.ArrayBlockingQueue;
import java.util.concurrent.BlockingQueue;
import neatroster.core.text.RowBlock;

/** Splits a text on a thread of its own while the blocks before are looked at. */
final class BlockPrefetch implements Closeable {
  /** So many blocks are ready or being filled. */
  private static final int AHEAD = 4;

  private static final int BLOCK = 1 << 18;

  private final BlockSplitter splitter;
  private final BlockingQueue<Held> free = new ArrayBlockingQueue<>(AHEAD);
  private final BlockingQueue<Held> ready = new ArrayBlockingQueue<>(AHEAD + 1);
  private final Thread thread = new Thread(this::split, "reading a sheet");
  private volatile boolean stopped;
  private Held handedOut;

  /** A block with its bytes; without a block where there is no more, or why not. */
  private static final class Held {
    private final RowBlock block;
    private final Throwable why;
    private byte[] bytes = new byte[BLOCK];

    Held(RowBlock block, Throwable why) {
      this.block = block;
      this.why = why;
    }
  }

  BlockPrefetch(BlockSplitter splitter) {
    this.splitter = splitter;
    for (int i = 0; i < AHEAD; i++) {
      free.add(new Held(new RowBlock(), null));
    }
    thread.setDaemon(true);
    thread.start();
  }

  private void split() {
    try {
      while (!stopped) {
        Held held = free.take();
        byte[] bytes = splitter.next(held.block, held.bytes);
        if (bytes == null) {
          break;
        }
        held.bytes = bytes;
        ready.put(held);
      }
      ready.put(new Held(null, null));
    } catch (InterruptedException e) {
      // Nobody waits for more.
      Thread.currentThread().interrupt();
    } catch (IOException | RuntimeException | Error e) {
      ready.add(new Held(null, e));
    }
  }

  /**
   * The next block, valid until the one behind it is asked for; null at the end.
   *
   * @throws IOException where the text cannot be read
   */
  RowBlock next() throws IOException {
    try {
      if (handedOut != null) {
        free.put(handedOut);
        handedOut = null;
      }
      Held held = ready.take();
      if (held.block != null) {
        handedOut = held;
        return held.block;
      }
      if (held.why instanceof IOException e) {
        throw e;
      } else if (held.why instanceof RuntimeException e) {
        throw e;
      } else if (held.why instanceof Error e) {
        throw e;
      }
      return null;
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw new InterruptedIOException("interrupted");
    }
  }

  @Override
  public void close() {
    stopped = true;
    thread.interrupt();
  }
}
