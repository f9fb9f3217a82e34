package hitchlamp.standin.model;

/** A bed that holds an engine's speed whatever it gives, and measures what it takes for that. */
public final class Dynamometer implements Load {
  private static final double AVERAGES_SECONDS = 1.5;

  private final double omega;
  private double torque;

  /**
   * @param rpm that it holds
   */
  public Dynamometer(double rpm) {
    omega = rpm * Math.PI / 30;
  }

  @Override
  public double step(double dt, double net, EngineState s, EngineParameters p) {
    double now = net - (omega - s.omega) / dt * p.inertia();
    torque += (now - torque) * Math.min(1, dt / AVERAGES_SECONDS);
    return now;
  }

  /** Held speed, rad/s. */
  public double omega() {
    return omega;
  }

  /** Torque that it takes, averaged, N·m. */
  public double torque() {
    return torque;
  }
}
