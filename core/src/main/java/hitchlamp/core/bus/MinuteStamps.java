package hitchlamp.core.bus;

import java.util.concurrent.TimeUnit;

/**
 * Bus time from stamps that count the milliseconds of a minute and begin again: the monotonic time
 * of arrival tells how many minutes went by in silence.
 */
public final class MinuteStamps {
  private static final long MINUTE = SlcanText.STAMPS;

  /** A stamp this little behind the last one is out of order, not a minute later. */
  private static final long OUT_OF_ORDER = 1_000;

  private final long beganNanos;
  private boolean begun;
  private long millis;
  private int last;
  private long lastNanos;
  private long offsetMicros;

  /**
   * @param nanos monotonic time at which the bus time is 0, nanoseconds
   */
  public MinuteStamps(long nanos) {
    this.beganNanos = nanos;
  }

  /**
   * Bus time of a frame, microseconds.
   *
   * @param stamp milliseconds of its minute, or {@link SlcanText#NO_STAMP}: then its arrival counts
   * @param nanos monotonic time of its arrival, nanoseconds
   */
  public long micros(int stamp, long nanos) {
    if (stamp == SlcanText.NO_STAMP) {
      return TimeUnit.NANOSECONDS.toMicros(nanos - beganNanos);
    }
    if (!begun) {
      begun = true;
      offsetMicros = TimeUnit.NANOSECONDS.toMicros(nanos - beganNanos);
    } else {
      long step = Math.floorMod(stamp - last, MINUTE);
      long passed = TimeUnit.NANOSECONDS.toMillis(nanos - lastNanos);
      if (step > MINUTE - OUT_OF_ORDER && passed < MINUTE / 2) {
        return offsetMicros + TimeUnit.MILLISECONDS.toMicros(millis - (MINUTE - step));
      }
      long minutes = Math.max(0, Math.round((double) (passed - step) / MINUTE));
      millis += step + minutes * MINUTE;
    }
    last = stamp;
    lastNanos = nanos;
    return offsetMicros + TimeUnit.MILLISECONDS.toMicros(millis);
  }
}
