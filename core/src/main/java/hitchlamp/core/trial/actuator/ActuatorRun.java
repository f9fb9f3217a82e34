package hitchlamp.core.trial.actuator;

import java.util.ArrayList;
import java.util.List;

/**
 * What one actuator did.
 *
 * @param id of the move in the pack
 * @param full how many of the values at the head of the course go all the way and back
 * @param course values that are commanded one after the other
 * @param step which of them is commanded now; as many as there are once it is through
 * @param points in their order; none where it tells no position
 * @param refused why the module refused it; empty where it did not
 * @param seen what a person saw of one that tells no position
 */
public record ActuatorRun(
    String id,
    int full,
    List<Double> course,
    int step,
    List<ActuatorPoint> points,
    String refused,
    Answer seen) {
  /** Points that are kept at most. */
  static final int MOST = 1_200;

  private static final int MOST_STEPS = 80;
  private static final double FINE_SECONDS = 0.1;
  private static final double COARSE_SECONDS = 0.5;

  /** Whether a person saw it move. */
  public enum Answer {
    NOT_ASKED,
    MOVED,
    MOVED_A_LITTLE,
    STOOD,
    NOT_SEEN
  }

  /**
   * @throws IllegalArgumentException where no run has so many points
   */
  public ActuatorRun {
    if (points.size() > MOST || course.size() > MOST_STEPS) {
      throw new IllegalArgumentException(ActuatorWords.say("no-run-has-so-many"));
    }
    course = List.copyOf(course);
    points = List.copyOf(points);
  }

  /** The same with fewer points behind its first way out and back. */
  ActuatorRun thin() {
    List<ActuatorPoint> few = new ArrayList<>();
    for (ActuatorPoint p : points) {
      ActuatorPoint last = few.isEmpty() ? null : few.get(few.size() - 1);
      double apart = p.step() < 2 ? FINE_SECONDS : COARSE_SECONDS;
      if (last == null || last.step() != p.step() || p.at() >= last.at() + apart) {
        few.add(p);
      }
    }
    return new ActuatorRun(id, full, course, step, few, refused, seen);
  }
}
