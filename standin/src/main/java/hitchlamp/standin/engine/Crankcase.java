package hitchlamp.standin.engine;

/**
 * Gas that passes the rings and the turbocharger's seal, and its way out through the breather:
 * rings leak with the pressure above them (orifice flow, choked for most of a stroke), the breather
 * has a valve that opens at a little pressure and then loses with the square of the flow.
 */
public final class Crankcase {
  private static final double LAG = 0.5;

  /** What compression and combustion add to the mean pressure over the rings, per pascal. */
  private static final double OF_CHARGE = 0.55;

  private static final double OF_WORK = 1.35;

  /** The oil separator's valve opens at this pressure, Pa; then the loss grows with the square. */
  private static final double OPENS = 290;

  private static final double TURBULENT = 1.05e8;

  /** Flow at which the valve stands open, kg/s. */
  private static final double LEAST_FLOW = 1e-4;

  private final Layout layout;
  private final double ringArea;
  private double pascal;
  private double flow;

  /**
   * @param ringArea that a sound cylinder leaks through, m²
   */
  public Crankcase(Layout layout, double ringArea) {
    this.layout = layout;
    this.ringArea = ringArea;
  }

  /**
   * Time goes on.
   *
   * @param intake pressure, Pa
   * @param shares ring area of each cylinder relative to a sound one
   * @param sealArea leak past the turbocharger's seal, m²
   * @param pipe pressure behind the compressor, Pa above the air
   * @param breather opening left, 0 to 1
   */
  public void step(
      double dt,
      double omega,
      double intake,
      Cylinders cylinders,
      double[] shares,
      double sealArea,
      double pipe,
      double breather) {
    double root = Math.sqrt(Gas.R * 500);
    double sum = 0;
    if (omega > 1) {
      for (int i = 0; i < layout.cylinders(); i++) {
        double meanEffective = cylinders.work(i) / layout.swept();
        sum += shares[i] * (OF_CHARGE * intake + OF_WORK * meanEffective);
      }
    }
    flow = sum * ringArea / root;
    flow += sealArea * Math.sqrt(2 * Math.max(0, pipe) * 1.2);
    double open = Math.max(0.02, breather);
    double scale = layout.displacement() / Layout.SIX.displacement();
    double each = flow / scale;
    double wanted =
        OPENS * Math.min(1, each / LEAST_FLOW) + TURBULENT * each * each / (open * open);
    pascal += (wanted - pascal) * Math.min(1, dt / LAG);
  }

  /** Above the air, Pa. */
  public double pascal() {
    return pascal;
  }

  /** Gas through the breather, kg/s. */
  public double flow() {
    return flow;
  }

  /** As it stands with the engine. */
  public void rest() {
    pascal = 0;
    flow = 0;
  }
}
