package hitchlamp.standin.engine;

/**
 * Block with its coolant, and the oil: heat comes from walls, recirculation cooler and friction,
 * goes through thermostat and radiator with ram air and a fan on a viscous clutch (heat balance,
 * any textbook). Coefficients our own.
 */
public final class Cooling {
  private static final double OPENS_K = 82 + Gas.ZERO_C;
  private static final double OPEN_OVER_K = 12;

  /** A thermostat that is a third open lets half of the heat through. */
  private static final double FLOW_EXPONENT = 0.6;

  private static final double FAN_FROM_K = 93 + Gas.ZERO_C;
  private static final double FAN_OVER_K = 7;
  private static final double STILL = 0.28;
  private static final double FAN = 0.72;
  private static final double RAM_KMH = 90;
  private static final double CASE = 45;
  private static final double STANDING = 20;
  private static final double OIL_CAPACITY = 75_000;
  private static final double OIL_COOLER = 1_150;
  private static final double OIL_CASE = 16;
  private static final double FRICTION_TO_OIL = 0.75;
  private static final double LEAST_COOLANT = 0.1;

  private final double capacity;
  private final double radiator;
  private double coolantK = 293;
  private double oilK = 293;
  private double shed;
  private double fan;

  /**
   * @param capacity of block and coolant, J/K
   * @param radiator heat it passes a kelvin with the thermostat open and full air, W/K
   */
  public Cooling(double capacity, double radiator) {
    this.capacity = capacity;
    this.radiator = radiator;
  }

  /**
   * Time goes on.
   *
   * @param heat into the coolant from walls and coolers, W
   * @param friction power lost in friction, W
   * @param kmh speed of the air over the radiator that the unit's own makes
   * @param density of the air relative to 1.2 kg/m³
   * @param stuckOpen how far the thermostat stays open at least
   * @param radiatorShare of the radiator's heat that is left
   * @param coolant share of the coolant that is there
   */
  public void step(
      double dt,
      boolean running,
      double heat,
      double friction,
      double ambientK,
      double kmh,
      double density,
      double stuckOpen,
      double radiatorShare,
      double coolant) {
    fan = running ? Math.max(0, Math.min(1, (coolantK - FAN_FROM_K) / FAN_OVER_K)) : 0;
    double air = Math.min(1, STILL + FAN * Math.max(fan, Math.min(1, kmh / RAM_KMH)));
    double conductance = 0;
    if (running) {
      double open = Math.max(stuckOpen, Math.min(1, (coolantK - OPENS_K) / OPEN_OVER_K));
      conductance =
          radiator
              * Math.pow(Math.max(0, open), FLOW_EXPONENT)
              * radiatorShare
              * air
              * Math.sqrt(density)
              * Math.max(LEAST_COOLANT, coolant);
    }
    double out = conductance + (running ? CASE : STANDING);
    double toCoolant = OIL_COOLER * (running ? 1 : 0.03);
    double oilOut = toCoolant + OIL_CASE;
    double own = capacity * Math.max(0.3, coolant);
    double oilHeat = friction * FRICTION_TO_OIL;
    double all = heat + friction * (1 - FRICTION_TO_OIL) + toCoolant * (oilK - coolantK);
    double a = dt / own;
    coolantK = (coolantK + a * (all + out * ambientK)) / (1 + a * out);
    double b = dt / OIL_CAPACITY;
    oilK = (oilK + b * (oilHeat + toCoolant * coolantK + OIL_CASE * ambientK)) / (1 + b * oilOut);
    shed = out * (coolantK - ambientK) + OIL_CASE * (oilK - ambientK);
  }

  public double coolantK() {
    return coolantK;
  }

  public double oilK() {
    return oilK;
  }

  /** Heat that a rise of both stores, J. */
  public double stored(double coolantRise, double oilRise) {
    return capacity * coolantRise + OIL_CAPACITY * oilRise;
  }

  /** Heat that leaves, W. */
  public double shed() {
    return shed;
  }

  /** How far the fan's clutch drives it, 0 to 1. */
  public double fan() {
    return fan;
  }

  /** Sets both temperatures. */
  public void warm(double coolant, double oil) {
    coolantK = coolant;
    oilK = oil;
  }
}
