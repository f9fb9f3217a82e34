package hitchlamp.core.trial.loaded;

import hitchlamp.core.trial.loaded.LeftOut.Why;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.function.ToDoubleFunction;
import java.util.stream.DoubleStream;
import org.hipparchus.linear.Array2DRowRealMatrix;
import org.hipparchus.linear.ArrayRealVector;
import org.hipparchus.linear.QRDecomposition;
import org.hipparchus.linear.RealMatrix;
import org.hipparchus.linear.RealVector;

/**
 * Crankcase pressure of pulls compared at equal load: the logarithm of the pressure as a line over
 * charge and speed, the same for all, with a level of its own for each pull; moments that lie far
 * from it count less (Huber's weights).
 *
 * @param level of each cylinder that was off, 0 for all firing, with its pulls: natural logarithm
 *     of kPa at the common load
 * @param scatter of levels of pulls with the same cylinder off
 * @param leftOut pulls whose load is not that of the others
 * @param boostKpa common load
 */
record LoadedCompare(
    Map<Integer, List<Double>> level, double scatter, List<LeftOut> leftOut, double boostKpa) {
  private static final double HUBER = 1.345;
  private static final int ROUNDS = 12;
  private static final double LEAST_KPA = 0.02;
  private static final int FEWEST_ROWS = 5;

  /** Speed, exhaust and rail pressure may differ by this share from pull to pull. */
  private static final double ALIKE = 0.25;

  /**
   * Where no cylinder was pulled twice, a pull repeats to about this (common practice, no source).
   */
  private static final double REPEATS = 0.02;

  /** So many pulls what is usual weighs. */
  private static final double WEIGHS = 8;

  /** So far beyond the charge that most pulls reach the line over it is still good. */
  private static final double BEYOND = 1.12;

  private static final double LEAST_SCATTER = 0.01;

  /** By so little a slope that the pulls do not tell is held at none. */
  private static final double HOLDS = 0.1;

  private static final int FEWEST_CUTS = 4;

  /** Median of absolute differences of a normal distribution to its standard deviation. */
  private static final double TO_SIGMA = 1.4826;

  static LoadedCompare of(List<Pull> all) {
    List<LeftOut> leftOut = new ArrayList<>();
    double[] boost = common(all);
    List<Pull> matched = new ArrayList<>();
    for (Pull p : all) {
      List<LoadRow> rows =
          p.rows().stream()
              .filter(r -> r.boostKpa() >= boost[0] && r.boostKpa() <= boost[1])
              .toList();
      if (rows.size() < FEWEST_ROWS) {
        leftOut.add(new LeftOut(p.off(), p.from(), p.to(), Why.LOAD_NOT_MATCHED));
      } else {
        matched.add(new Pull(p.off(), rows));
      }
    }
    matched = alike(matched, leftOut);
    double middle = (boost[0] + boost[1]) / 2;
    double[] levels = levels(matched, middle);
    Map<Integer, List<Double>> of = new TreeMap<>();
    for (int i = 0; i < levels.length; i++) {
      of.computeIfAbsent(matched.get(i).off(), k -> new ArrayList<>()).add(levels[i]);
    }
    return new LoadedCompare(of, scatter(of), leftOut, middle);
  }

  /** Range of charge that most pulls go through. */
  private static double[] common(List<Pull> all) {
    double[] least = new double[all.size()];
    double[] most = new double[all.size()];
    for (int i = 0; i < least.length; i++) {
      double[] boosts = all.get(i).rows().stream().mapToDouble(LoadRow::boostKpa).toArray();
      least[i] = Arrays.stream(boosts).min().orElse(0);
      most[i] = Arrays.stream(boosts).max().orElse(0);
    }
    Arrays.sort(least);
    Arrays.sort(most);
    int quarter = least.length / 4;
    return least.length == 0
        ? new double[] {0, 0}
        : new double[] {least[least.length - 1 - quarter], BEYOND * most[quarter]};
  }

  /** Pulls whose speed, exhaust and rail pressure at that charge are those of the others. */
  private static List<Pull> alike(List<Pull> pulls, List<LeftOut> leftOut) {
    List<Pull> alike = new ArrayList<>(pulls);
    for (ToDoubleFunction<LoadRow> of :
        List.<ToDoubleFunction<LoadRow>>of(LoadRow::rpm, LoadRow::exhaustKpa, LoadRow::railMpa)) {
      double usual = middle(pulls.stream().mapToDouble(p -> of(p, of)));
      for (Pull p : pulls) {
        if (Math.abs(of(p, of) / usual - 1) > ALIKE && alike.remove(p)) {
          leftOut.add(new LeftOut(p.off(), p.from(), p.to(), Why.LOAD_NOT_MATCHED));
        }
      }
    }
    return alike;
  }

  private static double of(Pull p, ToDoubleFunction<LoadRow> what) {
    return middle(p.rows().stream().mapToDouble(what));
  }

  private static double middle(DoubleStream of) {
    double[] told = of.filter(v -> !Double.isNaN(v)).sorted().toArray();
    return told.length == 0 ? Double.NaN : told[told.length / 2];
  }

  private static double[] levels(List<Pull> pulls, double middle) {
    int count = pulls.stream().mapToInt(p -> p.rows().size()).sum();
    int n = pulls.size();
    if (n == 0) {
      return new double[0];
    }
    double rpm =
        pulls.stream()
            .flatMap(p -> p.rows().stream())
            .mapToDouble(LoadRow::rpm)
            .average()
            .orElse(0);
    double[] weight = new double[count];
    Arrays.fill(weight, 1);
    RealVector found = null;
    for (int round = 0; round < ROUNDS; round++) {
      RealMatrix rows = new Array2DRowRealMatrix(count, n + 2);
      RealVector seen = new ArrayRealVector(count);
      int at = 0;
      for (int i = 0; i < n; i++) {
        for (LoadRow r : pulls.get(i).rows()) {
          double w = Math.sqrt(weight[at]);
          rows.setEntry(at, i, w);
          rows.setEntry(at, n, w * (r.boostKpa() / middle - 1));
          rows.setEntry(at, n + 1, w * (r.rpm() / rpm - 1));
          seen.setEntry(at, w * Math.log(Math.max(LEAST_KPA, r.crankcaseKpa())));
          at++;
        }
      }
      found = solved(rows, seen, n);
      weights(pulls, found, middle, rpm, weight);
    }
    return found.getSubVector(0, n).toArray();
  }

  /**
   * Where charge and speed hardly vary, or only together, they explain nothing and are left out.
   */
  private static RealVector solved(RealMatrix rows, RealVector seen, int pulls) {
    int columns = rows.getColumnDimension();
    RealMatrix more = new Array2DRowRealMatrix(rows.getRowDimension() + 2, columns);
    more.setSubMatrix(rows.getData(), 0, 0);
    more.setEntry(rows.getRowDimension(), pulls, HOLDS);
    more.setEntry(rows.getRowDimension() + 1, pulls + 1, HOLDS);
    RealVector with = seen.append(0).append(0);
    return new QRDecomposition(more).getSolver().solve(with);
  }

  private static void weights(
      List<Pull> pulls, RealVector found, double middle, double rpm, double[] weight) {
    double[] off = new double[weight.length];
    int n = pulls.size();
    int at = 0;
    for (int i = 0; i < n; i++) {
      for (LoadRow r : pulls.get(i).rows()) {
        off[at++] =
            Math.log(Math.max(LEAST_KPA, r.crankcaseKpa()))
                - found.getEntry(i)
                - found.getEntry(n) * (r.boostKpa() / middle - 1)
                - found.getEntry(n + 1) * (r.rpm() / rpm - 1);
      }
    }
    double[] sorted = Arrays.stream(off).map(Math::abs).sorted().toArray();
    double scale = Math.max(1e-6, TO_SIGMA * sorted[sorted.length / 2]);
    for (int i = 0; i < off.length; i++) {
      double u = Math.abs(off[i]) / (HUBER * scale);
      weight[i] = u <= 1 ? 1 : 1 / u;
    }
  }

  private static double scatter(Map<Integer, List<Double>> of) {
    double squares = 0;
    int free = 0;
    for (List<Double> levels : of.values()) {
      double mean = levels.stream().mapToDouble(v -> v).average().orElse(0);
      squares += levels.stream().mapToDouble(v -> (v - mean) * (v - mean)).sum();
      free += levels.size() - 1;
    }
    if (free >= 2) {
      return Math.max(LEAST_SCATTER, Math.sqrt(squares / free));
    }
    // Most cylinders are alike: what they differ by, without the one that may not be, is scatter.
    double[] cuts =
        of.entrySet().stream()
            .filter(e -> e.getKey() > 0)
            .mapToDouble(e -> e.getValue().get(0))
            .sorted()
            .toArray();
    if (cuts.length < FEWEST_CUTS) {
      return REPEATS;
    }
    double median = cuts[cuts.length / 2];
    double[] off = Arrays.stream(cuts).map(c -> Math.abs(c - median)).sorted().toArray();
    double seen = TO_SIGMA * off[off.length / 2];
    // A handful tells little of its own scatter: what is usual weighs in.
    double n = cuts.length;
    return Math.max(
        LEAST_SCATTER, Math.sqrt((n * seen * seen + WEIGHS * REPEATS * REPEATS) / (n + WEIGHS)));
  }
}
