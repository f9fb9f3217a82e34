package hitchlamp.core.trial.filter;

import hitchlamp.core.trial.Level;
import java.util.List;

/**
 * What was seen of a filter over the speeds.
 *
 * @param zero what the sensor showed with the engine standing; no values where that was not seen
 * @param points so far, in the order of the speeds
 * @param speeds that are asked for, rpm; 0 is the idle
 * @param next speed that comes next, counted from 0; as many as there are once all are through
 * @param held seconds that it has been held
 * @param rpm speed now; not a number where not told
 * @param soot as the module reckons it, percent of a full filter; not a number where not told
 */
public record FilterSeen(
    Level zero,
    List<FilterPoint> points,
    List<Integer> speeds,
    int next,
    double held,
    double rpm,
    double soot) {
  private static final int MOST = 20;

  /**
   * @throws IllegalArgumentException where no sweep has so many speeds
   */
  public FilterSeen {
    if (points.size() > MOST || speeds.size() > MOST) {
      throw new IllegalArgumentException(FilterWords.say("no-sweep-has-so-many"));
    }
    points = List.copyOf(points);
    speeds = List.copyOf(speeds);
  }
}
