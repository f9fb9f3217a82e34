package hitchlamp.standin.aftertreatment;

/**
 * Pump, line and injector of the exhaust fluid: the pump fills the line, presses the air in it
 * together, holds a pressure while the injector takes what is dosed, and sucks the line empty
 * afterwards with its flow turned round and the injector open for air. A little of what it delivers
 * goes back to the tank ahead of the valve behind which the line stays closed while the pump
 * stands. Flows by the square root of the pressure; a line that stretches a little and the air in
 * it as springs. Sizes our own.
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

  /** Bubbles come one by one, each so long, s; drawn so much, the line never holds more, L. */
  private static final double BUBBLE_SECONDS = 0.6;

  private static final double MOST_AIR = 0.01;
  private static final double SUCKS_KPA = -25;
  private static final double INNER = 0.02;
  private static final double PROPORTIONAL = 1.2e-3;
  private static final double INTEGRAL = 8e-4;
  private static final double AIR_KPA = 100;
  private static final double LONG_SECONDS = 1;

  /** Pressure from which on its module takes it for filled, kPa. */
  private static final double SEEN_FILLED_KPA = 60;

  /** Longer steps than this see the pressure follow within them, s. */
  private static final double QUICK_SECONDS = 0.1;

  /** Crystals go into a full spray that is hot: by so much of what is left, 1/s, at full flow. */
  private static final double DISSOLVES = 1 / 35.0;

  private static final double FULL_SPRAY = 0.75;
  private static final double HOT_K = 480;

  private final double volume;
  private final double strong;
  private final double seeps;
  private double filled;
  private double kpa;
  private double air;
  private double effort;
  private double integral;
  private double dosed;
  private double open;
  private double pumped;
  private double dissolved;

  /**
   * @param volume of the line, L
   * @param strong delivery of the pump in proportion to a nominal one
   * @param seeps leak while it is closed, share of what the injector passes at most
   */
  public FluidLine(double volume, double strong, double seeps) {
    this.volume = volume;
    this.strong = strong;
    this.seeps = seeps;
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
   * @param seenKpa pressure as its module's sensor tells it
   */
  public void step(
      double dt, Mode mode, double duty, boolean drawable, double seenKpa, AfterWear w) {
    open = mode == Mode.EMPTY ? 1 : duty;
    if (dt > LONG_SECONDS) {
      settle(mode, duty, drawable, w);
      return;
    }
    int steps = Math.max(1, (int) Math.ceil(dt / INNER - 1e-9));
    double h = dt / steps;
    double taken = 0;
    double off = seenKpa - kpa;
    for (int i = 0; i < steps; i++) {
      control(h, mode, duty, dt > QUICK_SECONDS ? kpa + off : seenKpa);
      taken += inner(h, mode, drawable, w) / steps;
    }
    dosed = taken;
  }

  /**
   * Crystals at the injector's tip dissolve in a full spray into hot exhaust; they never grow here.
   *
   * @param kelvin of the gas at the injector
   */
  void soak(double dt, double kelvin, AfterWear w) {
    if (w.crystals <= 0) {
      dissolved = 0;
    } else if (open >= FULL_SPRAY && kelvin > HOT_K && dosed > 0) {
      dissolved += (1 - dissolved) * (1 - Math.exp(-dt * DISSOLVES * dosed / MOST));
    }
  }

  /** More of its effort that a nominal pump needs at the held pressure for a duty, 0 to 1. */
  static double effortFor(double duty) {
    return twoInARow(duty, 4) * MOST / FluidTank.DENSITY / GIVES_HELD;
  }

  /** How hard its module lets the pump work, by the pressure that it sees. */
  private void control(double h, Mode mode, double duty, double seen) {
    if (mode != Mode.DELIVER) {
      effort = mode == Mode.EMPTY ? 1 : 0;
      integral = 0;
      return;
    }
    boolean fills = seen < SEEN_FILLED_KPA;
    double error = HELD_KPA - seen;
    // While it fills there is nothing to learn from.
    integral = fills ? 0 : Math.max(0, Math.min(1, integral + INTEGRAL * error * h));
    // What the injector will take is known beforehand.
    double ahead = fills ? 0 : duty * MOST / FluidTank.DENSITY / GIVES_HELD;
    effort = Math.max(0, Math.min(1, PROPORTIONAL * error + integral + ahead));
  }

  private double inner(double h, Mode mode, boolean drawable, AfterWear w) {
    if (mode == Mode.EMPTY && !w.valveStuck) {
      filled = Math.max(0, filled - PUMP_LITRES / 2 * w.pump * h / volume);
      kpa += (SUCKS_KPA * Math.min(1, 2 * w.pump) - kpa) * Math.min(1, h / 1.5);
      air = AIR_LITRES;
      return 0;
    }
    boolean delivers = mode == Mode.DELIVER;
    double root = Math.sqrt(Math.max(0, kpa) / HELD_KPA);
    // With its valve stuck nothing is sucked; what is in the line goes out at the open injector.
    double out = (passes(open, w) + MOST * w.drips) * root;
    double leak = MOST * (w.leak + seeps + (delivers ? 0 : w.seal)) * root;
    double back = delivers ? RETURN_LITRES * root + RELIEF * Math.max(0, kpa - RELIEF_KPA) : 0;
    double in = delivers && drawable ? gives(effort, w) : 0;
    if (in > 0 && bubble(h, w)) {
      air = Math.min(MOST_AIR, air + in * h);
      in = 0;
    }
    double lost = (out + leak) / FluidTank.DENSITY;
    if (filled < 1) {
      filled = Math.max(0, Math.min(1, filled + (in - leak / FluidTank.DENSITY) * h / volume));
      kpa += (0 - kpa) * Math.min(1, h / 0.5);
      return 0;
    }
    // The air that is left in it gives way; it goes out with what is dosed and returned.
    double pressed = AIR_KPA + Math.max(0, kpa);
    double gives = STRETCH + air * AIR_KPA / (pressed * pressed);
    kpa = Math.max(0, kpa + (in - lost - back) * h / gives);
    air *= delivers ? 1 - Math.min(1, h / AIR_GOES_SECONDS) : 1;
    return out;
  }

  /** True while the pump draws air: bubbles without a rule, the same for the same line. */
  private boolean bubble(double h, AfterWear w) {
    pumped += h;
    double any = Math.sin(Math.floor(pumped / BUBBLE_SECONDS) * 12.9898 + volume) * 43_758.5453;
    return any - Math.floor(any) < w.airDrawn;
  }

  /** What the pump gives against the pressure, L/s. */
  private double gives(double worked, AfterWear w) {
    double slip = Math.max(0, 1 - Math.max(0, kpa) / PUMP_STALLS_KPA);
    return Math.min(PUMP_LITRES * w.suction, PUMP_LITRES * strong * w.pump * worked * slip);
  }

  /** What the injector and the line before it pass at the held pressure, kg/s. */
  private double passes(double duty, AfterWear w) {
    double free = w.injector * (1 - w.crystals * (1 - dissolved));
    // A sound line is four times as wide as the injector.
    return duty <= 0
        ? 0
        : MOST * twoInARow(Math.max(1e-3, duty * free), 4 * Math.max(0.01, w.line));
  }

  private static double twoInARow(double one, double other) {
    return Math.pow(Math.pow(one, -2) + Math.pow(other, -2), -0.5);
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
    double out = passes(duty, w) + MOST * w.drips;
    double takes = (out + MOST * (w.leak + seeps)) / FluidTank.DENSITY + RETURN_LITRES;
    double able = PUMP_LITRES * strong * w.pump;
    double most = PUMP_LITRES * w.suction;
    // takes·√(p/held) = able·(1 - p/stall) where it is not enough for the held pressure.
    double slip = 1 - HELD_KPA / PUMP_STALLS_KPA;
    if (Math.min(most, able * slip) >= takes) {
      kpa = HELD_KPA;
      effort = takes / (able * slip);
    } else {
      double low = 0;
      double high = HELD_KPA;
      for (int i = 0; i < 30; i++) {
        double p = (low + high) / 2;
        double given = Math.min(most, able * (1 - p / PUMP_STALLS_KPA));
        boolean more = given > takes * Math.sqrt(p / HELD_KPA);
        low = more ? p : low;
        high = more ? high : p;
      }
      kpa = low;
      effort = 1;
    }
    integral = Math.max(0, effort - duty * MOST / FluidTank.DENSITY / GIVES_HELD);
    dosed = out * Math.sqrt(kpa / HELD_KPA);
  }

  /** Pressure above the air behind the pump, kPa. */
  public double kpa() {
    return kpa;
  }

  /** How hard the pump works, 0 to 1. */
  public double effort() {
    return effort;
  }

  /** Duty of the injector, 0 to 1. */
  public double open() {
    return open;
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
