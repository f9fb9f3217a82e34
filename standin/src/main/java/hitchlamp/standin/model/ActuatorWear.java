package hitchlamp.standin.model;

/** What is wrong with an actuator, or with what moves it. */
public final class ActuatorWear {
  /** Pressure of a sound air supply, kPa (common practice, no source). */
  private static final double SUPPLY_KPA = 800;

  /** An air cylinder begins to move against its spring, and is at its end, kPa. */
  private static final double MOVES_KPA = 200;

  private static final double ENDS_KPA = 600;

  /** Position at which it is stuck, 0 to 1; not a number where it moves. */
  public double stuckAt;

  /** Time that it takes relative to a sound one. */
  public double slow;

  /** Play between what moves it and itself, share of its travel: a hysteresis. */
  public double play;

  /** Share of its travel by which it must be drawn before it breaks loose. */
  public double sticks;

  /** Position below which it does not return once it was above. */
  public double holds;

  /** Pressure of its air supply, share of sound; means nothing to an electric one. */
  public double air;

  ActuatorWear() {
    reset();
  }

  /** Back to a sound one. */
  void reset() {
    stuckAt = Double.NaN;
    slow = 1;
    play = 0;
    sticks = 0;
    holds = 0;
    air = 1;
  }

  /** Furthest that an air cylinder with this supply goes against its spring, 0 to 1. */
  double reach() {
    return Math.max(0, Math.min(1, (air * SUPPLY_KPA - MOVES_KPA) / (ENDS_KPA - MOVES_KPA)));
  }
}
