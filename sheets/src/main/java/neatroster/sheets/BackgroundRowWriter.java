package neatroster.sheets;

import java.io.IOException;
import java.io.InterruptedIOException;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.ArrayBlockingQueue;
import java.util.concurrent.BlockingQueue;
import java.util.function.UnaryOperator;
import neatroster.core.grid.RowWriter;

/**
 * Writes rows on a thread of its own where there are many of them, so that whoever makes them can
 * make the next meanwhile. What goes wrong there is told with one of the next rows, or when the
 * writer is closed. Rows must not be changed once they are handed over.
 */
public final class BackgroundRowWriter implements RowWriter {
  /** So many rows are handed over at once; fewer are written without a thread. */
  private static final int TOGETHER = 512;

  private static final int WAITING = 8;

  private static final List<List<String>> END = List.of();

  private static final boolean ALONE = Runtime.getRuntime().availableProcessors() < 2;

  private final RowWriter to;
  private final UnaryOperator<List<String>> finish;
  private final BlockingQueue<List<List<String>>> handed = new ArrayBlockingQueue<>(WAITING);
  private List<List<String>> rows = new ArrayList<>(TOGETHER);
  private Thread thread;
  private volatile Throwable trouble;
  private boolean told;

  /** Rows for a writer, which is closed with this. */
  public BackgroundRowWriter(RowWriter to) {
    this(to, UnaryOperator.identity());
  }

  /**
   * Rows for a writer, which is closed with this.
   *
   * @param finish what is still to be done to a row; it must hang on the row alone
   */
  public BackgroundRowWriter(RowWriter to, UnaryOperator<List<String>> finish) {
    this.to = to;
    this.finish = finish;
  }

  @Override
  public void row(List<String> cells) throws IOException {
    rows.add(cells);
    if (rows.size() == TOGETHER) {
      if (ALONE) {
        writeRest();
      } else {
        hand(rows);
        rows = new ArrayList<>(TOGETHER);
      }
    }
  }

  private void writeRest() throws IOException {
    for (List<String> row : rows) {
      to.row(finish.apply(row));
    }
    rows.clear();
  }

  private void hand(List<List<String>> some) throws IOException {
    tellTrouble();
    if (thread == null) {
      thread = new Thread(this::write, "writing rows");
      thread.setDaemon(true);
      thread.start();
    }
    try {
      handed.put(some);
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw new InterruptedIOException("interrupted");
    }
  }

  /**
   * Writes until the end; what comes behind trouble is taken all the same, so that nobody waits.
   */
  private void write() {
    try {
      List<List<String>> some = handed.take();
      while (some != END) {
        if (trouble == null) {
          writeAll(some);
        }
        some = handed.take();
      }
    } catch (InterruptedException e) {
      // Nobody waits for more.
      Thread.currentThread().interrupt();
    }
  }

  private void writeAll(List<List<String>> some) {
    try {
      for (List<String> row : some) {
        to.row(finish.apply(row));
      }
    } catch (IOException | RuntimeException | Error e) {
      trouble = e;
    }
  }

  /** Tells what went wrong, once: whoever was told closes the writer all the same. */
  private void tellTrouble() throws IOException {
    Throwable untold = told ? null : trouble;
    told = untold != null || told;
    if (untold instanceof IOException e) {
      throw e;
    } else if (untold instanceof RuntimeException e) {
      throw e;
    } else if (untold instanceof Error e) {
      throw e;
    }
  }

  @Override
  public void close() throws IOException {
    try (to) {
      if (thread != null) {
        handed.put(END);
        thread.join();
        tellTrouble();
      }
      writeRest();
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw new InterruptedIOException("interrupted");
    }
  }
}
