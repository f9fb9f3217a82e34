package hitchlamp.core.judge;

import hitchlamp.core.quantity.Unit;
import java.util.Optional;

/**
 * A figure that a test came to, with what it is judged against.
 *
 * @param name of the figure within its kind of test, such as "share"
 * @param place what it was measured at, counted from 1, such as a cylinder; 0 for the whole
 * @param value in {@code unit}; not a number where it is not known
 * @param unit of the value
 * @param plusMinus how far noise alone can have moved it; not a number where not known
 * @param low least that is in place; negative infinity where there is none
 * @param high greatest that is in place; infinity where there is none
 * @param verdict of this figure alone; empty where it is shown and not judged
 */
public record Measured(
    String name,
    int place,
    double value,
    Unit unit,
    double plusMinus,
    double low,
    double high,
    Optional<Verdict> verdict) {
  /** A figure that is shown and not judged. */
  public static Measured shown(String name, int place, double value, Unit unit) {
    return new Measured(
        name,
        place,
        value,
        unit,
        Double.NaN,
        Double.NEGATIVE_INFINITY,
        Double.POSITIVE_INFINITY,
        Optional.empty());
  }

  /**
   * A figure that is judged by its limits alone; one that is not known is not judged.
   *
   * @param low least that is in place, in {@code unit}
   * @param high greatest that is in place
   */
  public static Measured limited(
      String name, int place, double value, Unit unit, double low, double high) {
    return new Measured(
        name,
        place,
        value,
        unit,
        Double.NaN,
        low,
        high,
        Double.isNaN(value)
            ? Optional.empty()
            : Optional.of(value >= low && value <= high ? Verdict.PASS : Verdict.FAIL));
  }

  /** True where there is a value. */
  public boolean known() {
    return !Double.isNaN(value);
  }
}
