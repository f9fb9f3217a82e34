package hitchlamp.standin.aftertreatment;

import hitchlamp.standin.engine.Cylinders;
import hitchlamp.standin.engine.ParticleFilter;
import hitchlamp.standin.engine.ThermalCell;

/**
 * Soot in the particulate filter: it gathers, oxygen burns it when it is hot, NO2 slowly before
 * that (first order in the soot, Arrhenius in the temperature; Konstandopoulos and others:
 * activation energies from memory, factors our own). Burning gives its heat to the filter.
 */
public final class SootFilter {
  /** Heat of soot, J/kg (carbon: 32.8 MJ/kg, Moran and Shapiro, from memory). */
  public static final double HEAT = 32.8e6;

  /** Carbon that a kilogram of NO2 burns, kg: C + 2 NO2 = CO2 + 2 NO. */
  static final double BY_NO2 = 12.0 / 92.0;

  private static final double R = 8.314;
  private static final double BY_OXYGEN = 1.2e-3;
  private static final double OXYGEN_ENERGY = 140_000;
  private static final double OXYGEN_AT_K = 818;
  private static final double OXYGEN_AT_SHARE = 0.12;
  private static final double BY_NO2_RATE = 6.5e-6;
  private static final double NO2_ENERGY = 60_000;
  private static final double NO2_AT_K = 573;
  private static final double NO2_AT_SHARE = 1e-4;
  private static final double CATCHES = 0.995;
  private static final double COAT_LIGHTS_K = 563;
  private static final double COAT_SPAN = 14;

  private final ThermalCell cell;
  private double soot;
  private double in;
  private double burned;
  private double through;
  private double past;

  public SootFilter(double size) {
    this.cell = new ThermalCell(22_000 * size, 5 * size, 4 * size);
  }

  /** Rate at which oxygen burns it, 1/s. */
  static double byOxygen(double kelvin, double oxygen) {
    return BY_OXYGEN
        * Math.exp(OXYGEN_ENERGY / R * (1 / OXYGEN_AT_K - 1 / kelvin))
        * oxygen
        / OXYGEN_AT_SHARE;
  }

  /** Rate at which NO2 burns it, 1/s, where there is enough of it. */
  static double byNo2(double kelvin, double share) {
    return BY_NO2_RATE
        * Math.exp(NO2_ENERGY / R * (1 / NO2_AT_K - 1 / kelvin))
        * share
        / NO2_AT_SHARE;
  }

  /**
   * Time goes on.
   *
   * @param arrives soot, kg/s
   * @param fuel that the catalyst let through, kg/s: the coat of the filter burns it
   * @param oxygen share of it in the gas, mole by mole
   * @param no2 kg/s in the gas, and its share mole by mole
   * @param cracked share of the gas that passes it unfiltered
   * @param bare heat it loses relative to a clad one
   */
  public void step(
      double dt,
      double flow,
      double inK,
      double arrives,
      double fuel,
      double oxygen,
      double no2,
      double no2Share,
      double cracked,
      double bare,
      double ambientK,
      double kmh) {
    double kept = arrives * CATCHES * (1 - cracked);
    double before = soot;
    double oxygenRate = byOxygen(cell.wallK(), oxygen);
    double most = soot > 1e-9 ? no2 * BY_NO2 / soot : 0;
    double rate = oxygenRate + Math.min(most, byNo2(cell.wallK(), no2Share));
    soot = (soot + dt * kept) / (1 + dt * rate);
    in += dt * kept;
    through += dt * (arrives - kept);
    double gone = before + dt * kept - soot;
    burned += gone;
    double lit = 1 / (1 + Math.exp((COAT_LIGHTS_K - cell.wallK()) / COAT_SPAN));
    double heat = gone / dt * HEAT + fuel * lit * Cylinders.HEATING_VALUE;
    cell.bare(bare);
    cell.step(dt, flow, inK, heat, ambientK, kmh);
  }

  /** Soot that lies in it, kg. */
  public double soot() {
    return soot;
  }

  /** So much lies in it now, kg. */
  public void soot(double kg) {
    soot = kg;
  }

  /** Soot that it has caught, burned and let through, kg. */
  public double caught() {
    return in;
  }

  public double burned() {
    return burned;
  }

  public double passed() {
    return through;
  }

  /** Share of the gas that passed it unfiltered when its loss was last worked out. */
  public double past() {
    return past;
  }

  public ThermalCell cell() {
    return cell;
  }

  /**
   * Pressure that it loses, Pa.
   *
   * @param ash kg
   * @param open share of its face that is free
   * @param cracked share of the gas that passes it through cracks, at full flow of a clean one
   */
  public double loss(double flow, double size, double ash, double open, double cracked) {
    // A filter of its size: what goes through and lies in each part of it is the same.
    double each = flow / size;
    past = ParticleFilter.past(each, cell.wallK(), soot / size, ash / size, open, cracked);
    return ParticleFilter.loss(each * (1 - past), cell.wallK(), soot / size, ash / size, open);
  }
}
