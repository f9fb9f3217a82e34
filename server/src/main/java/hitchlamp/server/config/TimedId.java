package hitchlamp.server.config;

import java.util.concurrent.atomic.AtomicLong;

/**
 * Ids that the application gives itself, so that something can begin while the database is away:
 * from the time of day, rising, below 2⁵³, so that a browser holds them exactly.
 */
public final class TimedId {
  /** Ids of one millisecond: 2 to the power of this. */
  private static final int BITS = 10;

  private static final AtomicLong LAST = new AtomicLong();

  private TimedId() {}

  /** An id that nothing has yet. */
  public static long next() {
    long now = System.currentTimeMillis() << BITS;
    return LAST.updateAndGet(last -> Math.max(last + 1, now));
  }

  /** The millisecond in which an id was given, since 1970. */
  public static long millis(long id) {
    return id >> BITS;
  }
}
