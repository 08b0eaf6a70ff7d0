package neatroster.core.text;

import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
import java.util.concurrent.Executor;
import java.util.concurrent.Executors;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.function.Consumer;
import java.util.function.Supplier;

/**
 * Work that is done beside other work where there is a second processor and so much to do that it
 * pays; else at once. Pieces of such work are done one after the other, and whoever waits for one
 * that is not begun does it.
 */
public final class BackgroundWorker {
  private static final boolean ALONE = Runtime.getRuntime().availableProcessors() < 2;

  private BackgroundWorker() {}

  /** The other thread, which is begun when it is needed first. */
  private static final class Other {
    static final Executor THREAD =
        Executors.newSingleThreadExecutor(
            work -> {
              Thread thread = new Thread(work, "beside");
              thread.setDaemon(true);
              return thread;
            });
  }

  /** What comes out of it, waited for. */
  public interface Result<T> {
    T get();
  }

  /**
   * Begins work.
   *
   * @param much whether it is worth a thread
   */
  public static <T> Result<T> begin(boolean much, Supplier<T> work) {
    if (!much || ALONE) {
      T done = work.get();
      return () -> done;
    }
    Piece<T> piece = new Piece<>(work);
    Other.THREAD.execute(piece);
    return piece;
  }

  /**
   * Waits for several pieces, the last first: whoever waits works from the end while the other
   * thread works from the beginning, until they meet.
   *
   * @param taker takes what came out of each, in no order
   */
  public static <T> void all(List<? extends Result<T>> pieces, Consumer<T> taker) {
    for (int i = pieces.size() - 1; i >= 0; i--) {
      taker.accept(pieces.get(i).get());
    }
  }

  /** Begins work that gives nothing back but is waited for. */
  public static Result<Boolean> run(boolean much, Runnable work) {
    return begin(
        much,
        () -> {
          work.run();
          return true;
        });
  }

  /** A piece of work: whoever comes first does it. */
  private static final class Piece<T> implements Runnable, Result<T> {
    private final CompletableFuture<T> done = new CompletableFuture<>();
    private final AtomicBoolean begun = new AtomicBoolean();
    private final Supplier<T> work;

    Piece(Supplier<T> work) {
      this.work = work;
    }

    @Override
    public void run() {
      if (begun.compareAndSet(false, true)) {
        try {
          done.complete(work.get());
        } catch (RuntimeException | Error e) {
          done.completeExceptionally(e);
        }
      }
    }

    @Override
    public T get() {
      run();
      try {
        return done.join();
      } catch (CompletionException e) {
        if (e.getCause() instanceof RuntimeException cause) {
          throw cause;
        } else if (e.getCause() instanceof Error cause) {
          throw cause;
        }
        throw e;
      }
    }
  }
}
