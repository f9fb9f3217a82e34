package hitchlamp.core.trial.filter;

import java.util.List;

/**
 * How what a filter loses grows with the flow. Through wall and soot it grows in proportion; past a
 * crack gas goes as through an orifice, so that the loss hardly begins at little flow: of the flow
 * x the wall takes p / r and the crack q · z / r, or p = r · x - q · z, which is linear in both.
 * The orifice's z is √p, more by the temperature to the power of 1.2 (1.7 of the wall's own less
 * half a power for the density).
 *
 * @param kpa loss at the flow and temperature of {@link LossFit}, in proportion
 * @param kpaPlusMinus two standard errors of it
 * @param wallKpa the same with a crack taken off
 * @param crack share of the flow that passes a crack, at full flow of a clean filter
 * @param crackPlusMinus two standard errors of it
 */
record LossShape(
    double kpa, double kpaPlusMinus, double wallKpa, double crack, double crackPlusMinus) {
  private static final double SURE = 2;
  private static final double ORIFICE_POWER = 1.2;
  private static final double ZERO_C = 273.15;

  /** Gas at full load, where cracks are measured. */
  private static final double FULL_LOAD_C = 400;

  /** Beside its noise each point may be off by this, kPa: flow and temperature are not exact. */
  private static final double OFF = 0.01;

  private static final double OFF_SHARE = 0.02;

  /**
   * Of points with the sensor's zero taken off.
   *
   * @param zero kPa
   * @param zeroError its standard error
   */
  static LossShape of(FilterSetup setup, List<FilterPoint> points, double zero, double zeroError) {
    double xx = 0;
    double xp = 0;
    double xr = 0;
    double rr = 0;
    double rp = 0;
    for (FilterPoint point : points) {
      double x = point.size();
      double p = point.kpa().mean() - zero;
      double root = Math.sqrt(Math.max(0, p)) * orifice(point.celsius());
      double off =
          Math.hypot(
              Math.hypot(point.kpa().error(), zeroError), Math.hypot(OFF, OFF_SHARE * Math.abs(p)));
      double w = 1 / (off * off);
      xx += w * x * x;
      xp += w * x * p;
      xr += w * x * root;
      rr += w * root * root;
      rp += w * root * p;
    }
    double kpa = xp / xx;
    double error = 1 / Math.sqrt(xx);
    double det = xx * rr - xr * xr;
    if (!(det > 1e-9 * xx * rr)) {
      return new LossShape(kpa, SURE * error, kpa, 0, Double.POSITIVE_INFINITY);
    }
    double wall = (xp * rr - rp * xr) / det;
    double q = (xp * xr - rp * xx) / det;
    double qError = Math.sqrt(xx / det);
    // At full flow of a clean one: what of it the same crack passes.
    double share = share(setup, q / wall);
    return new LossShape(
        kpa, SURE * error, wall, share, SURE * Math.abs(share(setup, (q + qError) / wall) - share));
  }

  /** What temperature does to an orifice beside what it does to a wall. */
  private static double orifice(double celsius) {
    return Math.pow((celsius + ZERO_C) / (LossFit.CELSIUS + ZERO_C), ORIFICE_POWER);
  }

  /** Share of the full flow of a clean filter that a crack passes: c · √p with p of the rest. */
  private static double share(FilterSetup setup, double c) {
    double rated = setup.rated();
    double low = 0;
    double high = 1;
    for (int i = 0; i < 40; i++) {
      double s = (low + high) / 2;
      boolean more =
          c * orifice(FULL_LOAD_C) * Math.sqrt(setup.cleanKpa() * (1 - s) * rated) > s * rated;
      low = more ? s : low;
      high = more ? high : s;
    }
    return (low + high) / 2;
  }
}
