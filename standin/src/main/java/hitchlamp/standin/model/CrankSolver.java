package hitchlamp.standin.model;

import hitchlamp.standin.engine.SegmentClock;
import java.util.Arrays;
import java.util.SplittableRandom;

/**
 * Cranking at steps of 3° of crank angle: starter against compression, friction and inertia,
 * battery sagging under the starter. Cylinder pressure is polytropic (p·V^n constant, n = 1.33 for
 * compressed air with heat loss; any thermodynamics book), piston motion that of a slider crank
 * with a rod ratio of 3.5.
 */
public final class CrankSolver {
  private static final double STEP = Math.toRadians(3);
  private static final double POLYTROPIC = 1.33;
  private static final double ROD_RATIO = 3.5;
  private static final double FIRES_AT = 16;

  /**
   * Share of the compression that a standing crank feels, and the speed, rad/s, of half the rest.
   */
  private static final double LEAST_TIGHT = 0.35;

  private static final double TIGHT_FROM = 50;

  /** Below this rail pressure injectors do not open. */
  private static final double FIRES_ABOVE_MPA = 18;

  /** A valve that is open so far lets half of the air go before it is squeezed. */
  private static final double HALF_OPEN = 0.05;

  private static final double TURNS_BEFORE_FIRING = 1.5;

  /** By how much the air that one stroke catches differs from the next: standard deviation. */
  private static final double UNEVEN = 0.008;

  /** Cold bearings and pumps drag more than friction at work. */
  private static final double DRAGS = 1.6;

  private final Starter starter = new Starter();
  private final SplittableRandom random;
  private final double[] stroke = new double[EngineState.MOST_CYLINDERS];
  private final boolean[] squeezes = new boolean[EngineState.MOST_CYLINDERS];
  private SegmentClock clock;
  private double turned;

  /** Of an engine whose strokes are all alike. */
  public CrankSolver() {
    this(null);
  }

  /**
   * @param random of the strokes, none like the one before; null where all are alike
   */
  public CrankSolver(SplittableRandom random) {
    this.random = random;
    Arrays.fill(stroke, 1);
  }

  /**
   * Seconds of cranking; the engine fires where it turns fast enough for long enough and fuel is
   * on.
   */
  public void step(double seconds, EngineState s, EngineParameters p, Condition c) {
    double left = seconds;
    while (left > 1e-9) {
      double dt = Math.min(left, s.omega > 1 ? STEP / s.omega : 0.002);
      s.batteryShare = Math.min(s.batteryShare, c.batteryMost);
      double ohms = p.batteryOhms() * c.batteryOhmsFactor;
      double openCircuit = 24 + 2 * s.batteryShare - s.consumersA * ohms;
      double pulls =
          starter.turns(s.omega, openCircuit, ohms, c.starterCableOhms, p.starterTorque())
              * c.starterShare;
      s.batteryV = starter.volts();
      // In the middle of the step, so that a compression gives back where it took.
      double middle = s.theta + s.omega * dt / 2;
      double torque = pulls - friction(s, p) * DRAGS + compression(middle, s, p, c, this::caught);
      double before = s.omega;
      s.omega = Math.max(0, s.omega + torque / p.inertia() * dt);
      double turns = (before + s.omega) / 2 * dt;
      if (clock != null) {
        clock.turn(s.theta, turns, dt);
      }
      s.theta = (s.theta + turns) % (4 * Math.PI);
      turned += turns;
      s.batteryShare =
          Math.max(0, s.batteryShare - (starter.amps() + s.consumersA) * dt / (180 * 3600));
      left -= dt;
    }
    if (turned > TURNS_BEFORE_FIRING * 2 * Math.PI
        && s.omega > FIRES_AT
        && s.railMpa > FIRES_ABOVE_MPA
        && !s.fuelOff) {
      s.running = true;
      s.governorIntegral = 30;
      turned = 0;
    }
  }

  /** The toothed wheel that times it. */
  public void times(SegmentClock wheel) {
    clock = wheel;
  }

  /** The starter is let go. */
  public void rest() {
    turned = 0;
  }

  /** Friction torque, N·m; thicker oil doubles it every 35 K below 90 °C. */
  static double friction(EngineState s, EngineParameters p) {
    double cold = Math.pow(2, Math.max(0, 90 - s.oilC) / 35 * 0.45);
    return (p.frictionStatic() + p.frictionSpeed() * s.omega) * cold;
  }

  /** Air that a cylinder has caught for this stroke, relative to the usual. */
  private double caught(int cylinder, boolean squeezed) {
    if (squeezed && !squeezes[cylinder] && random != null) {
      stroke[cylinder] = 1 + UNEVEN * random.nextGaussian();
    }
    squeezes[cylinder] = squeezed;
    return stroke[cylinder];
  }

  /** What a cylinder has caught, asked for at every step. */
  @FunctionalInterface
  interface Caught {
    double share(int cylinder, boolean squeezed);
  }

  /** What a cylinder keeps of the pressure that a tight one would have at a crank speed. */
  public static double keeps(int cylinder, double omega, EngineParameters p, Condition c) {
    // A piston that hardly moves loses its air past the rings before it is squeezed.
    double leaks = TIGHT_FROM * c.ringShare[cylinder] * p.each().rings()[cylinder];
    double tight = LEAST_TIGHT + (1 - LEAST_TIGHT) * omega / (omega + leaks);
    double closed = HALF_OPEN / (HALF_OPEN + c.valveOpen[cylinder]);
    return tight * closed * p.each().squeeze()[cylinder];
  }

  /** What a sound cylinder keeps of it. */
  static double sound(double omega) {
    return LEAST_TIGHT + (1 - LEAST_TIGHT) * omega / (omega + TIGHT_FROM);
  }

  /** The same of strokes that have caught what they usually do. */
  static double compression(double theta, EngineState s, EngineParameters p, Condition c) {
    return compression(theta, s, p, c, (cylinder, squeezed) -> 1);
  }

  /** Torque of the air in all cylinders at a crank angle, N·m. */
  static double compression(
      double theta, EngineState s, EngineParameters p, Condition c, Caught caught) {
    double sum = 0;
    for (int i = 0; i < p.layout().cylinders(); i++) {
      int degrees = p.layout().firing().get(i);
      double angle = Math.toDegrees(theta) - degrees;
      angle = ((angle % 720) + 720) % 720;
      boolean squeezed = angle <= 180 || angle >= 540;
      double has = caught.share(i, squeezed);
      if (!squeezed) {
        continue;
      }
      double phi = Math.toRadians(angle);
      double ratio = p.layout().compressionRatio();
      double swept = p.layout().swept();
      double clearance = swept / (ratio - 1);
      double x = (1 - Math.cos(phi) + (1 - Math.cos(2 * phi)) / (4 * ROD_RATIO)) / 2;
      double volume = clearance + swept * x;
      double pressure = s.intakeKpa * 1e3 * Math.pow((clearance + swept) / volume, POLYTROPIC);
      double slope = swept / 2 * (Math.sin(phi) + Math.sin(2 * phi) / (2 * ROD_RATIO));
      double keeps = keeps(i, s.omega, p, c);
      sum += (pressure - s.ambientKpa * 1e3) * slope * keeps * has;
    }
    return sum;
  }
}
