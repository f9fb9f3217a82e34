package hitchlamp.core.trial.conversion;

/**
 * A second of a drive; not a number where something was not told.
 *
 * @param seconds since the first
 * @param before nitrogen oxides before the catalyst, ppm
 * @param behind and behind it
 * @param beforeState how far the sensor before it is
 * @param behindState and the one behind it
 * @param celsius gas before the catalyst
 * @param dosed fluid, g/h
 * @param fluidKpa pressure of the fluid, absolute
 * @param rpm engine speed
 * @param kmh road speed
 * @param fuel L/h
 * @param oxygenBefore percent
 * @param oxygenBehind percent
 * @param tankC fluid in its tank
 * @param level of the tank, percent
 * @param burning 1 while the filter is burned clean
 */
public record ConversionRow(
    double seconds,
    double before,
    double behind,
    GasSensorState beforeState,
    GasSensorState behindState,
    double celsius,
    double dosed,
    double fluidKpa,
    double rpm,
    double kmh,
    double fuel,
    double oxygenBefore,
    double oxygenBehind,
    double tankC,
    double level,
    double burning) {
  private static final double NO_FUEL = 0.6;
  private static final double TURNS = 800;

  /** A reading of a gas sensor beyond this is none, ppm. */
  private static final double MOST = 5_000;

  /** Nitrogen oxides before the catalyst where the sensor is awake, ppm. */
  double readBefore() {
    return beforeState.believed() && Math.abs(before) < MOST ? before : Double.NaN;
  }

  /** The same behind it. */
  double readBehind() {
    return behindState.believed() && Math.abs(behind) < MOST ? behind : Double.NaN;
  }

  /** True while the filter is burned clean: the module doses less then by itself. */
  boolean burns() {
    return burning == 1;
  }

  /** True where both sensors are awake. */
  boolean awake() {
    return !Double.isNaN(readBefore()) && !Double.isNaN(readBehind());
  }

  /** True where the engine turns without fuel: nothing makes nitrogen oxides. */
  boolean overrun() {
    return fuel < NO_FUEL && rpm > TURNS;
  }
}
