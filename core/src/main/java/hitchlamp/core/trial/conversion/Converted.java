package hitchlamp.core.trial.conversion;

import java.util.Arrays;
import java.util.List;
import java.util.SplittableRandom;

/**
 * Conversion over a stretch, with the interval that the sensors' tolerance leaves.
 *
 * @param percent of the nitrogen oxides that are gone behind the catalyst
 * @param low and high ends of the interval that holds it in 95 of 100
 * @param before mean reading before it, ppm
 * @param behind mean reading behind it, ppm
 * @param celsius mean temperature of the gas; not a number where it is not told
 */
record Converted(
    double percent, double low, double high, double before, double behind, double celsius) {
  private static final int DRAWS = 2_000;
  private static final double EDGE = 0.025;
  private static final double INDEPENDENT = 5;

  /** What a sensor was seen to be off by without any nitrogen oxides is known to so much, ppm. */
  private static final double ZERO_KNOWN = 1.5;

  /** Nothing was converted that could be seen. */
  static final Converted NONE =
      new Converted(Double.NaN, Double.NaN, Double.NaN, Double.NaN, Double.NaN, Double.NaN);

  boolean known() {
    return !Double.isNaN(percent);
  }

  /** Half of the width of its interval. */
  double plusMinus() {
    return (high - low) / 2;
  }

  /**
   * Of rows of a drive.
   *
   * @param delay by which the sensor behind the catalyst tells later, rows
   * @param zeros what the sensors read where the engine makes nothing
   */
  static Converted of(
      List<ConversionRow> rows,
      List<Steady> stretches,
      int delay,
      Zeros zeros,
      ConversionSetup setup) {
    Mean before = new Mean();
    Mean behind = new Mean();
    Mean celsius = new Mean();
    for (Steady s : stretches) {
      for (int i = s.from(); i < s.to(); i++) {
        int later = Math.min(i + delay, s.to() - 1);
        before.add(rows.get(i).before());
        behind.add(rows.get(later).behind());
        celsius.add(rows.get(i).celsius());
      }
    }
    return before.count == 0
        ? NONE
        : between(
            new Read(before.mean, before.error(), zeros.before()),
            new Read(behind.mean, behind.error(), zeros.behind()),
            celsius.told(),
            setup);
  }

  /**
   * What the sensors read where the engine makes nothing, ppm; not a number where that was not
   * seen, or is not their own error.
   */
  record Zeros(double before, double behind) {
    static final Zeros UNKNOWN = new Zeros(Double.NaN, Double.NaN);
  }

  /**
   * What a sensor told.
   *
   * @param mean of its readings, ppm
   * @param error of the mean by noise
   * @param zero what it reads without anything; not a number where that is not known
   */
  record Read(double mean, double error, double zero) {
    /** Without what it is known to be off by. */
    double mended() {
      return Double.isNaN(zero) ? mean : mean - zero;
    }
  }

  /**
   * Propagation of distributions (JCGM 101:2008): both sensors off within their tolerances, every
   * value in them as likely as any other, and the noise of the means. What a sensor was seen to
   * read without anything is taken off and leaves less doubt.
   */
  static Converted between(Read before, Read behind, double celsius, ConversionSetup setup) {
    SplittableRandom dice = new SplittableRandom(101);
    double[] drawn = new double[DRAWS];
    for (int i = 0; i < DRAWS; i++) {
      double in = truth(before, setup, dice);
      double out = truth(behind, setup, dice);
      drawn[i] = 100 * (1 - out / Math.max(1, in));
    }
    Arrays.sort(drawn);
    return new Converted(
        100 * (1 - behind.mended() / before.mended()),
        drawn[(int) (EDGE * DRAWS)],
        drawn[(int) ((1 - EDGE) * DRAWS) - 1],
        before.mean(),
        behind.mean(),
        celsius);
  }

  private static double truth(Read read, ConversionSetup setup, SplittableRandom dice) {
    boolean known = !Double.isNaN(read.zero());
    // What it reads beyond its own tolerance is ammonia, of which more may come under load.
    double beyond = Math.max(0, Math.abs(read.zero()) - setup.sensorPpm());
    double doubt = known ? Math.min(setup.sensorPpm(), ZERO_KNOWN + beyond) : setup.sensorPpm();
    double off = doubt * (2 * dice.nextDouble() - 1);
    double gain = 1 + setup.sensorShare() / 100 * (2 * dice.nextDouble() - 1);
    double noise =
        read.error() * (dice.nextDouble() + dice.nextDouble() + dice.nextDouble() - 1.5) * 2;
    return Math.max(0, (read.mended() + noise - off) / gain);
  }

  /** A mean with the error of what follows each other and is not independent. */
  private static final class Mean {
    private int count;
    private double mean;
    private double squares;

    void add(double v) {
      if (!Double.isNaN(v)) {
        count++;
        double d = v - mean;
        mean += d / count;
        squares += d * (v - mean);
      }
    }

    double told() {
      return count == 0 ? Double.NaN : mean;
    }

    double error() {
      return count < 2 ? 0 : Math.sqrt(squares / (count - 1) / Math.max(1, count / INDEPENDENT));
    }
  }
}
