package hitchlamp.core.agreement;

/**
 * What one sensor read over some seconds.
 *
 * @param spn what it measures
 * @param value mean, in the unit in which its module reports it
 * @param spread standard deviation of one value
 * @param count values that the mean is made of, at least 1
 */
public record SensorReading(int spn, double value, double spread, int count) {
  /**
   * @throws IllegalArgumentException where nothing was read
   */
  public SensorReading {
    if (count < 1 || !Double.isFinite(value) || !(spread >= 0)) {
      throw new IllegalArgumentException(AgreementWords.say("no-sensor-has-read-that", spn));
    }
  }
}
