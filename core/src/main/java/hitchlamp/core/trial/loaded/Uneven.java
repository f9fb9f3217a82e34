package hitchlamp.core.trial.loaded;

import hitchlamp.core.pack.BlockSpec;
import java.util.OptionalDouble;

/**
 * How unlike one cycle of the engine was to the one timed before it: what the toothed wheel and
 * cylinders that always differ do in the same way is not in it, nor is a cylinder that is off.
 *
 * @param seconds since the recording began
 * @param percent root mean square, over the cylinders, of the change of their segments' shares
 */
public record Uneven(double seconds, double percent) {
  /** A segment that lasts so many times as long as the mean was not timed right. */
  private static final double ODD = 2;

  /**
   * Of two cycles, whose segments are {@code seconds} long in parts.
   *
   * @return empty where they cannot be compared: other cylinders, parts that were not timed
   */
  static OptionalDouble between(BlockSpec.Told before, BlockSpec.Told now) {
    if (before.cylinders() != now.cylinders() || before.head() == now.head()) {
      return OptionalDouble.empty();
    }
    double[] was = shares(before);
    double[] is = shares(now);
    double squares = 0;
    for (int i = 0; i < is.length; i++) {
      squares += (is[i] - was[i]) * (is[i] - was[i]);
    }
    double percent = 100 * Math.sqrt(squares / is.length / 2);
    return Double.isFinite(percent) ? OptionalDouble.of(percent) : OptionalDouble.empty();
  }

  /** Segment of each cylinder beside the mean of all; not a number where one makes no sense. */
  private static double[] shares(BlockSpec.Told told) {
    double[] shares = new double[told.cylinders()];
    double sum = 0;
    for (int i = 0; i < shares.length; i++) {
      for (double part : told.of()[i]) {
        shares[i] += part;
      }
      sum += shares[i];
    }
    double mean = sum / shares.length;
    for (int i = 0; i < shares.length; i++) {
      shares[i] = shares[i] > 0 && shares[i] < ODD * mean ? shares[i] / mean - 1 : Double.NaN;
    }
    return shares;
  }
}
