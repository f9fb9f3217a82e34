package hitchlamp.core.trial.filter;

import java.util.List;

/**
 * What a pack says of the filter's condition, of a nominal unit.
 *
 * @param speeds at which the loss is taken, rpm, rising; the first is the idle, however fast it is
 * @param within so many rpm of them
 * @param seconds that each is held
 * @param zeroKpa what the pressure's sensor may show with the engine standing
 * @param cleanKpa what a clean filter loses at the flow and temperature of {@link LossFit}
 * @param fullKpa what a full one loses there
 * @param rated flow at full load, temperature taken in, relative to that
 */
public record FilterSetup(
    List<Integer> speeds,
    double within,
    double seconds,
    double zeroKpa,
    double cleanKpa,
    double fullKpa,
    double rated) {
  public FilterSetup {
    speeds = List.copyOf(speeds);
  }

  /** Soot that a loss stands for, percent of a full filter. */
  double soot(double kpa) {
    return 100 * (kpa - cleanKpa) / (fullKpa - cleanKpa);
  }

  /** What a filter with so much soot loses. */
  double kpa(double soot) {
    return cleanKpa + soot / 100 * (fullKpa - cleanKpa);
  }
}
