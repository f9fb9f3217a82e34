package hitchlamp.standin.model;

/**
 * Something that the engine's module positions between 0 and 1: what its map wants, what keeps it
 * from going there, and a tester's hand on it.
 */
public final class Actuator {
  private final double lagSeconds;
  private double hand = Double.NaN;

  /**
   * @param lagSeconds time in which it goes two thirds of its way
   */
  public Actuator(double lagSeconds) {
    this.lagSeconds = lagSeconds;
  }

  /** A tester wants it there, 0 to 1, whatever the map wants. */
  public void take(double position) {
    hand = position;
  }

  /** The map has it again. */
  public void giveBack() {
    hand = Double.NaN;
  }

  /** What is wanted of it now: the tester's wish, else the map's. */
  double wanted(double map) {
    return Double.isNaN(hand) ? map : hand;
  }

  /**
   * Where it comes to rest.
   *
   * @param stuckAt where it is stuck; not a number where it moves
   */
  static double rests(double wanted, double stuckAt) {
    return Double.isNaN(stuckAt) ? wanted : stuckAt;
  }

  /** Where it is a moment later on its way to where it comes to rest. */
  double follows(double position, double rests, double dt) {
    return position + (rests - position) * Math.min(1, dt / lagSeconds);
  }
}
