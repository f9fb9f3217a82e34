package hitchlamp.core.log;

import hitchlamp.core.bus.Candump;
import hitchlamp.core.bus.Frame;
import hitchlamp.core.bus.StampedFrame;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * Takes frames off a log: keeps time from running backwards, buses within their number, and count
 * of what was odd.
 */
final class Tally {
  /** Steps back up to this are a matter of the recorder, µs. */
  private static final long SMALL_STEP = 1_000_000;

  /** After the clock was set, the next frame stands so long behind the last, µs. */
  private static final long GOES_ON = 1_000;

  private static final int LONGEST_NAME = 32;

  /** A file that holds more that is no frame is no log, or unpacks without end. */
  private static final long MOST_LEFT = 20_000_000;

  private final Candump.Sink to;
  private final boolean lines;
  private final long most;
  private final Map<String, long[]> frames = new LinkedHashMap<>();
  private final Map<Odd, long[]> odd = new EnumMap<>(Odd.class);
  private long last = Long.MIN_VALUE;
  private long shift;
  private long count;
  private long left;
  private String bus = "";
  private long[] ofBus = {};

  /**
   * @param lines true where places are lines; else bytes
   * @param most frames that may come
   */
  Tally(Candump.Sink to, boolean lines, long most) {
    this.to = to;
    this.most = most;
    this.lines = lines;
  }

  long frames() {
    return count;
  }

  /** Something was odd at a place. */
  void odd(Odd kind, long place) {
    long[] n = odd.computeIfAbsent(kind, k -> new long[] {0, place});
    n[0]++;
    if (!kind.taken() && ++left > MOST_LEFT) {
      throw new LogFault(LogWords.say("too-much-else", MOST_LEFT));
    }
  }

  /** True once a kind came. */
  boolean saw(Odd kind) {
    return odd.containsKey(kind);
  }

  /**
   * A frame.
   *
   * @param micros its stamp; {@link Long#MIN_VALUE} where it has none
   */
  void take(String name, long micros, Frame frame, long place) {
    if (!name.equals(bus)) {
      if (!room(name, place)) {
        return;
      }
      bus = name;
      ofBus = frames.computeIfAbsent(name, n -> new long[1]);
    }
    if (count >= most) {
      throw new LogFault(LogWords.say("too-many-frames", most));
    }
    count++;
    ofBus[0]++;
    to.frame(name, new StampedFrame(stamp(micros, place), frame));
  }

  private boolean room(String name, long place) {
    boolean fits =
        name.length() <= LONGEST_NAME
            && (frames.containsKey(name) || frames.size() < Candump.MOST_BUSES);
    if (!fits) {
      odd(Odd.BUS_TOO_MANY, place);
    }
    return fits;
  }

  private long stamp(long micros, long place) {
    long at;
    if (micros == Long.MIN_VALUE) {
      odd(Odd.NO_STAMP, place);
      at = last == Long.MIN_VALUE ? 0 : last + GOES_ON;
    } else {
      at = micros + shift;
      if (at < last && last - at <= SMALL_STEP) {
        odd(Odd.STEP_BACK, place);
        at = last;
      } else if (at < last) {
        odd(Odd.TIME_SET, place);
        shift += last + GOES_ON - at;
        at = last + GOES_ON;
      }
    }
    last = at;
    return at;
  }

  LogReport report(String format) {
    Map<String, Long> all = new LinkedHashMap<>();
    frames.forEach((b, n) -> all.put(b, n[0]));
    List<LogReport.Oddity> kinds = new ArrayList<>();
    odd.forEach(
        (k, n) -> kinds.add(new LogReport.Oddity(k, n[0], n[1], k.says(n[0], n[1], lines))));
    return new LogReport(format, all, kinds);
  }
}
