package hitchlamp.core.trial.conversion;

import java.util.List;

/**
 * By how much the sensor behind the catalyst tells later than the one before it: the shift at which
 * the changes of both are most alike (Pearson's correlation of the changes from second to second,
 * each the mean of three).
 */
final class TransportDelay {
  private static final int MOST_SECONDS = 20;
  private static final int FEWEST = 60;
  private static final int OVER = 3;

  /** Less alike than this they are not alike. */
  private static final double ALIKE = 0.3;

  private TransportDelay() {}

  /** Seconds; 0 where it cannot be told. */
  static int of(List<ConversionRow> rows) {
    double[] before = rows.stream().mapToDouble(ConversionRow::readBefore).toArray();
    double[] behind = rows.stream().mapToDouble(ConversionRow::readBehind).toArray();
    double[] goesIn = changes(before);
    double[] comesOut = changes(behind);
    int best = 0;
    double alike = ALIKE;
    for (int shift = 0; shift <= MOST_SECONDS; shift++) {
      double r = correlation(goesIn, comesOut, shift);
      if (r > alike + 1e-9) {
        alike = r;
        best = shift;
      }
    }
    return best;
  }

  private static double[] changes(double[] of) {
    double[] changes = new double[Math.max(0, of.length - OVER)];
    for (int i = 0; i < changes.length; i++) {
      changes[i] = of[i + OVER] - of[i];
    }
    return changes;
  }

  /** Of what is told in both; not a number where too little is. */
  static double correlation(double[] x, double[] y, int shift) {
    int n = 0;
    double mx = 0;
    double my = 0;
    double sxx = 0;
    double syy = 0;
    double sxy = 0;
    for (int i = 0; i + shift < y.length; i++) {
      double a = x[i];
      double b = y[i + shift];
      if (Double.isNaN(a) || Double.isNaN(b)) {
        continue;
      }
      n++;
      double dx = a - mx;
      double dy = b - my;
      mx += dx / n;
      my += dy / n;
      sxx += dx * (a - mx);
      syy += dy * (b - my);
      sxy += dx * (b - my);
    }
    return n < FEWEST || sxx == 0 || syy == 0 ? Double.NaN : sxy / Math.sqrt(sxx * syy);
  }
}
