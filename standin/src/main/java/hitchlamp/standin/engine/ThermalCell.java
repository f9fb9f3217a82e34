package hitchlamp.standin.engine;

/**
 * A piece of the exhaust line: gas gives its heat to the wall and leaves near its temperature, the
 * wall loses some to the air outside (lumped channel model). So heat arrives late and leaves late.
 */
public final class ThermalCell {
  private final double capacity;
  private final double transfer;
  private final double toAir;
  private double bare = 1;
  private double wallK = 293;
  private double outK = 293;

  /**
   * @param capacity J/K
   * @param transfer units of heat transfer at 0.2 kg/s: 3 and more is a catalyst, under 1 a pipe
   * @param toAir heat it loses a kelvin at 80 km/h, W/K
   */
  public ThermalCell(double capacity, double transfer, double toAir) {
    this.capacity = capacity;
    this.transfer = transfer;
    this.toAir = toAir;
  }

  /**
   * Time goes on.
   *
   * @param reaction heat released in it, W
   */
  public void step(
      double dt, double flow, double inK, double reaction, double ambientK, double kmh) {
    double gas = Math.max(0, flow);
    double cp = Gas.cp(wallK);
    double units = transfer * Math.pow(Math.max(gas, 0.01) / 0.2, -0.3);
    double kept = Math.exp(-units);
    double conductance = gas * cp * (1 - kept);
    double loses = bare * toAir * (0.45 + 0.55 * Math.min(1, kmh / 80));
    double a = dt / capacity;
    wallK =
        (wallK + a * (conductance * inK + loses * ambientK + reaction))
            / (1 + a * (conductance + loses));
    outK = wallK + (inK - wallK) * kept;
  }

  /** How much more heat it loses than with its cladding on. */
  public void bare(double times) {
    bare = times;
  }

  public double wallK() {
    return wallK;
  }

  /** Gas that leaves it, K. */
  public double outK() {
    return outK;
  }

  public void warm(double kelvin) {
    wallK = kelvin;
    outK = kelvin;
  }
}
