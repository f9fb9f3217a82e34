package hitchlamp.core.bus;

/**
 * Bus time between frames: the last stamp plus the monotonic time since, times the link's factor.
 * So a silent bus still times out, and a simulated unit that runs faster times out sooner. Where
 * the clock that stamps the frames is set, bus time goes on from where it was: whoever holds
 * something at a module must not wait for an hour to come again.
 */
public final class BusClock {
  /** A stamp that goes back by more is of a clock that was set. */
  static final long BACK_MICROS = 1_000_000;

  /** One that is so far ahead of the time that has gone by is, too. */
  static final long AHEAD_MICROS = 10_000_000;

  private final double factor;
  private boolean begun;
  private long stampMicros;
  private long stampedAtNanos;

  /** Added to what the link stamps. */
  private long offset;

  /**
   * @param factor bus seconds per monotonic second, above 0
   * @param nanos monotonic time now, nanoseconds
   */
  public BusClock(double factor, long nanos) {
    if (!(factor > 0)) {
      throw new IllegalArgumentException("factor must be above 0: " + factor);
    }
    this.factor = factor;
    this.stampedAtNanos = nanos;
  }

  /** The link is open: without a frame so far, its time begins now. */
  public void opened(long nanos) {
    if (!begun) {
      stampedAtNanos = nanos;
    }
  }

  /**
   * A frame came with this stamp. One a little behind the one before does not turn the clock back
   * and does not stop it.
   *
   * @return bus time of the frame, microseconds: the stamp itself unless the clock behind it was
   *     set since the first one
   */
  public long stamp(long told, long nanos) {
    long at = told + offset;
    long since = at - stampMicros;
    long gone = micros(nanos) - stampMicros;
    if (begun && (since < -BACK_MICROS || since - gone > AHEAD_MICROS)) {
      at = stampMicros + gone;
      offset = at - told;
    }
    begun = true;
    if (at >= stampMicros) {
      stampMicros = at;
      stampedAtNanos = nanos;
    }
    return at;
  }

  /** Bus time in microseconds at a monotonic time. */
  public long micros(long nanos) {
    return stampMicros + (long) ((nanos - stampedAtNanos) / 1000.0 * factor);
  }

  /** Monotonic nanoseconds to wait until bus time reaches {@code micros}, never negative. */
  public long nanosUntil(long micros, long nanos) {
    return Math.max(0, (long) Math.ceil((micros - micros(nanos)) * 1000.0 / factor));
  }
}
