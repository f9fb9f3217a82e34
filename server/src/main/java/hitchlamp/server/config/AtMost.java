package hitchlamp.server.config;

import java.util.concurrent.Semaphore;
import java.util.concurrent.TimeUnit;
import org.springframework.http.HttpStatus;

/** So many at once of something that takes much memory; the others wait a while for their turn. */
public final class AtMost {
  private static final long PATIENCE_SECONDS = 30;

  private final Semaphore turns;

  /**
   * @param n at once
   */
  public AtMost(int n) {
    this.turns = new Semaphore(n, true);
  }

  /** Something that may fail as it does. */
  public interface Work<T, E extends Exception> {
    T run() throws E;
  }

  /**
   * Does it when it is its turn.
   *
   * @throws Refusal where that does not come within half a minute
   */
  public <T, E extends Exception> T run(Work<T, E> work) throws E {
    try {
      if (!turns.tryAcquire(PATIENCE_SECONDS, TimeUnit.SECONDS)) {
        throw busy();
      }
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw busy();
    }
    try {
      return work.run();
    } finally {
      turns.release();
    }
  }

  private static Refusal busy() {
    return new Refusal(
        HttpStatus.SERVICE_UNAVAILABLE,
        ConfigWords.say("too-many-are-asking-for-this"),
        ConfigWords.say("try-again-in-a-minute"));
  }
}
