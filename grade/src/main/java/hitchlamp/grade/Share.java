package hitchlamp.grade;

import org.hipparchus.special.Beta;

/** Shares of cases and how sure they are. */
final class Share {
  private Share() {}

  /** A share in words; empty where there is no case. */
  static String percent(long good, int of) {
    return of == 0 ? "" : String.format(java.util.Locale.ROOT, "%.1f %%", 100.0 * good / of);
  }

  /** Lower bound of the share at 95 %, one-sided (Clopper-Pearson, by bisection). */
  static String lowest(long good, int of) {
    double low = 0;
    double high = 1;
    for (int i = 0; i < 60; i++) {
      double p = (low + high) / 2;
      if (atLeast(good, of, p) < 0.05) {
        low = p;
      } else {
        high = p;
      }
    }
    return String.format(java.util.Locale.ROOT, "%.1f %%", 100 * low);
  }

  /** Probability of at least {@code good} of {@code of}. */
  static double atLeast(long good, int of, double p) {
    return good == 0 ? 1 : Beta.regularizedBeta(p, good, of - good + 1.0);
  }

  /** Upper bound of the share at 95 %, one-sided. */
  static double highest(long bad, int of) {
    double low = 0;
    double high = 1;
    for (int i = 0; i < 60; i++) {
      double p = (low + high) / 2;
      if (1 - atLeast(bad + 1, of, p) > 0.05) {
        low = p;
      } else {
        high = p;
      }
    }
    return high;
  }
}
