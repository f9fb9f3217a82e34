package hitchlamp.standin.engine;

/**
 * Pressure that a wall-flow filter loses: wall, soot cake and ash in proportion to viscosity and
 * flow (Darcy's law), inlet and outlet with the square of the speed (Konstandopoulos and Johnson,
 * Wall-flow diesel particulate filters, 1989: the form; the coefficients are our own).
 */
public final class ParticleFilter {
  /** Soot at which a filter counts as full, kg. */
  public static final double FULL_KG = 0.075;

  private static final double WALL = 3.6e7;
  private static final double SOOT = 3.6e9;
  private static final double ASH = 1.1e9;
  private static final double TURBULENT = 600;

  private ParticleFilter() {}

  /** Flow, kg/s, and temperature, K, of a clean one at which cracks are measured. */
  private static final double RATED = 0.6;

  private static final double RATED_K = 673;
  private static final double USUAL_ASH = 0.015;

  /**
   * Gas that passes a crack, share: it goes past the wall as through an orifice, the more of it the
   * less flows in all and the more soot lies on the wall.
   *
   * @param cracked the same at full flow of a clean filter
   */
  public static double past(
      double flow, double kelvin, double soot, double ash, double open, double cracked) {
    if (cracked <= 0 || flow <= 0) {
      return 0;
    }
    double most = Math.min(0.98, cracked);
    double at = loss((1 - most) * RATED, RATED_K, 0, USUAL_ASH, 1);
    double opening = most * RATED / Math.sqrt(at * Gas.density(101_000, RATED_K));
    double low = 0;
    double high = 1;
    double density = Gas.density(101_000, kelvin);
    for (int i = 0; i < 30; i++) {
      double share = (low + high) / 2;
      double wall = loss((1 - share) * flow, kelvin, soot, ash, open);
      boolean more = opening * Math.sqrt(wall * density) > share * flow;
      low = more ? share : low;
      high = more ? high : share;
    }
    return (low + high) / 2;
  }

  /**
   * Pressure lost, Pa.
   *
   * @param flow kg/s
   * @param soot kg
   * @param ash kg
   * @param open share of its face that is free
   */
  public static double loss(double flow, double kelvin, double soot, double ash, double open) {
    double volume = Math.max(0, flow) / Gas.density(101_000, kelvin);
    double free = Math.max(0.03, open);
    double darcy = Gas.viscosity(kelvin) * volume / free * (WALL + SOOT * soot + ASH * ash);
    return darcy + TURBULENT * volume * volume / (free * free);
  }
}
