package hitchlamp.core.judge;

/**
 * A straight line through points by least squares, with what its slope can be off by.
 *
 * @param slope a unit of x
 * @param atMean value at the mean of x
 * @param meanX mean of x
 * @param slopeError standard error of the slope; not a number for fewer than three points
 */
public record Line(double slope, double atMean, double meanX, double slopeError) {
  /** Fits points from {@code from} up to {@code to}, excluded; at least two with different x. */
  public static Line fit(double[] x, double[] y, int from, int to) {
    int n = to - from;
    double mx = 0;
    double my = 0;
    for (int i = from; i < to; i++) {
      mx += x[i];
      my += y[i];
    }
    mx /= n;
    my /= n;
    double sxx = 0;
    double sxy = 0;
    for (int i = from; i < to; i++) {
      sxx += (x[i] - mx) * (x[i] - mx);
      sxy += (x[i] - mx) * (y[i] - my);
    }
    double slope = sxx == 0 ? Double.NaN : sxy / sxx;
    double rest = 0;
    for (int i = from; i < to; i++) {
      double off = y[i] - my - slope * (x[i] - mx);
      rest += off * off;
    }
    double error = n < 3 ? Double.NaN : Math.sqrt(rest / (n - 2) / sxx);
    return new Line(slope, my, mx, error);
  }
}
