package hitchlamp.core.trial.loaded;

import hitchlamp.core.pack.BlockSpec;
import java.util.Arrays;
import java.util.List;
import java.util.OptionalDouble;

/**
 * How unlike one cycle of the engine was to the one timed before it: what the toothed wheel and
 * cylinders that always differ do in the same way is not in it, nor is a cylinder that is off.
 *
 * @param seconds since the recording began
 * @param percent root mean square of what, of the change of the segments' shares, looks like a
 *     stroke that did not come
 */
public record Uneven(double seconds, double percent) {
  /** A segment that lasts so many times as long as the mean was not timed right. */
  private static final double ODD = 2;

  /**
   * Of two cycles, whose segments are {@code seconds} long in parts.
   *
   * @param firing cylinders in the order in which they fire
   * @return empty where they cannot be compared: other cylinders, parts that were not timed
   */
  static OptionalDouble between(BlockSpec.Told before, BlockSpec.Told now, List<Integer> firing) {
    int parts = now.cylinders() == 0 ? 0 : now.of()[0].length;
    if (before.cylinders() != now.cylinders()
        || before.head() == now.head()
        || now.cylinders() != firing.size()
        || parts == 0
        || !whole(before, parts)
        || !whole(now, parts)) {
      return OptionalDouble.empty();
    }
    double[][] change = shares(now, parts);
    double[][] was = shares(before, parts);
    for (int i = 0; i < change.length; i++) {
      for (int p = 0; p < parts; p++) {
        change[i][p] -= was[i][p];
      }
    }
    double percent = 100 * new MissedStroke(firing, parts).most(change) / Math.sqrt(2);
    return Double.isFinite(percent) ? OptionalDouble.of(percent) : OptionalDouble.empty();
  }

  private static boolean whole(BlockSpec.Told told, int parts) {
    return Arrays.stream(told.of()).allMatch(c -> c.length == parts);
  }

  /** Parts of each cylinder beside the mean of all; not a number where one makes no sense. */
  private static double[][] shares(BlockSpec.Told told, int parts) {
    double mean =
        Arrays.stream(told.of()).flatMapToDouble(Arrays::stream).sum() / (told.cylinders() * parts);
    return Arrays.stream(told.of())
        .map(
            c ->
                Arrays.stream(c)
                    .map(t -> t > 0 && t < ODD * mean ? t / mean - 1 : Double.NaN)
                    .toArray())
        .toArray(double[][]::new);
  }
}
