package hitchlamp.core.bus;

/**
 * Bus time between frames: the last stamp plus the monotonic time since, times the link's factor.
 * So a silent bus still times out, and a simulated unit that runs faster times out sooner.
 */
public final class BusClock {
  private final double factor;
  private long stampMicros;
  private long stampedAtNanos;

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

  /** A frame came with this stamp. A stamp behind the clock does not turn it back. */
  public void stamp(long micros, long nanos) {
    stampMicros = Math.max(micros, stampMicros);
    stampedAtNanos = nanos;
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
