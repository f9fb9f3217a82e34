package hitchlamp.core.trial.airdrive;

import java.util.List;

/**
 * A moment of a drive, as the module tells it; not a number where it does not.
 *
 * @param at seconds since the first
 * @param pedal percent
 * @param rpm speed of the engine
 * @param mg fuel a stroke
 * @param intake pressure of the intake, kPa as told
 * @param exhaust pressure before the turbine, kPa as told
 * @param celsius exhaust gas before the turbine
 * @param flow recirculated gas, kg/h
 * @param commanded where the module wants each actuator, percent, in the order of the set-up
 * @param measured where each is
 */
public record AirDriveRow(
    double at,
    double pedal,
    double rpm,
    double mg,
    double intake,
    double exhaust,
    double celsius,
    double flow,
    List<Double> commanded,
    List<Double> measured) {
  public AirDriveRow {
    commanded = List.copyOf(commanded);
    measured = List.copyOf(measured);
  }
}
