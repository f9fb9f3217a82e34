package hitchlamp.core.trial.rail;

import hitchlamp.core.trial.Level;

/**
 * A speed that was held.
 *
 * @param rpm that was held
 * @param injected a stroke, mg
 * @param wanted rail pressure that the module commands, MPa
 * @param rail that its sensor tells, MPa
 * @param metering how far the metering valve stands open, percent
 * @param supply behind the filter, kPa
 * @param drop over the filter, kPa
 */
public record RailPoint(
    double rpm,
    double injected,
    double wanted,
    Level rail,
    double metering,
    double supply,
    double drop) {
  /** True where what is judged was told. */
  boolean told() {
    return Double.isFinite(rpm + injected + rail.mean() + metering) && rpm > 0;
  }
}
