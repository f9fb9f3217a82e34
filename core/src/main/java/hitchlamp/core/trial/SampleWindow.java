package hitchlamp.core.trial;

import java.util.Arrays;

/** The last values of one quantity with their times. Keeps at most {@link #MOST}; older ones go. */
public final class SampleWindow {
  /** Values kept: five minutes of one every 20 ms. */
  static final int MOST = 15_000;

  private long[] micros = new long[256];
  private double[] values = new double[256];
  private int size;

  /** Takes the next value; what is no number, or older than the newest, is left out. */
  public void add(long at, double value) {
    if (Double.isNaN(value) || size > 0 && at < micros[size - 1]) {
      return;
    }
    if (size == MOST) {
      // The older half goes at once, so that this is rare.
      size = MOST / 2;
      System.arraycopy(micros, MOST - size, micros, 0, size);
      System.arraycopy(values, MOST - size, values, 0, size);
    }
    if (size == micros.length) {
      int length = Math.min(MOST, 2 * size);
      micros = Arrays.copyOf(micros, length);
      values = Arrays.copyOf(values, length);
    }
    micros[size] = at;
    values[size++] = value;
  }

  /** Values from one time to another, both included. */
  public Level level(long from, long to) {
    int count = 0;
    double mean = 0;
    double squares = 0;
    for (int i = first(from); i < size && micros[i] <= to; i++) {
      count++;
      double off = values[i] - mean;
      mean += off / count;
      squares += off * (values[i] - mean);
    }
    return count == 0
        ? Level.NONE
        : new Level(count, mean, count < 2 ? 0 : Math.sqrt(squares / (count - 1)));
  }

  private int first(long from) {
    int at = Arrays.binarySearch(micros, 0, size, from);
    at = at < 0 ? -at - 1 : at;
    while (at > 0 && micros[at - 1] == from) {
      at--;
    }
    return at;
  }

  /** Least value between two times; not a number where there is none. */
  public double least(long from, long to) {
    double least = Double.NaN;
    for (int i = first(from); i < size && micros[i] <= to; i++) {
      least = Double.isNaN(least) ? values[i] : Math.min(least, values[i]);
    }
    return least;
  }

  /**
   * By how much the mean wanders between two times: greatest less least of the means of so many
   * equal parts. Noise from stroke to stroke is no wandering. Not a number before every part has a
   * value.
   */
  public double wander(long from, long to, int parts) {
    double least = Double.POSITIVE_INFINITY;
    double greatest = Double.NEGATIVE_INFINITY;
    for (int p = 0; p < parts; p++) {
      Level level = level(from + (to - from) * p / parts, from + (to - from) * (p + 1) / parts);
      if (level.count() == 0) {
        return Double.NaN;
      }
      least = Math.min(least, level.mean());
      greatest = Math.max(greatest, level.mean());
    }
    return greatest - least;
  }

  /** The newest value; not a number where there is none. */
  public double last() {
    return size == 0 ? Double.NaN : values[size - 1];
  }

  /** Time of the last value; long ago where there is none. */
  public long lastMicros() {
    return size == 0 ? Long.MIN_VALUE / 2 : micros[size - 1];
  }
}
