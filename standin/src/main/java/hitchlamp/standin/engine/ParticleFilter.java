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
