package hitchlamp.server.account;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import io.github.bucket4j.Bandwidth;
import io.github.bucket4j.BlockingStrategy;
import io.github.bucket4j.Bucket;
import io.github.bucket4j.TimeMeter;
import java.time.Duration;
import java.util.concurrent.Semaphore;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.stereotype.Component;

/**
 * Slows down guessing, and locks nobody out. A try is counted before its password is looked at, by
 * whom it is for <em>and</em> by where it comes from. Whoever has used up his tries waits for the
 * next one; the right password still gets in after that wait. A browser from which the account has
 * signed in before has tries of its own, which nobody else can use up.
 */
@Component
class SignInThrottle {
  /** Tries for one account at once, and the time after which there is one more. */
  static final int TRIES = 6;

  static final Duration PER_TRY = Duration.ofSeconds(4);

  /** The same for one source, whatever names it tries: a workshop behind one address fits in. */
  static final int TRIES_OF_SOURCE = 40;

  static final Duration PER_TRY_OF_SOURCE = Duration.ofSeconds(1);

  /** Longest time for which a try waits for its turn; after that it is refused with the time. */
  static final Duration LONGEST_WAIT = Duration.ofSeconds(8);

  /** Tries that wait at once, so that waiting cannot take all threads. */
  static final int MOST_WAITING = 24;

  private static final int MOST_KEYS = 20_000;

  private final Semaphore waiting = new Semaphore(MOST_WAITING);
  private final TimeMeter time;
  private final BlockingStrategy pause;
  private final Cache<String, Bucket> buckets =
      Caffeine.newBuilder().maximumSize(MOST_KEYS).build();

  @Autowired
  SignInThrottle() {
    this(TimeMeter.SYSTEM_MILLISECONDS, BlockingStrategy.PARKING);
  }

  SignInThrottle(TimeMeter time, BlockingStrategy pause) {
    this.time = time;
    this.pause = pause;
  }

  /**
   * Takes a try, waiting for it at most {@link #LONGEST_WAIT}.
   *
   * @param account whom the try is for: the account as the database sees it, or the name where
   *     there is none
   * @param source where it comes from
   * @return zero where it may be made, else the time until the next one is free
   */
  Duration take(String account, String source) {
    Duration wait = take("source " + source, TRIES_OF_SOURCE, PER_TRY_OF_SOURCE);
    return wait.isZero() ? take("account " + account, TRIES, PER_TRY) : wait;
  }

  /** The password was right: the account's tries, and this one of the source, are given back. */
  void succeeded(String account, String source) {
    buckets.invalidate("account " + account);
    Bucket ofSource = buckets.getIfPresent("source " + source);
    if (ofSource != null) {
      ofSource.addTokens(1);
    }
  }

  private Duration take(String key, int tries, Duration perTry) {
    Bucket bucket = buckets.get(key, k -> bucket(tries, perTry));
    if (bucket.tryConsume(1)) {
      return Duration.ZERO;
    }
    if (!waiting.tryAcquire()) {
      return next(bucket);
    }
    try {
      return bucket.asBlocking().tryConsume(1, LONGEST_WAIT, pause) ? Duration.ZERO : next(bucket);
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      return LONGEST_WAIT;
    } finally {
      waiting.release();
    }
  }

  private static Duration next(Bucket bucket) {
    return Duration.ofNanos(
        Math.max(1, bucket.estimateAbilityToConsume(1).getNanosToWaitForRefill()));
  }

  private Bucket bucket(int tries, Duration perTry) {
    return Bucket.builder()
        .withCustomTimePrecision(time)
        .addLimit(Bandwidth.builder().capacity(tries).refillGreedy(1, perTry).build())
        .build();
  }
}
