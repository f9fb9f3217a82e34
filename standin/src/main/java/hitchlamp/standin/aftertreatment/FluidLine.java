package hitchlamp.standin.aftertreatment;

/**
 * Pump, line and injector of the exhaust fluid: the pump fills the line, presses the air in it
 * together, holds a pressure while the injector takes what is dosed, and sucks the line empty
 * afterwards with its flow turned round. Flows by the square root of the pressure; a line that
 * stretches a little and the air in it as springs. Sizes our own.
 */
public final class FluidLine {
  /** What the pump does. */
  public enum Mode {
    /** Stands; the line is empty or what is in it rests. */
    OFF,
    /** Delivers towards the injector. */
    DELIVER,
    /** Sucks back. */
    EMPTY
  }

  /** Pressure that is held above the air, kPa. */
  public static final double HELD_KPA = 900;

  /** Most that the injector passes at that pressure, kg/s. */
  public static final double MOST = 2.2e-3;

  private static final double PUMP_LITRES = 4.2e-3;
  private static final double PUMP_STALLS_KPA = 2_400;
  private static final double RETURN_LITRES = 0.35e-3;

  /** What a nominal pump gives at the held pressure, L/s. */
  private static final double GIVES_HELD = PUMP_LITRES * (1 - HELD_KPA / PUMP_STALLS_KPA);

  /** A valve opens above that pressure, L/s a kPa. */
  private static final double RELIEF_KPA = 1_050;

  private static final double RELIEF = 3e-5;
  private static final double STRETCH = 1.2e-6;
  private static final double AIR_LITRES = 1.5e-3;
  private static final double AIR_GOES_SECONDS = 25;
  private static final double SUCKS_KPA = -25;
  private static final double INNER = 0.02;
  private static final double PROPORTIONAL = 1.2e-3;
  private static final double INTEGRAL = 8e-4;
  private static final double AIR_KPA = 100;
  private static final double LONG_SECONDS = 1;

  private final double volume;
  private final double strong;
  private double filled;
  private double kpa;
  private double air;
  private double effort;
  private double integral;
  private double dosed;

  /**
   * @param volume of the line, L
   * @param strong delivery of the pump in proportion to a nominal one
   */
  public FluidLine(double volume, double strong) {
    this.volume = volume;
    this.strong = strong;
  }

  /** As after a stop: empty. */
  public void rest() {
    filled = 0;
    kpa = 0;
    effort = 0;
    integral = 0;
    dosed = 0;
    air = AIR_LITRES;
  }

  /**
   * Time goes on.
   *
   * @param duty of the injector, 0 to 1
   * @param drawable true where the tank gives liquid
   */
  public void step(double dt, Mode mode, double duty, boolean drawable, AfterWear w) {
    if (dt > LONG_SECONDS) {
      settle(mode, duty, drawable, w);
      return;
    }
    int steps = Math.max(1, (int) Math.ceil(dt / INNER - 1e-9));
    double h = dt / steps;
    double taken = 0;
    for (int i = 0; i < steps; i++) {
      taken += inner(h, mode, duty, drawable, w) / steps;
    }
    dosed = taken;
  }

  private double inner(double h, Mode mode, double duty, boolean drawable, AfterWear w) {
    if (mode == Mode.EMPTY && !w.valveStuck) {
      effort = 1;
      integral = 0;
      filled = Math.max(0, filled - PUMP_LITRES / 2 * w.pump * h / volume);
      kpa += (SUCKS_KPA - kpa) * Math.min(1, h / 1.5);
      air = AIR_LITRES;
      return 0;
    }
    double root = Math.sqrt(Math.max(0, kpa) / HELD_KPA);
    double out = passes(duty, w) * root / FluidTank.DENSITY;
    double leak = MOST * w.leak * root / FluidTank.DENSITY;
    double back = RETURN_LITRES * root + RELIEF * Math.max(0, kpa - RELIEF_KPA);
    double in = 0;
    if (mode == Mode.DELIVER) {
      double error = HELD_KPA - kpa;
      // While it fills there is nothing to learn from.
      integral = filled < 1 ? 0 : Math.max(0, Math.min(1, integral + INTEGRAL * error * h));
      // What the injector will take is known beforehand.
      double ahead = filled < 1 ? 0 : duty * MOST / FluidTank.DENSITY / GIVES_HELD;
      effort = Math.max(0, Math.min(1, PROPORTIONAL * error + integral + ahead));
      double slip = Math.max(0, 1 - Math.max(0, kpa) / PUMP_STALLS_KPA);
      in = drawable ? PUMP_LITRES * strong * w.pump * effort * slip : 0;
    } else {
      effort = 0;
      integral = 0;
    }
    if (filled < 1) {
      filled = Math.max(0, Math.min(1, filled + (in - leak) * h / volume));
      kpa += (0 - kpa) * Math.min(1, h / 0.5);
      return 0;
    }
    // The air that is left in it gives way; it goes out with what is dosed and returned.
    double pressed = AIR_KPA + Math.max(0, kpa);
    double gives = STRETCH + air * AIR_KPA / (pressed * pressed);
    kpa = Math.max(0, kpa + (in - out - leak - back) * h / gives);
    air *= 1 - Math.min(1, h / AIR_GOES_SECONDS);
    return out * FluidTank.DENSITY;
  }

  /** What the injector and the line before it pass at the held pressure, kg/s. */
  private static double passes(double duty, AfterWear w) {
    double injector = Math.max(1e-3, duty * w.injector);
    // Two openings in a row; a sound line is four times as wide as the injector.
    double line = 4 * Math.max(0.01, w.line);
    return duty <= 0 ? 0 : MOST * Math.pow(Math.pow(injector, -2) + Math.pow(line, -2), -0.5);
  }

  /** Where it comes to rest, for a point of a unit's history. */
  private void settle(Mode mode, double duty, boolean drawable, AfterWear w) {
    if (mode != Mode.DELIVER || !drawable) {
      if (mode == Mode.EMPTY && !w.valveStuck) {
        filled = 0;
      }
      kpa = 0;
      effort = mode == Mode.DELIVER ? 1 : 0;
      dosed = 0;
      return;
    }
    filled = 1;
    air = 0;
    double takes = (passes(duty, w) + MOST * w.leak) / FluidTank.DENSITY + RETURN_LITRES;
    double able = PUMP_LITRES * strong * w.pump;
    // takes·√(p/held) = able·(1 - p/stall) where it is not enough for the held pressure.
    double slip = 1 - HELD_KPA / PUMP_STALLS_KPA;
    if (able * slip >= takes) {
      kpa = HELD_KPA;
      effort = takes / (able * slip);
    } else {
      double low = 0;
      double high = HELD_KPA;
      for (int i = 0; i < 30; i++) {
        double p = (low + high) / 2;
        boolean more = able * (1 - p / PUMP_STALLS_KPA) > takes * Math.sqrt(p / HELD_KPA);
        low = more ? p : low;
        high = more ? high : p;
      }
      kpa = low;
      effort = 1;
    }
    integral = Math.max(0, effort - duty * MOST / FluidTank.DENSITY / GIVES_HELD);
    dosed = passes(duty, w) * Math.sqrt(kpa / HELD_KPA);
  }

  /** Pressure above the air behind the pump, kPa. */
  public double kpa() {
    return kpa;
  }

  /** How hard the pump works, 0 to 1. */
  public double effort() {
    return effort;
  }

  /** How far it is filled, 0 to 1. */
  public double filled() {
    return filled;
  }

  /** Fluid into the exhaust, kg/s. */
  public double dosed() {
    return dosed;
  }
}
