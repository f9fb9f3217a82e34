package hitchlamp.core.trial.actuator;

import java.util.List;

/**
 * What was seen of actuators.
 *
 * @param runs in the order in which they were moved, the newest of each
 * @param now id of the one that is moved or asked about; empty where none is
 * @param begins seconds until it moves; 0 once it does
 * @param duty to which they are sent, percent; 0 for that of the pack
 * @param walk seconds to walk to it before it moves
 * @param repeats how often it goes all the way
 * @param enough true where the person has done with them
 */
public record ActuatorSeen(
    List<ActuatorRun> runs,
    String now,
    double begins,
    double duty,
    double walk,
    int repeats,
    boolean enough) {
  private static final int MOST = 12;

  /**
   * @throws IllegalArgumentException where no unit has so many
   */
  public ActuatorSeen {
    if (runs.size() > MOST) {
      throw new IllegalArgumentException(ActuatorWords.say("no-run-has-so-many"));
    }
    runs = List.copyOf(runs);
  }

  ActuatorSeen with(List<ActuatorRun> others) {
    return new ActuatorSeen(others, now, begins, duty, walk, repeats, enough);
  }
}
