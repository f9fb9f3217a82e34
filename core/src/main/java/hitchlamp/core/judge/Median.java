package hitchlamp.core.judge;

import java.util.Arrays;

/** Median of figures of which some may not be known. */
public final class Median {
  private Median() {}

  /** Middle of the known, in any order; not a number where none is known. */
  public static double of(double... all) {
    double[] known = Arrays.stream(all).filter(v -> !Double.isNaN(v)).sorted().toArray();
    int half = known.length / 2;
    if (known.length == 0) {
      return Double.NaN;
    }
    return known.length % 2 == 1 ? known[half] : (known[half - 1] + known[half]) / 2;
  }
}
