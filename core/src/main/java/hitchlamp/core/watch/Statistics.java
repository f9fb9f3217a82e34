package hitchlamp.core.watch;

/**
 * What the values of an interval come to. The mean and the standard deviation are those of the
 * values, not of time (Welford's running sums, so that large values lose no digits).
 *
 * @param count values that are numbers
 * @param states values that are none: not available, sensor error and the like
 * @param min least, not a number where there is no value
 * @param max greatest
 * @param mean arithmetic mean
 * @param deviation standard deviation of the sample (n - 1), 0 for one value
 * @param first value at the beginning
 * @param last value at the end
 */
public record Statistics(
    long count,
    long states,
    double min,
    double max,
    double mean,
    double deviation,
    double first,
    double last) {
  /** Statistics of a whole series. */
  public static Statistics of(Series series) {
    Gathering g = new Gathering();
    for (int i = 0; i < series.size(); i++) {
      g.add(series.value(i));
    }
    return g.result();
  }

  /** Gathers values one by one. */
  public static final class Gathering {
    private long count;
    private long states;
    private double min = Double.NaN;
    private double max = Double.NaN;
    private double mean;
    private double squares;
    private double first = Double.NaN;
    private double last = Double.NaN;

    /** Takes a value; not a number counts as a state. */
    public void add(double value) {
      if (Double.isNaN(value)) {
        states++;
        return;
      }
      count++;
      first = count == 1 ? value : first;
      last = value;
      min = count == 1 ? value : Math.min(min, value);
      max = count == 1 ? value : Math.max(max, value);
      double off = value - mean;
      mean += off / count;
      squares += off * (value - mean);
    }

    /** What has come so far. */
    public Statistics result() {
      return new Statistics(
          count,
          states,
          min,
          max,
          count == 0 ? Double.NaN : mean,
          count < 2 ? (count == 0 ? Double.NaN : 0) : Math.sqrt(squares / (count - 1)),
          first,
          last);
    }
  }
}
