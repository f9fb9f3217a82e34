package hitchlamp.standin.aftertreatment;

/**
 * Exhaust fluid: level, temperature, ice, urea in it. It freezes at -11.5 °C with 32.5 % of urea
 * (ISO 22241-1, annex: crystallisation -11.5 °C), takes heat from the coolant once that is warm,
 * and from an electric heater.
 */
public final class FluidTank {
  /** Urea in the fluid, share by mass, and its density, kg/L (ISO 22241-1). */
  public static final double UREA = 0.325;

  public static final double DENSITY = 1.09;

  /** What it holds, L. */
  public static final double FULL = 60;

  private static final double FREEZES_C = -11.5;
  private static final double THAW_JOULE = 270_000;
  private static final double HEAT = 3_400;
  private static final double TO_AIR = 6;
  private static final double COOLANT_HEATS = 25;
  private static final double COOLANT_OPENS_BELOW_C = 10;
  private static final double ELECTRIC_WATT = 350;
  private static final double REFILLED = 0.95;
  private static final double REFILL_BELOW = 0.3;

  private double litres;
  private double celsius = 20;
  private double ice;
  private double used;

  public FluidTank(double litres) {
    this.litres = litres;
  }

  /** It stood in air of this temperature for long. */
  public void stood(double airC) {
    celsius = airC;
    ice = airC < FREEZES_C ? 1 : 0;
  }

  /**
   * Time goes on.
   *
   * @param taken fluid, kg/s
   * @param heated true while the module heats it and the heater works
   */
  public void step(double dt, double taken, double airC, double coolantC, boolean heated) {
    double kg = taken * dt;
    litres = Math.max(0, litres - kg / DENSITY);
    used += kg;
    double capacity = Math.max(3, litres * DENSITY) * HEAT;
    double watt = TO_AIR * (airC - celsius);
    if (heated && celsius < COOLANT_OPENS_BELOW_C) {
      watt += ELECTRIC_WATT + Math.max(0, COOLANT_HEATS * (coolantC - celsius));
    }
    double joule = watt * dt;
    double melts = capacity / HEAT * THAW_JOULE;
    if (ice > 0 && celsius >= FREEZES_C && joule > 0) {
      ice = Math.max(0, ice - joule / melts);
    } else if (ice < 1 && celsius <= FREEZES_C && joule < 0) {
      ice = Math.min(1, ice - joule / melts);
    } else {
      // Long steps end where it is as warm as what heats it.
      double warmest = Math.max(airC, heated ? COOLANT_OPENS_BELOW_C + 2 : airC);
      double coldest = Math.min(celsius, airC);
      celsius = Math.max(coldest, Math.min(Math.max(warmest, celsius), celsius + joule / capacity));
    }
  }

  /** The driver looks at the gauge before the day's work: it is filled up where it may not last. */
  public void refill() {
    if (litres < REFILL_BELOW * FULL) {
      litres = REFILLED * FULL;
    }
  }

  /** True where enough of it is liquid to be drawn. */
  public boolean drawable() {
    return ice < 0.7 && litres > 0.5;
  }

  public double litres() {
    return litres;
  }

  /** So much is in it now, L. */
  public void litres(double now) {
    litres = Math.max(0, Math.min(FULL, now));
  }

  public double celsius() {
    return celsius;
  }

  /** Frozen share. */
  public double ice() {
    return ice;
  }

  /** Taken in all, kg. */
  public double used() {
    return used;
  }
}
