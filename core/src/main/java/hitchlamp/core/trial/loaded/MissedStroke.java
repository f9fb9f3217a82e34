package hitchlamp.core.trial.loaded;

import java.util.List;

/**
 * What a stroke that does not come does to the segments of its cycle: the crank falls behind while
 * its own segment passes, and all that follow are slower by the same. A change from one cycle to
 * another is compared with that of each stroke: of the noise of all segments only what looks like
 * one is left, and the first stroke of a cycle, after which nearly all segments are slower alike,
 * is seen like any other.
 */
final class MissedStroke {
  private final double[][] of;
  private final List<Integer> firing;

  /**
   * @param firing cylinders in the order in which they fire, evenly apart
   * @param parts in which each segment is timed
   */
  MissedStroke(List<Integer> firing, int parts) {
    this.firing = List.copyOf(firing);
    int n = firing.size();
    this.of = new double[n][n * parts];
    for (int stroke = 0; stroke < n; stroke++) {
      for (int slot = 0; slot < n; slot++) {
        for (int part = 0; part < parts; part++) {
          double later = slot < stroke ? 0 : slot > stroke ? 1 : behind(part, (double) 1 / parts);
          of[stroke][slot * parts + part] = later;
        }
      }
      unit(of[stroke]);
    }
  }

  /**
   * Speed lost in a part of the stroke's own segment, of what it loses in all: the torque of a
   * stroke falls from its most to nothing over its segment, 2·(1 - x), so that x into it 2·x - x²
   * is lost.
   */
  private static double behind(int part, double wide) {
    double from = part * wide;
    double to = from + wide;
    return (to * to - to * to * to / 3 - from * from + from * from * from / 3) / wide;
  }

  private static void unit(double[] of) {
    double mean = 0;
    for (double v : of) {
      mean += v / of.length;
    }
    double squares = 0;
    for (int i = 0; i < of.length; i++) {
      of[i] -= mean;
      squares += of[i] * of[i];
    }
    double norm = Math.sqrt(squares);
    for (int i = 0; i < of.length; i++) {
      of[i] /= norm;
    }
  }

  /**
   * Most that a change of the segments has of any missed stroke, as its root mean square.
   *
   * @param change of each cylinder's parts, cylinder 1 first
   */
  double most(double[][] change) {
    int parts = of[0].length / firing.size();
    double most = 0;
    for (double[] stroke : of) {
      double sum = 0;
      for (int slot = 0; slot < firing.size(); slot++) {
        double[] at = change[firing.get(slot) - 1];
        for (int part = 0; part < parts; part++) {
          sum += stroke[slot * parts + part] * at[part];
        }
      }
      most = Double.isNaN(sum) ? Double.NaN : Math.max(most, Math.abs(sum));
    }
    return most / Math.sqrt(of[0].length);
  }
}
