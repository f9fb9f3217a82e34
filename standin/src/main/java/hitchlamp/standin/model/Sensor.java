package hitchlamp.standin.model;

import java.util.SplittableRandom;

/**
 * A sensor with its wire: what voltage the module sees, and what it makes of it. Ratiometric ones
 * give 10 to 90 % of their 5 V supply; thermistors divide it with a pull-up (beta equation, any
 * electronics book).
 */
public final class Sensor {
  private static final double REFERENCE = 5;
  private static final double PULL_UP = 2_200;
  private static final double BETA = 3_500;
  private static final double OHMS_AT_25 = 2_250;

  /** What the sensors of one ground take together, as a resistance to their supply. */
  private static final double SENSORS_OHMS = 180;

  private static final double OPEN = 2e6;
  private static final int THERMISTOR_GROUND = 3;

  /** How it works. */
  public enum Kind {
    RATIOMETRIC,
    THERMISTOR
  }

  private final int spn;
  private final Kind kind;
  private final int line;
  private final double low;
  private final double high;
  private final double lag;
  private final double noise;
  private final double tolerance;
  private double lagged = Double.NaN;
  private double volts;
  private boolean shaken;

  /**
   * @param line 5 V supply it hangs on, 0 for a thermistor on the module's own pull-up
   * @param low reading at 10 % of the supply (ratiometric only)
   * @param high reading at 90 %
   * @param lag time constant, s
   * @param noise standard deviation in its unit
   */
  public Sensor(
      int spn,
      Kind kind,
      int line,
      double low,
      double high,
      double lag,
      double noise,
      SplittableRandom random) {
    this.spn = spn;
    this.kind = kind;
    this.line = line;
    this.low = low;
    this.high = high;
    this.lag = lag;
    this.noise = noise;
    this.tolerance = noise * (2 * random.nextDouble() - 1);
  }

  public int spn() {
    return spn;
  }

  /** Ground it shares with others: one for each supply, and one for the thermistors. */
  private int groundNumber() {
    return kind == Kind.THERMISTOR ? THERMISTOR_GROUND : line;
  }

  /** The engine shakes its connector, or stops doing so. */
  public void shake(boolean now) {
    shaken = now;
  }

  /** Voltage the module sees. */
  public double volts() {
    return volts;
  }

  /** Time goes on: the sensor follows the true value. */
  public void step(double dt, double truth, Condition c) {
    lagged =
        Double.isNaN(lagged) || dt > 5 * lag
            ? truth
            : lagged + (truth - lagged) * Math.min(1, dt / lag);
    double value = lagged + c.drift.getOrDefault(spn, 0.0);
    boolean open = shaken && c.looseConnectors.contains(spn);
    double wire = open ? OPEN : c.wireOhms.getOrDefault(spn, 0.0);
    double ground = c.groundOhms.getOrDefault(groundNumber(), 0.0);
    if (kind == Kind.THERMISTOR) {
      double ohms =
          OHMS_AT_25 * Math.exp(BETA * (1 / (value + 273.15) - 1 / 298.15)) + wire + ground;
      volts = REFERENCE * ohms / (ohms + PULL_UP);
    } else {
      double supply = supplyVolts(line, c);
      double share = Math.max(0.02, Math.min(0.98, 0.1 + 0.8 * (value - low) / (high - low)));
      // The module pulls the signal down with 100 kΩ: a broken wire reads near 0 V.
      double lifted = supply * ground / (ground + SENSORS_OHMS);
      volts = (lifted + (supply - lifted) * share) * 100_000 / (100_000 + wire);
    }
    Double leak = c.shortOhms.get(spn);
    if (leak != null) {
      // The wire's own source has about 1 kΩ.
      volts *= leak / (leak + 1_000);
    }
  }

  /** Voltage on a sensor supply that can give 5 V through 4 Ω before it sags. */
  public static double supplyVolts(int line, Condition c) {
    double load = c.supplyLoadOhms.getOrDefault(line, 10_000.0);
    return REFERENCE * load / (load + 4);
  }

  /** What the module makes of the voltage, with noise. */
  public double reading(SplittableRandom random) {
    double n =
        noise * (random.nextDouble() + random.nextDouble() + random.nextDouble() - 1.5) * 2
            + tolerance;
    if (kind == Kind.THERMISTOR) {
      double ohms = PULL_UP * volts / Math.max(1e-6, REFERENCE - volts);
      return 1 / (Math.log(Math.max(1, ohms) / OHMS_AT_25) / BETA + 1 / 298.15) - 273.15 + n;
    }
    return low + (volts / REFERENCE - 0.1) / 0.8 * (high - low) + n;
  }

  public boolean tooLow() {
    // A hot thermistor comes near 0.1 V by itself.
    return volts < (kind == Kind.THERMISTOR ? 0.08 : 0.25);
  }

  public boolean tooHigh() {
    return volts > 4.85;
  }
}
