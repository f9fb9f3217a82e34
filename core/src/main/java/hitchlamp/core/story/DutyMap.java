package hitchlamp.core.story;

import java.util.List;

/**
 * Time that an engine spent at each speed and load.
 *
 * @param rpm upper ends of the bands of speed; the last band has none
 * @param load upper ends of the bands of load, percent; the last band goes on
 * @param seconds by band of speed, then of load
 */
public record DutyMap(List<Double> rpm, List<Double> load, List<List<Double>> seconds) {
  /** All of it, s. */
  public double total() {
    return seconds.stream().flatMap(List::stream).mapToDouble(Double::doubleValue).sum();
  }

  /** Share of the time in a cell, 0 to 1. */
  public double share(int speedBand, int loadBand) {
    double total = total();
    return total > 0 ? seconds.get(speedBand).get(loadBand) / total : 0;
  }
}
