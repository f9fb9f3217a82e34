package hitchlamp.standin.model;

import java.util.SplittableRandom;
import java.util.function.BooleanSupplier;

/**
 * A fixed propeller behind a reversing gear, and the hull that it pushes: torque with the square of
 * its speed at a given advance (propeller law, any book of naval architecture), more of it while
 * the hull has not caught up. Coefficients our own.
 */
public final class Propeller implements Load {
  private static final double RATED_RAD_S = 2_100 * Math.PI / 30;
  private static final double RATED_NM = 1_500;
  private static final double RATED_MS = 5.6;
  private static final double STANDING_FACTOR = 1.22;
  private static final double HULL_METRES = 38;
  private static final double ASTERN = 0.6;
  private static final double ENGAGED_ABOVE = 0.02;

  private final double pitch;
  private final Condition condition;
  private final BooleanSupplier backwards;

  /** Through the water, ahead; m/s. */
  private double speed;

  /** A propeller that always pushes ahead. */
  public Propeller(SplittableRandom random, Condition condition) {
    this(random, condition, () -> false);
  }

  /**
   * A propeller that differs a little from its sisters.
   *
   * @param backwards true while its gear turns it the other way
   */
  public Propeller(SplittableRandom random, Condition condition, BooleanSupplier backwards) {
    this.backwards = backwards;
    this.pitch = 1 + 0.04 * (random.nextDouble() - 0.5);
    this.condition = condition;
  }

  @Override
  public double step(double dt, double torque, EngineState s, EngineParameters p) {
    boolean engaged = s.running && s.pedal > ENGAGED_ABOVE;
    double share = engaged ? s.omega / RATED_RAD_S : 0;
    boolean astern = backwards.getAsBoolean();
    double settled = RATED_MS * share / Math.sqrt(condition.propellerFactor);
    // A hull makes less way stern first.
    double to = astern ? -ASTERN * settled : settled;
    // The hull gathers way over some lengths of itself.
    double drag = (to * Math.abs(to) - speed * Math.abs(speed)) / HULL_METRES;
    speed += Math.max(-0.3, Math.min(0.5, drag)) * dt;
    s.vehicleKmh = Math.abs(speed) * 3.6;
    if (!engaged) {
      return 0;
    }
    double catching = settled <= 0.1 ? 1 : Math.max(0, 1 - speed / to);
    return RATED_NM
        * pitch
        * condition.propellerFactor
        * share
        * share
        * (1 + (STANDING_FACTOR - 1) * Math.min(1, catching));
  }
}
