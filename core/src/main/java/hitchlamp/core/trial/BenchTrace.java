package hitchlamp.core.trial;

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

  /**
   * What was seen at a moment.
   *
   * @param micros bus time
   * @param values not a number where a value is not known
   * @param held what was held, in words; empty where nothing was
   */
  public record Point(long micros, List<Double> values, String held) {}
}
