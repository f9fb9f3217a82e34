package hitchlamp.core.watch;

import java.util.Arrays;

/**
 * Values of one channel over time, as parallel columns.
 *
 * @param micros rising or equal times; the arrays are shared, not to be changed
 * @param raws counts at these times
 */
public record Series(Channel channel, long[] micros, long[] raws) {
  public Series {
    if (micros.length != raws.length) {
      throw new IllegalArgumentException(micros.length + " times and " + raws.length + " values");
    }
  }

  public int size() {
    return micros.length;
  }

  /** The figure at a place; not a number where its state is not valid. */
  public double value(int at) {
    return channel.scale().value(raws[at]);
  }

  /** First place whose time is not before {@code time}; the size where there is none. */
  public int from(long time) {
    int at = Arrays.binarySearch(micros, time);
    if (at < 0) {
      return -at - 1;
    }
    while (at > 0 && micros[at - 1] == time) {
      at--;
    }
    return at;
  }

  /** The part with times from {@code first} to {@code last}, both included. */
  public Series between(long first, long last) {
    int a = from(first);
    int b = Math.max(a, from(last == Long.MAX_VALUE ? last : last + 1));
    return new Series(channel, Arrays.copyOfRange(micros, a, b), Arrays.copyOfRange(raws, a, b));
  }

  /** The same values, each so much later. */
  public Series shifted(long later) {
    long[] moved = micros.clone();
    for (int i = 0; i < moved.length; i++) {
      moved[i] += later;
    }
    return new Series(channel, moved, raws);
  }

  /**
   * The figure at a time, straight between its neighbours; not a number before the first, after the
   * last, beside a value that is none, or in a gap longer than {@code longestGap}.
   */
  public double at(long time, long longestGap) {
    int after = from(time);
    if (after < micros.length && micros[after] == time) {
      return value(after);
    }
    if (after == 0 || after == micros.length) {
      return Double.NaN;
    }
    long gap = micros[after] - micros[after - 1];
    if (gap > longestGap) {
      return Double.NaN;
    }
    double before = value(after - 1);
    return before + (value(after) - before) * (time - micros[after - 1]) / gap;
  }
}
