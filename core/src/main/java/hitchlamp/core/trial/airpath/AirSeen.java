package hitchlamp.core.trial.airpath;

import hitchlamp.core.trial.Level;
import java.util.List;

/**
 * What was seen of the air path.
 *
 * @param zeroIntake what the intake's sensor showed with the engine standing, kPa; no values where
 *     that was not seen
 * @param zeroExhaust the same of the exhaust's
 * @param points in their order, the first at 0 s
 * @param refused ids of moves that the module refused
 * @param reasons why, in the same order
 * @param airKpa pressure of the air
 * @param airCelsius its temperature
 * @param coolant °C
 * @param stage where it is
 * @param move which actuator is moved or comes next, its place in the set-up
 * @param complete true once every actuator was moved
 */
public record AirSeen(
    Level zeroIntake,
    Level zeroExhaust,
    List<AirPoint> points,
    List<String> refused,
    List<String> reasons,
    double airKpa,
    double airCelsius,
    double coolant,
    AirStage stage,
    int move,
    boolean complete) {
  /** Points that are kept at most: five a second for five minutes. */
  static final int MOST = 1_500;

  private static final int MOST_MOVES = 12;

  /**
   * @throws IllegalArgumentException where no run has so many points
   */
  public AirSeen {
    if (points.size() > MOST || refused.size() > MOST_MOVES || reasons.size() != refused.size()) {
      throw new IllegalArgumentException(AirPathWords.say("no-run-has-so-many"));
    }
    points = List.copyOf(points);
    refused = List.copyOf(refused);
    reasons = List.copyOf(reasons);
  }

  AirSeen with(List<AirPoint> others) {
    return new AirSeen(
        zeroIntake,
        zeroExhaust,
        others,
        refused,
        reasons,
        airKpa,
        airCelsius,
        coolant,
        stage,
        move,
        complete);
  }
}
