package hitchlamp.core.trial.fluid;

/**
 * Exhaust fluid as ISO 22241-1 describes it: 31.8 to 33.2 % of urea by mass; refractive index at 20
 * °C of 1.3814 to 1.3843 (both from memory). The index between water and the fluid is a parabola
 * through water's 1.3330 and the published indices of urea solutions (handbook of chemistry and
 * physics, from memory: 1.3477 at 10 %, 1.3629 at 20 %).
 */
public final class UreaSolution {
  /** Least and most urea of fluid by the standard, percent. */
  public static final double LEAST = 31.8;

  public static final double MOST = 33.2;

  private static final double WATER = 1.3330;
  private static final double RISES = 1.44e-3;
  private static final double BENDS = 2.89e-6;

  private UreaSolution() {}

  /** Refractive index at 20 °C of so much urea, percent by mass. */
  public static double index(double percent) {
    return WATER + RISES * percent + BENDS * percent * percent;
  }

  /** Urea of a refractive index at 20 °C, percent; not a number below what any water has. */
  public static double percent(double index) {
    double root = RISES * RISES + 4 * BENDS * (index - WATER);
    return (Math.sqrt(root) - RISES) / (2 * BENDS);
  }
}
