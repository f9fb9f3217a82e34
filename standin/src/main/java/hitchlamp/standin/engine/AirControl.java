package hitchlamp.standin.engine;

/**
 * How the module moves the air actuators: maps, and for vanes or wastegate a controller on the
 * measured charge with limited authority that does not wind up. It knows what its sensors tell;
 * where one is not believed it works by the maps alone.
 */
public final class AirControl {
  /** How far it may close and open the vanes beside the map: closed too far they choke. */
  private static final double CLOSES = 0.16;

  private static final double OPENS = 0.32;

  /** A wastegate is shut until the charge is there, and opens as far as it must. */
  private static final double GATE_SHUT = 0.82;

  private static final double GATE_OPENS = 0.7;
  private static final double PROPORTIONAL = 0.9e-5;
  private static final double GATED_RECIRCULATION = 0.72;
  private static final double INTEGRAL = 0.55e-5;
  private static final double HELD_BELOW_LOAD = 0.22;
  private static final double FORGETS_SECONDS = 2;

  /** Near its fastest the rotor's speed is what counts, a rad/s as so many pascal. */
  private static final double NEAR_RAD_S = 600;

  private static final double PASCAL_BY_SPEED = 12;
  private static final double LACK_SHUTS = 0.35;

  private final Maps maps;
  private final double fastest;
  private final boolean gated;
  private double integral;
  private double vanes;
  private double throttle;
  private double recirculation;

  /** For the six in line. */
  public AirControl(Maps maps) {
    this(maps, AirFigures.SIX);
  }

  public AirControl(Maps maps, AirFigures figures) {
    this.maps = maps;
    this.fastest = figures.fastestRpm() * Math.PI / 30;
    this.gated = figures.wastegate() > 0;
  }

  /**
   * Decides.
   *
   * @param mg fuel a stroke that is commanded
   * @param charge measured above the air, Pa; not a number where its sensor is not believed
   * @param rotor measured speed of the turbocharger, rad/s
   * @param air measured pressure of the air, Pa: thin air makes less charge
   */
  public void step(
      double dt, boolean running, double rpm, double mg, double charge, double rotor, double air) {
    if (!running) {
      integral = 0;
      vanes = 0;
      throttle = 0;
      recirculation = 0;
      return;
    }
    double load = mg / maps.fullFuel(rpm);
    double wanted = maps.charge(rpm, mg) * Math.min(1, air / 100_000);
    double error = Double.isNaN(charge) ? 0 : wanted - charge;
    double before = gated ? GATE_SHUT : maps.vanes(rpm, load);
    double opens = gated ? GATE_OPENS : OPENS;
    double room = fastest - rotor;
    if (room < NEAR_RAD_S) {
      error = Math.min(error, PASCAL_BY_SPEED * room);
    }
    if (load < HELD_BELOW_LOAD || Double.isNaN(charge)) {
      integral -= integral * Math.min(1, dt / FORGETS_SECONDS);
      error = 0;
    } else {
      integral += INTEGRAL * error * Math.min(0.1, dt) * 2;
    }
    integral = Math.max(-opens, Math.min(CLOSES, integral));
    double trim = Math.max(-opens, Math.min(CLOSES, PROPORTIONAL * error + integral));
    vanes = Math.max(0.02, Math.min(0.98, before + trim));
    throttle = maps.throttle(load);
    // While charge is short the air is wanted more than the burned gas.
    double lack = wanted > 0 ? Math.max(0, error / Math.max(30_000, wanted)) : 0;
    // Its small turbine drives more gas through the same opening.
    double opening = maps.recirculation(load) * (gated ? GATED_RECIRCULATION : 1);
    recirculation = opening * Math.max(0.1, 1 - lack / LACK_SHUTS);
  }

  /** Vanes, 0 open to 1 closed; so is a wastegate. */
  public double vanes() {
    return vanes;
  }

  /** Throttle, 0 open to 1 shut. */
  public double throttle() {
    return throttle;
  }

  /** Recirculation valve, 0 shut to 1 open. */
  public double recirculation() {
    return recirculation;
  }
}
