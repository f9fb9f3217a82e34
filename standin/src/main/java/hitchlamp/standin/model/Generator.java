package hitchlamp.standin.model;

/**
 * An alternating-current generator on the crank: what its consumers take, over its efficiency (any
 * electrical machines book). Four poles: 50 Hz at 1,500 rpm.
 */
public final class Generator implements Load {
  private static final double POLE_PAIRS = 2;
  private static final double EFFICIENCY = 0.93;

  /** Below this speed its breaker is open, rpm. */
  private static final double CLOSES_ABOVE_RPM = 1_350;

  /** What the consumers ask for, W. */
  public double wantedWatts;

  private double watts;
  private double hertz;

  @Override
  public double step(double dt, double torque, EngineState s, EngineParameters p) {
    hertz = s.rpm() / 60 * POLE_PAIRS;
    watts = s.running && s.rpm() > CLOSES_ABOVE_RPM ? wantedWatts : 0;
    return s.omega > 1 ? watts / EFFICIENCY / s.omega : 0;
  }

  /** What it delivers, W. */
  public double watts() {
    return watts;
  }

  /** Frequency, Hz. */
  public double hertz() {
    return hertz;
  }
}
