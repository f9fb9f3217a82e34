package hitchlamp.standin.engine;

/**
 * Low and high pressure fuel: a lift pump with slip, a filter, a return orifice; a high-pressure
 * pump behind a metering valve, the rail as a stiff volume whose bulk modulus rises with pressure,
 * injectors that leak back (bulk modulus of diesel 1.2 GPa and rising by about 10 Pa a pascal,
 * common rail literature, from memory). Coefficients our own.
 */
public final class FuelSystem {
  /** Density of diesel at 40 °C, kg/m³ (EN 590 allows 820 to 845 at 15 °C). */
  public static final double DENSITY = 825;

  private static final double BULK = 1.2e9;
  private static final double BULK_RISE = 10;
  private static final double RAIL_VOLUME = 60e-6;
  private static final double SUPPLY_LAG = 0.35;

  /** Rail pressure follows its command within this time while pump and valve are able. */
  private static final double FOLLOWS = 0.12;

  /** Static leak of a standing system: 50 falls to about 42 MPa in 90 s. */
  private static final double STATIC_LEAK = RAIL_VOLUME / 1.6e9 / 500;

  /** Return of working injectors, m³/s a pascal at 1,400 rpm. */
  private static final double RETURN_LEAK = 2.6e-14;

  private static final double RETURN_RPM = 1_400;

  /** A leak is told by what it loses at this pressure, Pa. */
  private static final double LEAK_PASCAL = 150e6;

  /** An open relief valve lets go by this much a pascal, m³/s. */
  private static final double RELIEVES = 6e-12;

  /** Lift pump, m³/s a rad/s. */
  private static final double LIFT = 1.55e-6;

  /** Its relief valve opens at the first, Pa, and gives way by the second, Pa·s/m³. */
  private static final double RELIEF_OPENS = 180_000;

  private static final double RELIEF_RISES = 1.9e9;

  /** What always goes through the filter and back to the tank, m³/s. */
  private static final double BLEED = 1.0e-5;

  /** Below this inlet pressure the high-pressure pump no longer fills. */
  private static final double FILLS_ABOVE = 260_000;

  private final double size;
  private final double filterOhms;
  private final double pumpFlow;
  private double supply;
  private double drop;
  private double rail;
  private double wanted;
  private double metering;

  /**
   * @param size displacement relative to the six in line
   * @param filterOhms resistance of a clean filter, Pa·s/m³
   * @param pumpFlow of the high-pressure pump, valve open, m³ a rad
   */
  public FuelSystem(double size, double filterOhms, double pumpFlow) {
    this.size = size;
    this.filterOhms = filterOhms;
    this.pumpFlow = pumpFlow;
  }

  /** Resistance of the six in line's filter. */
  public static final double FILTER_OHMS = 5e8;

  /** Of its pump. */
  public static final double PUMP_FLOW = 2.15e-7;

  /**
   * Time goes on.
   *
   * @param injected kg/s
   * @param wantedRail rail pressure that the module wants, Pa; 0 where none
   * @param electric pressure of an electric lift pump that runs, Pa; 0 where none does
   * @param filter resistance relative to a clean one
   * @param lift share of the lift pump's delivery that is left
   * @param pump share of the high-pressure pump's delivery that is left
   * @param wear what is lost of the rail's fuel
   */
  public void step(
      double dt,
      double omega,
      double injected,
      double wantedRail,
      double electric,
      double filter,
      double lift,
      double pump,
      RailWear wear) {
    double rpm = omega * 30 / Math.PI;
    double used = injected / DENSITY;
    double leak = leak(rpm, injected, wear);
    low(dt, omega, used + leak * rail, electric, filter, lift);
    high(dt, omega, used, leak, wantedRail, pump, wear.opens);
  }

  /** What leaves the rail beside what is injected, m³/s a pascal. */
  private double leak(double rpm, double injected, RailWear wear) {
    double lost =
        wear.leak * size * pumpFlow * RETURN_RPM * Math.PI / 30 / LEAK_PASCAL + STATIC_LEAK;
    double works = injected > 0 ? RETURN_LEAK * size * wear.returned * rpm / RETURN_RPM : 0;
    return lost + works;
  }

  /** What the pump delivers and nobody takes opens its relief valve; the filter lies behind it. */
  private void low(
      double dt, double omega, double taken, double electric, double filter, double lift) {
    double fed = 0;
    double through = 0;
    if (omega > 5) {
      double spilled = size * LIFT * omega * lift - taken - size * BLEED;
      double rises = RELIEF_RISES / size * Math.sqrt(Math.max(0.05, lift));
      fed = Math.max(0, RELIEF_OPENS * Math.min(1, 2 * lift) + rises * spilled);
      through = taken + size * BLEED;
    } else if (electric > 0) {
      fed = electric * lift;
      through = size * BLEED;
    }
    double lost = Math.min(fed, filterOhms / size * filter * through);
    double share = Math.min(1, dt / SUPPLY_LAG);
    supply += (fed - lost - supply) * share;
    drop += (lost - drop) * share;
  }

  private void high(
      double dt,
      double omega,
      double used,
      double leaks,
      double wantedRail,
      double pump,
      double opens) {
    wanted = wantedRail;
    // Above the relief valve's pressure it is one more leak, and what lies below it is not lost.
    double relieves = Math.max(rail, wantedRail) > opens ? RELIEVES * size : 0;
    double leak = leaks + relieves;
    double keeps = relieves * opens;
    double stiff = (BULK + BULK_RISE * rail) / RAIL_VOLUME;
    double fill = Math.min(1, Math.max(0, supply) / FILLS_ABOVE);
    double able = size * pumpFlow * omega * pump * fill;
    double next;
    if (wantedRail <= 0) {
      metering = 0;
      next = (rail - stiff * (used - keeps) * dt) / (1 + stiff * leak * dt);
    } else {
      double goes = rail + (wantedRail - rail) * (1 - Math.exp(-dt / FOLLOWS));
      double needs = used + leak * goes - keeps + (goes - rail) / (stiff * dt);
      double gives = Math.max(0, Math.min(able, needs));
      metering = able > 0 ? gives / able : 1;
      next = (rail + stiff * dt * (gives - used + keeps)) / (1 + stiff * leak * dt);
    }
    rail = Math.max(0, next);
  }

  /** Behind the filter, Pa. */
  public double supply() {
    return supply;
  }

  /** Lost over the filter, Pa. */
  public double drop() {
    return drop;
  }

  /** Rail pressure, Pa. */
  public double rail() {
    return rail;
  }

  /** What the module wants it to be, Pa. */
  public double wanted() {
    return wanted;
  }

  /** How far the metering valve stands open, 0 to 1. */
  public double metering() {
    return metering;
  }

  /** No pressure anywhere. */
  public void rest() {
    supply = 0;
    drop = 0;
    rail = 0;
    wanted = 0;
    metering = 0;
  }
}
