package hitchlamp.core.trial;

import java.util.ArrayList;
import java.util.List;

/**
 * What a test saw over time, ten times a second, for at most ten minutes.
 *
 * @param names of the values, in the order of the figures of each point
 * @param units their symbols
 */
public record BenchTrace(List<String> names, List<String> units, List<Point> points) {
  /** Nothing was seen. */
  public static final BenchTrace NONE = new BenchTrace(List.of(), List.of(), List.of());

  public BenchTrace {
    names = List.copyOf(names);
    units = List.copyOf(units);
    points = List.copyOf(points);
  }

  /** A stretch of time in which the same was held. */
  public record Held(long fromMicros, long toMicros, String what) {}

  /** The stretches in which something was held, in order. */
  public List<Held> held() {
    List<Held> all = new ArrayList<>();
    String what = "";
    long from = 0;
    for (Point p : points) {
      if (!p.held().equals(what)) {
        if (!what.isEmpty()) {
          all.add(new Held(from, p.micros(), what));
        }
        what = p.held();
        from = p.micros();
      }
    }
    if (!what.isEmpty()) {
      all.add(new Held(from, points.get(points.size() - 1).micros(), what));
    }
    return List.copyOf(all);
  }

  /**
   * What was seen at a moment.
   *
   * @param micros bus time
   * @param values not a number where a value is not known
   * @param held what was held, in words; empty where nothing was
   */
  public record Point(long micros, List<Double> values, String held) {}
}
