package hitchlamp.core.trial.conversion;

/**
 * What burns and what is dosed, mole by mole. Molar masses: CODATA/IUPAC atomic weights (N 14.007,
 * O 15.999, C 12.011, H 1.008). Urea CO(NH2)2 gives two of ammonia; 4 NO + 4 NH3 + O2 = 4 N2 + 6
 * H2O takes one for one.
 */
public final class Stoichiometry {
  /** g/mol; nitrogen oxides are reckoned as NO2. */
  public static final double NO2 = 14.007 + 2 * 15.999;

  public static final double UREA = 12.011 + 15.999 + 2 * (14.007 + 2 * 1.008);

  /** Of exhaust gas of a diesel, g/mol; handbook figure, from memory. */
  private static final double GAS = 28.9;

  /** Of the fluid, ISO 22241-1: 32.5 % of urea. */
  private static final double UREA_SHARE = 0.325;

  private static final double AIR_OXYGEN = 20.95;

  /** Air that a kilogram of diesel fuel needs, kg; handbook figure, from memory. */
  private static final double AIR_A_FUEL = 14.5;

  /** kg/L at 15 °C; EN 590: 0.820 to 0.845. */
  private static final double FUEL_DENSITY = 0.835;

  private Stoichiometry() {}

  /** Fuel in exhaust gas with so much oxygen, kg/kg. */
  static double fuelShare(double oxygenPercent) {
    return (AIR_OXYGEN - oxygenPercent) / AIR_OXYGEN / (1 + AIR_A_FUEL);
  }

  /** Nitrogen oxides of a kilogram of fuel, g, where so much of both is in the gas. */
  public static double raw(double ppm, double oxygenPercent) {
    return ppm * 1e-6 * NO2 / GAS / fuelShare(oxygenPercent) * 1_000;
  }

  /** Ammonia that so much fluid brings for each mole of nitrogen oxides. */
  public static double ammonia(
      double fluidGramsAnHour, double ppm, double oxygenPercent, double fuelLitresAnHour) {
    double gas = fuelLitresAnHour * FUEL_DENSITY / fuelShare(oxygenPercent);
    double nox = ppm * 1e-6 * gas * 1_000 / GAS;
    return 2 * fluidGramsAnHour * UREA_SHARE / UREA / nox;
  }
}
