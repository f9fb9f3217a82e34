package hitchlamp.standin.aftertreatment;

/**
 * What leaves the cylinders beside burned gas. Recirculated gas makes the flame cooler: less
 * nitrogen oxide, more soot; want of air makes soot (Heywood, Internal Combustion Engine
 * Fundamentals, chapter 11: the directions; the coefficients are our own).
 */
public final class EngineOut {
  /** Molar masses, kg/mol: nitrogen oxides are reckoned as NO2. */
  public static final double NO2_MOLAR = 0.0460;

  public static final double GAS_MOLAR = 0.0289;

  private static final double NOX_OF_FUEL = 0.023;
  private static final double NOX_BY_BURNED = 9.2;
  private static final double SOOT_OF_FUEL = 0.11e-3;
  private static final double SOOT_SHORT = 0.9e-3;
  private static final double SHORT_AT = 1.3;
  private static final double SHORT_SPAN = 0.25;
  private static final double SOOT_BY_BURNED = 2.5;

  private EngineOut() {}

  /**
   * Nitrogen oxides, kg/s as NO2.
   *
   * @param fuel burned, kg/s
   * @param burned share of burned gas in what the cylinders breathe
   */
  public static double nox(double fuel, double burned) {
    return fuel * NOX_OF_FUEL * Math.exp(-NOX_BY_BURNED * burned);
  }

  /**
   * Soot, kg/s.
   *
   * @param lambda air in proportion to what the fuel needs
   */
  public static double soot(double fuel, double burned, double lambda) {
    double lack = Math.exp(-Math.max(0, lambda - SHORT_AT) / SHORT_SPAN);
    return fuel * (SOOT_OF_FUEL + SOOT_SHORT * lack) * (1 + SOOT_BY_BURNED * burned);
  }

  /** Share of so much nitrogen oxide in so much gas, mole by mole. */
  public static double share(double nox, double gas) {
    return gas > 1e-5 ? nox / NO2_MOLAR / (gas / GAS_MOLAR) : 0;
  }
}
