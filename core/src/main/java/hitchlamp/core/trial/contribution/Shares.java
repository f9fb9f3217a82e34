package hitchlamp.core.trial.contribution;

import hitchlamp.core.judge.Median;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/**
 * Shares of the cylinders by one way of measuring, from several tries each.
 *
 * @param share of each relative to the median, cylinder 1 first; not a number where not tried
 * @param error of the mean of each
 */
record Shares(double[] share, double[] error) {
  /** Of what is measured, one way or another, a try is off by so much at least. */
  private static final double LEAST_ERROR = 0.004;

  /**
   * Shares from tries.
   *
   * @param tries of each cylinder, in any unit
   * @param alone error of a single try where no cylinder was tried twice, relative
   */
  static Shares of(List<List<Double>> tries, double alone) {
    int n = tries.size();
    double[] mean = new double[n];
    for (int i = 0; i < n; i++) {
      mean[i] = tries.get(i).stream().mapToDouble(Double::doubleValue).average().orElse(Double.NaN);
    }
    double median = median(mean);
    // What one try differs from the next of the same cylinder, over all of them.
    double squares = 0;
    int free = 0;
    for (int i = 0; i < n; i++) {
      for (double t : tries.get(i)) {
        squares += Math.pow((t - mean[i]) / median, 2);
      }
      free += Math.max(0, tries.get(i).size() - 1);
    }
    double one = free >= 2 ? Math.sqrt(squares / free) : alone;
    double[] error = new double[n];
    for (int i = 0; i < n; i++) {
      mean[i] /= median;
      error[i] = Math.max(LEAST_ERROR, one / Math.sqrt(Math.max(1, tries.get(i).size())));
    }
    return new Shares(mean, error);
  }

  /** Median of the known; not a number where there are fewer than three. */
  static double median(double[] of) {
    return Arrays.stream(of).filter(v -> !Double.isNaN(v)).count() < 3 ? Double.NaN : Median.of(of);
  }

  /** Empty lists, one a cylinder. */
  static List<List<Double>> none(int cylinders) {
    List<List<Double>> all = new ArrayList<>();
    for (int i = 0; i < cylinders; i++) {
      all.add(new ArrayList<>());
    }
    return all;
  }
}
