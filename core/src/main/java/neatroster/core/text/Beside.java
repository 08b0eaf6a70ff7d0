package neatroster.core.text;

import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
import java.util.concurrent.Executor;
import java.util.concurrent.Executors;
import java.util.function.Supplier;

/**
 * Work that is done beside other work where there is a second processor and so much to do that it
 * pays; else at once. Pieces of such work are done one after the other: none waits for another.
 */
public final class Beside {
  private static final boolean ALONE = Runtime.getRuntime().availableProcessors() < 2;

  private Beside() {}

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
    CompletableFuture<T> future = CompletableFuture.supplyAsync(work, Other.THREAD);
    return () -> joined(future);
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

  private static <T> T joined(CompletableFuture<T> future) {
    try {
      return future.join();
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
