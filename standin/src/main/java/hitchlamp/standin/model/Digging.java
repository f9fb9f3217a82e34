package hitchlamp.standin.model;

/**
 * The pumps of a shovel that digs: what they take is a torque, held below the speed at which the
 * engine would be dragged down. Coefficients our own.
 */
public final class Digging implements Load {
  private static final double MOST_NM = 1_250;
  private static final double NOTHING_BELOW_RPM = 750;
  private static final double ALL_ABOVE_RPM = 1_300;
  private static final double COMES_SECONDS = 0.8;

  /** How hard it digs, 0 to 1. */
  public double share;

  private double torque;

  @Override
  public double step(double dt, double left, EngineState s, EngineParameters p) {
    double speed =
        Math.max(
            0, Math.min(1, (s.rpm() - NOTHING_BELOW_RPM) / (ALL_ABOVE_RPM - NOTHING_BELOW_RPM)));
    double wanted = s.running ? MOST_NM * share * speed : 0;
    torque += (wanted - torque) * Math.min(1, dt / COMES_SECONDS);
    return torque;
  }
}
