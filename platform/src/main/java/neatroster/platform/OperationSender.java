package neatroster.platform;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import java.util.concurrent.CancellationException;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import neatroster.core.change.Phase;
import neatroster.runs.Journal;

/** Sends operations in batches, several at once, and tells the journal before and after. */
final class OperationSender implements AutoCloseable {
  private static final int OPERATIONS = 200;
  private static final int SINGLE_OPERATIONS = 16;

  private final DeliveryContext context;
  private final Journal journal;
  private final DeliveryProgress progress;
  private final int inFlight;
  private final ExecutorService workers;
  private final Deque<Future<List<OperationExecutor.Ended>>> sent = new ArrayDeque<>();
  private final List<Operation> batch = new ArrayList<>();
  private long batchBytes;

  /**
   * Sends operations.
   *
   * @param inFlight how many batches are on their way at once
   */
  OperationSender(
      DeliveryContext context, Journal journal, DeliveryProgress progress, int inFlight) {
    this.context = context;
    this.journal = journal;
    this.progress = progress;
    this.inFlight = inFlight;
    this.workers = Executors.newFixedThreadPool(inFlight, OperationSender::worker);
  }

  private static Thread worker(Runnable task) {
    Thread thread = new Thread(task, "delivery");
    thread.setDaemon(true);
    return thread;
  }

  /** A row that cannot be sent. */
  void refuse(Phase phase, DeliveryRow row, String why) {
    end(phase, row, Journal.State.REFUSED, why);
  }

  /** A row that needs nothing to be sent. */
  void done(Phase phase, DeliveryRow row) {
    end(phase, row, Journal.State.DONE, "");
  }

  private void end(Phase phase, DeliveryRow row, Journal.State state, String why) {
    journal.ended(List.of(new Journal.Entry(row.key(), state, 0, why)), context.ids().takeFresh());
    progress.ended(phase, 1);
  }

  /** Puts an operation into the batch that goes next; it goes when it is full. */
  void add(Phase phase, Operation operation) throws PlatformException, InterruptedException {
    operation.rows().forEach(DeliveryRow::begin);
    boolean isBulk = context.config().hasBulk() && operation.request().isPresent();
    long bytes = isBulk ? OperationExecutor.length(operation) : 0;
    int most = isBulk ? Math.min(OPERATIONS, context.config().mostOperations()) : SINGLE_OPERATIONS;
    boolean isFull =
        batch.size() >= most
            || (bytes > 0
                && OperationExecutor.wrapping() + batchBytes + bytes
                    > context.config().mostBytes());
    if (isFull) {
      ship(phase);
    }
    batch.add(operation);
    batchBytes += bytes;
  }

  private void ship(Phase phase) throws PlatformException, InterruptedException {
    if (batch.isEmpty()) {
      return;
    }
    List<Operation> operations = List.copyOf(batch);
    batch.clear();
    batchBytes = 0;
    while (sent.size() >= inFlight) {
      take(phase, sent.remove());
    }
    List<Journal.Key> keys = new ArrayList<>();
    for (Operation operation : operations) {
      operation.rows().forEach(row -> keys.add(row.key()));
    }
    journal.started(keys);
    sent.add(workers.submit(() -> OperationExecutor.run(context, operations)));
  }

  /** Waits until all that was sent is done. */
  void flush(Phase phase) throws PlatformException, InterruptedException {
    ship(phase);
    while (!sent.isEmpty()) {
      take(phase, sent.remove());
    }
  }

  private void take(Phase phase, Future<List<OperationExecutor.Ended>> future)
      throws PlatformException, InterruptedException {
    List<Journal.Entry> entries = new ArrayList<>();
    try {
      for (OperationExecutor.Ended ended : future.get()) {
        for (DeliveryRow row : ended.operation().rows()) {
          if (row.end(ended.result())) {
            entries.add(row.entry());
          }
        }
      }
    } catch (ExecutionException e) {
      if (e.getCause() instanceof PlatformException platform) {
        throw platform;
      }
      if (e.getCause() instanceof InterruptedException interrupted) {
        throw interrupted;
      }
      throw new IllegalStateException(e.getCause());
    }
    journal.ended(entries, context.ids().takeFresh());
    int whole = 0;
    for (Journal.Entry entry : entries) {
      whole += entry.state() == Journal.State.HALF ? 0 : 1;
    }
    progress.ended(phase, whole);
  }

  /** What was in flight when something went wrong may have been done: that is remembered. */
  private void drainQuietly() throws InterruptedException {
    List<Journal.Entry> entries = new ArrayList<>();
    for (Future<List<OperationExecutor.Ended>> future : sent) {
      try {
        for (OperationExecutor.Ended ended : future.get()) {
          for (DeliveryRow row : ended.operation().rows()) {
            if (row.end(ended.result())) {
              entries.add(row.entry());
            }
          }
        }
      } catch (ExecutionException | CancellationException e) {
        // It stays as it was started, and is looked up when it goes on.
      }
    }
    sent.clear();
    batch.clear();
    journal.ended(entries, context.ids().takeFresh());
  }

  /** Waits for what is on its way; what was not sent is not. */
  @Override
  public void close() {
    workers.shutdown();
    try {
      drainQuietly();
    } catch (InterruptedException e) {
      workers.shutdownNow();
      Thread.currentThread().interrupt();
    }
  }
}
