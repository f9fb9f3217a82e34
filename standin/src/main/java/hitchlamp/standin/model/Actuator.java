package hitchlamp.standin.model;

/**
 * Something that the engine's module positions between 0 and 1: what its map wants, what keeps it
 * from going there, and a tester's hand on it. It follows what is wanted like a first-order lag;
 * its friction and play are those of a play operator (Visintin, <i>Differential Models of
 * Hysteresis</i>, from memory).
 */
public final class Actuator {
  /** What moves it. */
  public enum Drive {
    ELECTRIC,
    /** An air cylinder against a spring. */
    AIR
  }

  /** Nearer than this it has arrived and sticks again. */
  private static final double ARRIVED = 0.02;

  private final double nominalSeconds;
  private final Drive drive;
  private double lagSeconds;
  private double hand = Double.NaN;
  private boolean moves;

  /**
   * An electric one.
   *
   * @param lagSeconds time in which it goes two thirds of its way
   */
  public Actuator(double lagSeconds) {
    this(lagSeconds, Drive.ELECTRIC);
  }

  Actuator(double lagSeconds, Drive drive) {
    this.nominalSeconds = lagSeconds;
    this.lagSeconds = lagSeconds;
    this.drive = drive;
  }

  /** This one of all alike takes so much of the usual time. */
  void scattered(double share) {
    lagSeconds = nominalSeconds * share;
  }

  /** Time in which it goes two thirds of its way, s. */
  public double seconds() {
    return lagSeconds;
  }

  /** A tester wants it there, 0 to 1, whatever the map wants. */
  public void take(double position) {
    hand = position;
  }

  /** The map has it again. */
  public void giveBack() {
    hand = Double.NaN;
  }

  /** True while a tester has it. */
  public boolean taken() {
    return !Double.isNaN(hand);
  }

  /** What is wanted of it now: the tester's wish, else the map's. */
  double wanted(double map) {
    return Double.isNaN(hand) ? map : hand;
  }

  /** Where it comes to rest in a long time, whatever its friction. */
  static double rests(double wanted, ActuatorWear wear) {
    return Double.isNaN(wear.stuckAt) ? wanted : wear.stuckAt;
  }

  /** Where it is a moment later on its way to where it is wanted. */
  double follows(double position, double wanted, ActuatorWear wear, double dt) {
    double goes = drawnTo(position, wanted, wear);
    return position + (goes - position) * Math.min(1, dt / (lagSeconds * wear.slow));
  }

  private double drawnTo(double position, double wanted, ActuatorWear wear) {
    if (!Double.isNaN(wear.stuckAt)) {
      return wear.stuckAt;
    }
    double to = drive == Drive.AIR ? Math.min(wanted, wear.reach()) : wanted;
    if (wear.holds > 0 && position >= wear.holds - ARRIVED) {
      to = Math.max(to, wear.holds);
    }
    double half = wear.play / 2;
    to = to > position + half ? to - half : to < position - half ? to + half : position;
    if (wear.sticks > 0) {
      double off = Math.abs(to - position);
      moves = moves ? off > ARRIVED : off > wear.sticks;
      return moves ? to : position;
    }
    return to;
  }
}
