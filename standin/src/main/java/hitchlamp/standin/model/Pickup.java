package hitchlamp.standin.model;

import java.util.SplittableRandom;

/**
 * A sensor inside a part or a module, without a wire of its own in the harness: a speed pick-up, a
 * position in an actuator, a module's look at its own supply. It tells what it measures with its
 * lag, what this one is off by, its noise, and in the steps of its converter.
 */
public final class Pickup {
  private final int spn;
  private final double lag;
  private final double off;
  private final double gain;
  private final double noise;
  private final double step;
  private double lagged = Double.NaN;
  private double drift;
  private double averaged = 1;

  /**
   * @param spn what it measures
   * @param lag time constant, s
   * @param tolerance by which one may be off, in its unit
   * @param share by which one may be off, share of its value
   * @param noise standard deviation, in its unit
   * @param step of its converter, in its unit
   */
  public Pickup(
      int spn,
      double lag,
      double tolerance,
      double share,
      double noise,
      double step,
      SplittableRandom random) {
    this.spn = spn;
    this.lag = lag;
    this.off = tolerance * (2 * random.nextDouble() - 1);
    this.gain = 1 + share * (2 * random.nextDouble() - 1);
    this.noise = noise;
    this.step = step;
  }

  /** What it measures. */
  public int spn() {
    return spn;
  }

  /** Time goes on: it follows the true value. */
  public void step(double dt, double truth, Condition c) {
    averaged = Sensor.averaged(dt);
    lagged =
        Double.isNaN(lagged) || dt > 5 * lag
            ? truth
            : lagged + (truth - lagged) * Math.min(1, dt / lag);
    drift = c.drift.isEmpty() ? 0 : c.drift.getOrDefault(spn, 0.0);
  }

  /** What is made of it, with noise. */
  public double reading(SplittableRandom random) {
    double n =
        averaged
            * noise
            * (random.nextDouble() + random.nextDouble() + random.nextDouble() - 1.5)
            * 2;
    // What stands gives no pulses, and no noise either.
    double seen = Math.abs(lagged) < noise / 2 ? 0 : lagged * gain + n;
    return Math.rint((seen + off + drift) / step) * step;
  }
}
