package hitchlamp.core.agreement;

import java.util.Map;
import java.util.Set;

/**
 * One thing that would explain that sensors disagree.
 *
 * @param id of the component in the pack; "sensor:" and the SPN where the pack names none
 * @param title as the technician reads it
 * @param spns of the sensors that it makes wrong
 * @param kind what kind of thing
 * @param sides to which it takes these sensors, by SPN: 1 up, -1 down; none where it is either
 */
public record Cause(
    String id, String title, Set<Integer> spns, Kind kind, Map<Integer, Integer> sides) {
  /** Kinds of causes with how unlikely each is, against one sensor that is off by itself. */
  public enum Kind {
    /** A sensor with its own wires. */
    SENSOR(1),
    /** A supply or a ground that several share: one thing as well. */
    LINE(1),
    /** The unit has not stood long enough. */
    WARM(1.2);

    private final double cost;

    Kind(double cost) {
      this.cost = cost;
    }

    double cost() {
      return cost;
    }
  }

  public Cause {
    spns = Set.copyOf(spns);
    sides = Map.copyOf(sides);
  }
}
