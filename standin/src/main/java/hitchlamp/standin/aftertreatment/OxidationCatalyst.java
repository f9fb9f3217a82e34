package hitchlamp.standin.aftertreatment;

import hitchlamp.standin.engine.Cylinders;
import hitchlamp.standin.engine.ThermalCell;

/**
 * Burns fuel in the exhaust once it is warm enough, and turns NO into NO2. Light-off as a logistic
 * curve of its temperature; of the NO2 there is most in the middle, hotter it falls apart again
 * (Majewski and Khair, Diesel Emissions and Their Control: the shapes, from memory; coefficients
 * our own).
 */
public final class OxidationCatalyst {
  private static final double LIGHT_OFF_SPAN = 11;
  private static final double AGED_LATER_K = 90;
  private static final double BEST = 0.94;
  private static final double NO2_BEFORE = 0.1;
  private static final double NO2_MOST = 0.5;
  private static final double NO2_FROM_K = 493;
  private static final double NO2_FROM_SPAN = 22;
  private static final double NO2_UNTIL_K = 703;
  private static final double NO2_UNTIL_SPAN = 33;

  private final ThermalCell cell;
  private final double lightOffK;
  private double converted;
  private double slipped;
  private double heat;

  /**
   * @param lightOffK at which a sound one burns half of the fuel
   */
  public OxidationCatalyst(double size, double lightOffK) {
    this.cell = new ThermalCell(9_000 * size, 4 * size, 3 * size);
    this.lightOffK = lightOffK;
  }

  /**
   * Time goes on.
   *
   * @param fuel dosed into the gas, kg/s
   * @param share of its activity that is left
   */
  public void step(
      double dt, double flow, double inK, double fuel, double share, double ambientK, double kmh) {
    double half = lightOffK + (1 - share) * AGED_LATER_K;
    double lit =
        BEST * Math.pow(share, 0.3) / (1 + Math.exp((half - cell.wallK()) / LIGHT_OFF_SPAN));
    converted = lit;
    slipped = fuel * (1 - lit);
    heat = fuel * lit * Cylinders.HEATING_VALUE;
    cell.step(dt, flow, inK, heat, ambientK, kmh);
  }

  /** Share of the nitrogen oxides behind it that is NO2. */
  public double no2(double share) {
    double t = cell.wallK();
    double up = 1 / (1 + Math.exp((NO2_FROM_K - t) / NO2_FROM_SPAN));
    double down = 1 / (1 + Math.exp((t - NO2_UNTIL_K) / NO2_UNTIL_SPAN));
    return NO2_BEFORE + (NO2_MOST - NO2_BEFORE) * share * up * down;
  }

  /** Share of dosed fuel that burns in it. */
  public double converted() {
    return converted;
  }

  /** Fuel that leaves it unburned, kg/s. */
  public double slipped() {
    return slipped;
  }

  /** Heat of the fuel that burns in it, W. */
  public double heat() {
    return heat;
  }

  public ThermalCell cell() {
    return cell;
  }
}
