package hitchlamp.standin.aftertreatment;

/**
 * Doses fuel into the exhaust: a metering valve, a line, a nozzle that opens at a pressure. A
 * nozzle full of carbon lets less through, and the pressure before it rises towards the supply's
 * (orifice flow). Sizes our own.
 */
public final class FuelDoser {
  private static final double DENSITY = 830;
  private static final double OPENS_PASCAL = 140_000;
  private static final double NOZZLE = 7.8e-8;
  private static final double VALVE = 6.0e-8;

  /** The shut-off valve before both; what a sound one takes is in the metering valve's figure. */
  private static final double SHUT_OFF = 2.4e-7;

  private static final double LAG = 0.3;

  private final double size;
  private double pascal;
  private double flow;

  public FuelDoser(double size) {
    this.size = size;
  }

  /**
   * Time goes on.
   *
   * @param duty of the metering valve, 0 to 1
   * @param supply of fuel above the air, Pa
   * @param nozzle share of its area that is free
   * @param shutOff share of the area of the shut-off valve that opens
   */
  public void step(double dt, double duty, double supply, double nozzle, double shutOff) {
    double valve = size * behind(VALVE * Math.max(0, Math.min(1, duty)), shutOff);
    double open = NOZZLE * size * Math.max(0.02, nozzle);
    double rests = 0;
    double passes = 0;
    if (valve > 0 && supply > OPENS_PASCAL) {
      // What passes the valve passes the nozzle: v²(s - p) = n²(p - o).
      double v = valve * valve;
      double n = open * open;
      rests = (v * supply + n * OPENS_PASCAL) / (v + n);
      passes = open * Math.sqrt(2 * DENSITY * (rests - OPENS_PASCAL));
    }
    double quick = Math.min(1, dt / LAG);
    pascal += (rests - pascal) * quick;
    flow += (passes - flow) * quick;
  }

  /** Area of the one orifice that passes what the metering valve behind the shut-off valve does. */
  private static double behind(double valve, double shutOff) {
    double share = Math.max(0, Math.min(1, shutOff));
    if (valve <= 0 || share == 0) {
      return 0;
    }
    double more = valve / SHUT_OFF * Math.sqrt(1 / (share * share) - 1);
    return valve / Math.hypot(1, more);
  }

  /** Pressure before the nozzle above the air, Pa. */
  public double pascal() {
    return pascal;
  }

  /** Fuel into the exhaust, kg/s. */
  public double flow() {
    return flow;
  }

  /**
   * Duty at which a clean one gives so much, as its maker knows it; 1 where it cannot.
   *
   * @param wanted kg/s
   * @param supply of fuel above the air, Pa
   */
  public static double duty(double wanted, double supply, double size) {
    double before = OPENS_PASCAL + Math.pow(wanted / (NOZZLE * size), 2) / (2 * DENSITY);
    return before >= supply
        ? 1
        : Math.min(1, wanted / (VALVE * size * Math.sqrt(2 * DENSITY * (supply - before))));
  }
}
