package hitchlamp.core.trial.airpath;

import java.util.List;

/**
 * A moment of the air path, as the module's sensors tell it; not a number where it does not.
 *
 * @param at seconds since the first
 * @param stage of the run
 * @param move which actuator is moved, its place in the set-up; -1 where all stand at their base
 * @param intake pressure of the intake, kPa as told
 * @param exhaust pressure before the turbine, kPa as told
 * @param flow of recirculated gas, kg/h
 * @param rpm speed of the engine
 * @param turbo speed of the turbocharger, rpm
 * @param positions of the actuators, in the order of the set-up
 */
public record AirPoint(
    double at,
    AirStage stage,
    int move,
    double intake,
    double exhaust,
    double flow,
    double rpm,
    double turbo,
    List<Double> positions) {
  public AirPoint {
    positions = List.copyOf(positions);
  }

  AirPoint with(List<Double> others) {
    return new AirPoint(at, stage, move, intake, exhaust, flow, rpm, turbo, others);
  }
}
