package hitchlamp.core.watch;

import java.util.OptionalLong;

/**
 * By how much a recording must be moved so that it lies over another.
 *
 * @param later microseconds to add to the times of the second
 * @param fit correlation of the two there, -1 to 1; not a number where it was not looked at
 * @param says how it was found
 */
public record Alignment(long later, double fit, String says) {
  private static final long STEP_MICROS = 100_000;
  private static final int MOST_STEPS = 4_000;
  private static final double POOR_BELOW = 0.6;
  private static final long GAP_MICROS = 3_000_000;

  /** Two moments lie over each other: markers, or starts. */
  public static Alignment at(long first, long second, String of) {
    return new Alignment(first - second, Double.NaN, WatchWords.say("aligned-at", of));
  }

  /**
   * The first time that a value passes a threshold upwards, after having been below; empty where it
   * never does.
   */
  public static OptionalLong passes(Series s, double threshold) {
    boolean below = false;
    for (int i = 0; i < s.size(); i++) {
      double value = s.value(i);
      if (below && value >= threshold) {
        return OptionalLong.of(s.micros()[i]);
      }
      below |= value < threshold;
    }
    return OptionalLong.empty();
  }

  /** Both pass a threshold; empty where one of them never does. */
  public static java.util.Optional<Alignment> byThreshold(
      Series first, Series second, double threshold) {
    OptionalLong a = passes(first, threshold);
    OptionalLong b = passes(second, threshold);
    return a.isEmpty() || b.isEmpty()
        ? java.util.Optional.empty()
        : java.util.Optional.of(
            at(a.getAsLong(), b.getAsLong(), first.channel().name() + " at " + threshold));
  }

  /**
   * The move at which two recordings of one channel are most alike (greatest correlation of their
   * values every tenth of a second, or as coarse as a long recording needs, where at least half of
   * the shorter one lies over the other). Empty where they are nowhere alike.
   */
  public static java.util.Optional<Alignment> bestFit(Series first, Series second) {
    if (first.size() < 2 || second.size() < 2) {
      return java.util.Optional.empty();
    }
    // Long recordings in coarser steps, so that this takes a moment and no more.
    long step = Math.max(STEP_MICROS, Math.max(span(first), span(second)) / MOST_STEPS);
    double[] a = even(first, step);
    double[] b = even(second, step);
    int least = Math.max(10, Math.min(a.length, b.length) / 2);
    double best = Double.NEGATIVE_INFINITY;
    int bestLag = 0;
    for (int lag = -(b.length - least); lag <= a.length - least; lag++) {
      double r = correlation(a, b, lag);
      if (r > best) {
        best = r;
        bestLag = lag;
      }
    }
    if (!(best >= POOR_BELOW)) {
      return java.util.Optional.empty();
    }
    long later = first.micros()[0] + bestLag * step - second.micros()[0];
    return java.util.Optional.of(
        new Alignment(later, best, WatchWords.say("aligned-where-they-are-most-alike")));
  }

  private static long span(Series s) {
    return s.micros()[s.size() - 1] - s.micros()[0];
  }

  private static double[] even(Series s, long step) {
    double[] out = new double[(int) (span(s) / step) + 1];
    for (int i = 0; i < out.length; i++) {
      out[i] = s.at(s.micros()[0] + i * step, Math.max(GAP_MICROS, step));
    }
    return out;
  }

  /** Correlation of the parts that lie over each other; not a number where there is too little. */
  static double correlation(double[] a, double[] b, int lag) {
    int from = Math.max(0, lag);
    int to = Math.min(a.length, lag + b.length);
    int n = 0;
    double ma = 0;
    double mb = 0;
    for (int i = from; i < to; i++) {
      if (!Double.isNaN(a[i]) && !Double.isNaN(b[i - lag])) {
        n++;
        ma += a[i];
        mb += b[i - lag];
      }
    }
    if (n < 10) {
      return Double.NaN;
    }
    ma /= n;
    mb /= n;
    double aa = 0;
    double bb = 0;
    double ab = 0;
    for (int i = from; i < to; i++) {
      if (!Double.isNaN(a[i]) && !Double.isNaN(b[i - lag])) {
        aa += (a[i] - ma) * (a[i] - ma);
        bb += (b[i - lag] - mb) * (b[i - lag] - mb);
        ab += (a[i] - ma) * (b[i - lag] - mb);
      }
    }
    return aa <= 0 || bb <= 0 ? Double.NaN : ab / Math.sqrt(aa * bb);
  }
}
