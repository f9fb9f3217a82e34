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
   */
  static Converted of(
      List<ConversionRow> rows, List<Steady> stretches, int delay, ConversionSetup setup) {
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
        : between(before.mean, before.error(), behind.mean, behind.error(), celsius.told(), setup);
  }

  /**
   * Propagation of distributions (JCGM 101:2008): both sensors off within their tolerances, every
   * value in them as likely as any other, and the noise of the means.
   */
  static Converted between(
      double before,
      double beforeError,
      double behind,
      double behindError,
      double celsius,
      ConversionSetup setup) {
    SplittableRandom dice = new SplittableRandom(101);
    double[] drawn = new double[DRAWS];
    for (int i = 0; i < DRAWS; i++) {
      double in = truth(before, beforeError, setup, dice);
      double out = truth(behind, behindError, setup, dice);
      drawn[i] = 100 * (1 - out / Math.max(1, in));
    }
    Arrays.sort(drawn);
    return new Converted(
        100 * (1 - behind / before),
        drawn[(int) (EDGE * DRAWS)],
        drawn[(int) ((1 - EDGE) * DRAWS) - 1],
        before,
        behind,
        celsius);
  }

  private static double truth(
      double read, double error, ConversionSetup setup, SplittableRandom dice) {
    double off = setup.sensorPpm() * (2 * dice.nextDouble() - 1);
    double gain = 1 + setup.sensorShare() / 100 * (2 * dice.nextDouble() - 1);
    double noise = error * (dice.nextDouble() + dice.nextDouble() + dice.nextDouble() - 1.5) * 2;
    return Math.max(0, (read + noise - off) / gain);
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
