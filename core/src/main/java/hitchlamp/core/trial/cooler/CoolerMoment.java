package hitchlamp.core.trial.cooler;

/**
 * Gas and coolant at the cooler, as the module's sensors tell; not a number where they do not.
 *
 * @param flow of gas, kg/h
 * @param before gas before the cooler, °C
 * @param behind gas behind it
 * @param coolant °C
 */
public record CoolerMoment(double flow, double before, double behind, double coolant) {
  /** Heat of a kilogram of exhaust a kelvin near 200 °C, J/(kg·K) (air tables, lean exhaust). */
  static final double CP = 1_050;

  private static final double HOUR = 3_600;

  /** Nothing was told. */
  public static final CoolerMoment NONE =
      new CoolerMoment(Double.NaN, Double.NaN, Double.NaN, Double.NaN);

  /**
   * Heat that the cooler passes a kelvin, W/K: UA = m cp ln((T1 - Tc) / (T2 - Tc)) of a gas that
   * flows past a coolant of one temperature (number of transfer units, Incropera and DeWitt,
   * Fundamentals of Heat and Mass Transfer, heat exchanger chapter, from memory).
   */
  double passes() {
    return flow / HOUR * CP * Math.log((before - coolant) / (behind - coolant));
  }
}
