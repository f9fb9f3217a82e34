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
  private static final double NO_LOAD = 10_000;
  private static final double SUPPLY_OHMS = 4;

  /** The module pulls the signal of a pressure sensor down. */
  private static final double PULL_DOWN = 100_000;

  /** What sound ones are off by: a share of the span, kelvin (common practice, no source). */
  private static final double RATIOMETRIC_OFF = 0.008;

  private static final double THERMISTOR_OFF = 1.2;

  /** Steps of the module's converter over its 5 V. */
  private static final double STEPS = 4_095;

  /** How it works. */
  public enum Kind {
    RATIOMETRIC,
    THERMISTOR
  }

  private final int spn;
  private final Kind kind;
  private final int line;
  private final int ground;
  private final double low;
  private final double high;
  private final double lag;
  private final double noise;
  private final double tolerance;
  private double lagged = Double.NaN;
  private double felt;
  private double volts;
  private boolean shaken;
  private double averaged = 1;

  /**
   * @param line 5 V supply it hangs on, 0 for a thermistor on the module's own pull-up
   * @param ground number of the ground that it shares, 0 where it has one of its own
   * @param low reading at 10 % of the supply (ratiometric only)
   * @param high reading at 90 %
   * @param lag time constant, s
   * @param noise standard deviation in its unit
   */
  public Sensor(
      int spn,
      Kind kind,
      int line,
      int ground,
      double low,
      double high,
      double lag,
      double noise,
      SplittableRandom random) {
    this.spn = spn;
    this.kind = kind;
    this.line = line;
    this.ground = ground;
    this.low = low;
    this.high = high;
    this.lag = lag;
    this.noise = noise;
    double wide = kind == Kind.THERMISTOR ? THERMISTOR_OFF : RATIOMETRIC_OFF * (high - low);
    this.tolerance = wide * (2 * random.nextDouble() - 1);
  }

  public int spn() {
    return spn;
  }

  public Kind kind() {
    return kind;
  }

  /** Supply that it hangs on. */
  public int line() {
    return line;
  }

  /** True while its loose connector is open, because the engine or a hand shakes it. */
  public boolean open(Condition c) {
    return (shaken || c.wiggled.contains(spn)) && c.looseConnectors.contains(spn);
  }

  /** Ground that it shares with others, 0 where it has one of its own. */
  public int groundNumber() {
    return ground;
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
    averaged = averaged(dt);
    lagged =
        Double.isNaN(lagged) || dt > 5 * lag
            ? truth
            : lagged + (truth - lagged) * Math.min(1, dt / lag);
    double value = lagged + c.drift.getOrDefault(spn, 0.0);
    felt = value;
    double wire = open(c) ? OPEN : c.wireOhms.getOrDefault(spn, 0.0);
    double ground = c.groundOhms.getOrDefault(groundNumber(), 0.0);
    if (kind == Kind.THERMISTOR) {
      double ohms = thermistorOhms() + wire + ground;
      volts = REFERENCE * ohms / (ohms + PULL_UP);
    } else {
      double supply = supplyVolts(line, c);
      double share = share();
      // The module pulls the signal down: a broken wire reads near 0 V.
      double lifted = supply * ground / (ground + SENSORS_OHMS);
      volts = (lifted + (supply - lifted) * share) * PULL_DOWN / (PULL_DOWN + wire);
    }
    if (c.unplugged.contains(spn)) {
      volts = withoutSensor(wire, ground, c);
      return;
    }
    Double leak = c.shortOhms.get(spn);
    if (leak != null) {
      // The wire's own source has about 1 kΩ.
      volts *= leak / (leak + 1_000);
    }
  }

  /**
   * What the module sees with the plug off: a thermistor's circuit is open, the signal of a
   * pressure sensor is pulled down. A bridge leads a thermistor's signal to its return, a pressure
   * sensor's to its supply.
   */
  private double withoutSensor(double wire, double ground, Condition c) {
    boolean bridge = c.bridged.contains(spn);
    double leak = c.shortOhms.getOrDefault(spn, OPEN);
    if (kind == Kind.THERMISTOR) {
      double path = bridge ? wire + ground : OPEN;
      double ohms = path * leak / Math.max(1e-9, path + leak);
      return REFERENCE * ohms / (ohms + PULL_UP);
    }
    double down = PULL_DOWN * leak / (PULL_DOWN + leak);
    return bridge ? supplyVolts(line, c) * down / (down + wire + SUPPLY_OHMS) : 0;
  }

  /** Ohms of a thermistor at what it feels. */
  public double thermistorOhms() {
    return OHMS_AT_25 * Math.exp(BETA * (1 / (felt + 273.15) - 1 / 298.15));
  }

  /** Share of its supply that a pressure sensor gives out. */
  public double share() {
    return Math.max(0.02, Math.min(0.98, 0.1 + 0.8 * (felt - low) / (high - low)));
  }

  /** Voltage on a sensor supply that can give 5 V through 4 Ω before it sags. */
  public static double supplyVolts(int line, Condition c) {
    Integer by = c.supplyLoadBy.get(line);
    boolean off = by != null && c.unplugged.contains(by);
    double load = off ? NO_LOAD : c.supplyLoadOhms.getOrDefault(line, NO_LOAD);
    return REFERENCE * load / (load + SUPPLY_OHMS);
  }

  /** Share of its noise that is left in the mean over a step of a unit's history. */
  static double averaged(double dt) {
    return dt > 1 ? Math.sqrt(0.1 / dt) : 1;
  }

  /** What the module makes of the voltage, with noise. */
  public double reading(SplittableRandom random) {
    double seen = Math.rint(volts / REFERENCE * STEPS) / STEPS * REFERENCE;
    double n =
        averaged
                * noise
                * (random.nextDouble() + random.nextDouble() + random.nextDouble() - 1.5)
                * 2
            + tolerance;
    if (kind == Kind.THERMISTOR) {
      double ohms = PULL_UP * seen / Math.max(1e-6, REFERENCE - seen);
      return 1 / (Math.log(Math.max(1, ohms) / OHMS_AT_25) / BETA + 1 / 298.15) - 273.15 + n;
    }
    return low + (seen / REFERENCE - 0.1) / 0.8 * (high - low) + n;
  }

  public boolean tooLow() {
    // A hot thermistor comes near 0.1 V by itself.
    return volts < (kind == Kind.THERMISTOR ? 0.08 : 0.25);
  }

  public boolean tooHigh() {
    return volts > 4.85;
  }
}
