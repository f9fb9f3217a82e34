package hitchlamp.standin.aftertreatment;

/**
 * The way of the gas from the SCR catalyst to the sensor behind it, through catalyst and pipe:
 * three volumes in a row, each well mixed, so that what the sensor sees comes later and smoother.
 */
public final class GasWay {
  private static final int VOLUMES = 3;

  /** Cubic metres behind a six in line, the catalyst's own among them; our own figure. */
  private static final double CUBIC = 0.075;

  private static final double R_GAS = 287;
  private static final double PASCAL = 101_300;

  private final double cubic;
  private final double[] nox = new double[VOLUMES];
  private final double[] ammonia = new double[VOLUMES];

  public GasWay(double size) {
    this.cubic = CUBIC * size / VOLUMES;
  }

  /**
   * Time goes on.
   *
   * @param flow of gas, kg/s
   * @param noxIn and ammoniaIn that come, mole by mole
   */
  public void step(double dt, double flow, double kelvin, double noxIn, double ammoniaIn) {
    double changes = Math.max(0, flow) * R_GAS * kelvin / PASCAL / cubic;
    double quick = 1 - Math.exp(-changes * dt);
    double x = noxIn;
    double y = ammoniaIn;
    for (int i = 0; i < VOLUMES; i++) {
      nox[i] += (x - nox[i]) * quick;
      ammonia[i] += (y - ammonia[i]) * quick;
      x = nox[i];
      y = ammonia[i];
    }
  }

  /** What is at the sensor, mole by mole. */
  public double nox() {
    return nox[VOLUMES - 1];
  }

  public double ammonia() {
    return ammonia[VOLUMES - 1];
  }
}
