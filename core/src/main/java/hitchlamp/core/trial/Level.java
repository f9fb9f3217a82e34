package hitchlamp.core.trial;

/**
 * Values of one quantity over a stretch of time.
 *
 * @param count how many there were
 * @param mean not a number where there was none
 * @param deviation standard deviation, 0 for one value
 */
public record Level(int count, double mean, double deviation) {
  /** There was no value. */
  public static final Level NONE = new Level(0, Double.NaN, Double.NaN);

  /** Standard error of the mean; not a number for fewer than two values. */
  public double error() {
    return count < 2 ? Double.NaN : deviation / Math.sqrt(count);
  }
}
