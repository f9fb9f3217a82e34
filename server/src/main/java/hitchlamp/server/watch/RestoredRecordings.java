package hitchlamp.server.watch;

import java.time.Clock;
import java.util.concurrent.atomic.AtomicLong;
import org.springframework.stereotype.Service;

/** Recordings that come back with a case file. */
@Service
public class RestoredRecordings {
  private static final AtomicLong LAST = new AtomicLong();

  private final Levels levels;
  private final Clock clock;

  RestoredRecordings(Levels levels, Clock clock) {
    this.levels = levels;
    this.clock = clock;
  }

  /**
   * An id that no recording has yet, from the time of day; below 2⁵³, so that a browser holds it
   * exactly.
   */
  public long id() {
    return id(clock);
  }

  static long id(Clock clock) {
    long now = clock.millis() << Recordings.ID_BITS;
    return LAST.updateAndGet(last -> Math.max(last + 1, now));
  }

  /**
   * Reads a recording that was written back as a whole, and makes what draws it fast.
   *
   * @throws IllegalArgumentException if a channel or a column of it cannot be understood
   */
  public void check(long recording) {
    levels.make(recording);
  }
}
