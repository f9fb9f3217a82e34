package hitchlamp.core.story;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.stream.DoubleStream;
import org.hipparchus.distribution.continuous.TDistribution;

/**
 * Where figures in order of time moved to another level and stayed there: of all places the one at
 * which the t of Student between before and after is largest, in logarithms, held against chance by
 * Bonferroni (a place that is looked for among many is found more easily).
 *
 * @param at how many stand before it
 * @param before their middle
 * @param after the middle of the others
 */
record LevelShift(int at, double before, double after) {
  /** Fewer say nothing. */
  static final int FEWEST = 6;

  private static final int FEWEST_ASIDE = 2;

  /** By chance in so few cases. */
  private static final double CHANCE = 0.01;

  /** Figures scatter by this share at least. */
  private static final double SCATTER = 0.05;

  /** The one place, where there is one; figures that are not above 0 tell nothing. */
  static Optional<LevelShift> in(List<Double> figures) {
    int n = figures.size();
    if (n < FEWEST || figures.stream().anyMatch(v -> !(v > 0))) {
      return Optional.empty();
    }
    double[] logs = figures.stream().mapToDouble(Math::log).toArray();
    int best = 0;
    double most = 0;
    for (int at = FEWEST_ASIDE; at <= n - FEWEST_ASIDE; at++) {
      double t = student(logs, at);
      if (t > most) {
        most = t;
        best = at;
      }
    }
    double chance = 2 * new TDistribution(n - 2).cumulativeProbability(-most);
    return chance * (n - 2 * FEWEST_ASIDE + 1) < CHANCE
        ? Optional.of(
            new LevelShift(
                best,
                median(figures.subList(0, best).stream().mapToDouble(v -> v)),
                median(figures.subList(best, n).stream().mapToDouble(v -> v))))
        : Optional.empty();
  }

  private static double student(double[] v, int at) {
    double a = Arrays.stream(v, 0, at).average().orElseThrow();
    double b = Arrays.stream(v, at, v.length).average().orElseThrow();
    double squares =
        Arrays.stream(v, 0, at).map(x -> (x - a) * (x - a)).sum()
            + Arrays.stream(v, at, v.length).map(x -> (x - b) * (x - b)).sum();
    double spread = Math.max(SCATTER, Math.sqrt(squares / (v.length - 2)));
    return Math.abs(a - b) / (spread * Math.sqrt(1.0 / at + 1.0 / (v.length - at)));
  }

  /** What is left of what was before. */
  double share() {
    return after / before;
  }

  static double median(DoubleStream values) {
    double[] sorted = values.sorted().toArray();
    int n = sorted.length;
    return n == 0
        ? Double.NaN
        : n % 2 == 1 ? sorted[n / 2] : (sorted[n / 2 - 1] + sorted[n / 2]) / 2;
  }
}
