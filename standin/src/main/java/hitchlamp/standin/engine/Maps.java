package hitchlamp.standin.engine;

/**
 * What the maker has put into the engine's module: how much fuel at most, and what charge, rail
 * pressure, recirculation and vanes go with a speed and a load. An invention; the shapes are common
 * practice, no source.
 */
public final class Maps {
  private static final double[] RPM = {
    500, 700, 900, 1_000, 1_100, 1_200, 1_450, 1_600, 1_800, 2_000, 2_100
  };
  private static final double[] FULL_MG = {130, 165, 212, 236, 254, 262, 262, 246, 228, 208, 197};
  private static final double SWEPT = 2.1e-3;
  private static final double FULL_CHARGE = 250_000;
  private static final double CHARGE_FROM = 0.12;
  private static final double MOST_FUEL_MG = 262;
  private static final double LOST_LIGHT = 0.27;
  private static final double LIGHT_MG = 45;
  private static final double RAIL_LEAST = 32e6;
  private static final double RAIL_BY_MG = 0.76e6;
  private static final double RAIL_BY_RPM = 20_000;
  private static final double RAIL_MOST = 255e6;
  private static final double IDLE_RPM = 600;

  private final double size;

  /**
   * @param swept volume of a cylinder, m³
   */
  public Maps(double swept) {
    this.size = swept / SWEPT;
  }

  /** Most fuel a stroke and cylinder, mg. */
  public double fullFuel(double rpm) {
    return size * between(RPM, FULL_MG, rpm);
  }

  private static double between(double[] at, double[] values, double x) {
    if (x <= at[0]) {
      return values[0];
    }
    for (int i = 1; i < at.length; i++) {
      if (x < at[i]) {
        double share = (x - at[i - 1]) / (at[i] - at[i - 1]);
        return values[i - 1] + share * (values[i] - values[i - 1]);
      }
    }
    return values[values.length - 1];
  }

  /** Charge above the air that is wanted, Pa. */
  public double charge(double rpm, double mg) {
    double share = Math.max(0, (mg / size / MOST_FUEL_MG - CHARGE_FROM) / (1 - CHARGE_FROM));
    double speed = Math.max(0.5, Math.min(1, 0.70 + (rpm - 900) / 350 * 0.30));
    return FULL_CHARGE * Math.min(1, share) * speed;
  }

  /** Rail pressure that is wanted, Pa. */
  public double rail(double rpm, double mg) {
    double p = RAIL_LEAST + RAIL_BY_MG * mg / size + RAIL_BY_RPM * Math.max(0, rpm - IDLE_RPM);
    return Math.min(RAIL_MOST, p);
  }

  /** Recirculation valve, 0 shut to 1 open. */
  public double recirculation(double load) {
    double x = load - 0.4;
    return 0.05 + 0.4 * Math.exp(-x * x / 0.09);
  }

  /** Vanes, 0 open to 1 closed, before the charge is looked at. */
  public double vanes(double rpm, double load) {
    double fast = Math.max(0, rpm - IDLE_RPM) / 1_500;
    return Math.max(0.1, Math.min(0.9, 0.80 - 0.12 * load - 0.26 * fast));
  }

  /** Throttle, 0 open to 1 shut. */
  public double throttle(double load) {
    return load < 0.08 ? 0.3 : 0.02;
  }

  /** Indicated torque that goes with a fuelling, share of that with the most fuel. */
  public double indicated(double mg) {
    double each = mg / size;
    return each / MOST_FUEL_MG * (1 - LOST_LIGHT * Math.exp(-each / LIGHT_MG));
  }
}
