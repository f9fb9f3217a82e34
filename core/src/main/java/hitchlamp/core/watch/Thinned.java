package hitchlamp.core.watch;

/**
 * A series drawn in columns: of each column the least and the greatest count that is a number, so
 * that no extreme is lost by thinning.
 *
 * @param firstMicros time at which the first column begins
 * @param columnMicros width of a column
 * @param least counts; {@link Scale#MISSING} where the column has no number
 * @param greatest counts
 */
public record Thinned(long firstMicros, long columnMicros, long[] least, long[] greatest) {
  /** Columns of a series between two times; {@code columns} is at least 1. */
  public static Thinned of(Series series, long first, long last, int columns) {
    long width = width(first, last, columns);
    Gathering g = new Gathering(first, width, columns);
    Scale scale = series.channel().scale();
    for (int i = series.from(first); i < series.size() && series.micros()[i] <= last; i++) {
      long raw = series.raws()[i];
      if (scale.state(raw) == hitchlamp.core.j1939.RawValue.VALID) {
        g.add(series.micros()[i], raw, raw);
      }
    }
    return g.result();
  }

  /** Width of one of so many columns over a span, rounded up, at least 1. */
  public static long width(long first, long last, int columns) {
    return Math.max(1, (last - first) / columns + 1);
  }

  /** Gathers pairs of extremes into columns. */
  public static final class Gathering {
    private final long first;
    private final long width;
    private final long[] least;
    private final long[] greatest;

    /**
     * @param first time of the first column
     * @param width of a column, microseconds
     */
    public Gathering(long first, long width, int columns) {
      this.first = first;
      this.width = width;
      this.least = new long[columns];
      this.greatest = new long[columns];
      java.util.Arrays.fill(least, Scale.MISSING);
      java.util.Arrays.fill(greatest, Scale.MISSING);
    }

    /** Takes extremes that stand at a time; times outside the columns are left out. */
    public void add(long micros, long low, long high) {
      long at = Math.floorDiv(micros - first, width);
      if (at < 0 || at >= least.length) {
        return;
      }
      int i = (int) at;
      if (least[i] == Scale.MISSING) {
        least[i] = low;
        greatest[i] = high;
      } else {
        least[i] = Math.min(least[i], low);
        greatest[i] = Math.max(greatest[i], high);
      }
    }

    public Thinned result() {
      return new Thinned(first, width, least, greatest);
    }
  }
}
