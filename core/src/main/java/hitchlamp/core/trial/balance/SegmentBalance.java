package hitchlamp.core.trial.balance;

import java.util.List;
import org.hipparchus.linear.Array2DRowRealMatrix;
import org.hipparchus.linear.ArrayRealVector;
import org.hipparchus.linear.QRDecomposition;
import org.hipparchus.linear.RealMatrix;
import org.hipparchus.linear.RealVector;

/**
 * What each cylinder works more or less than the mean, by how long the crank takes through its
 * segment: energy that one lacks the crank lacks behind it. The wheel's own errors are in it.
 */
final class SegmentBalance {
  /** Of a stroke's work so much is there in the middle of its segment's time. */
  private static final double MIDDLE = 2.0 / 3;

  private SegmentBalance() {}

  /**
   * Work beside the mean.
   *
   * @param firing order in which the cylinders fire
   * @param seconds mean duration of each segment, cylinder 1 first
   * @param stroke mean work of a stroke relative to the energy of the crank
   * @return share of the mean work, cylinder 1 first
   */
  static double[] of(List<Integer> firing, List<Double> seconds, double stroke) {
    int n = firing.size();
    double mean = 0;
    double[] squares = new double[n];
    for (int slot = 0; slot < n; slot++) {
      double s = seconds.get(firing.get(slot) - 1);
      squares[slot] = 1 / (s * s);
      mean += squares[slot] / n;
    }
    // Of each slot: what all before have added, most of what it adds itself, and a level.
    RealMatrix rows = new Array2DRowRealMatrix(n + 1, n + 1);
    RealVector seen = new ArrayRealVector(n + 1);
    for (int slot = 0; slot < n; slot++) {
      for (int before = 0; before < slot; before++) {
        rows.setEntry(slot, before, stroke);
      }
      rows.setEntry(slot, slot, MIDDLE * stroke);
      rows.setEntry(slot, n, 1);
      seen.setEntry(slot, squares[slot] / mean - 1);
      rows.setEntry(n, slot, 1);
    }
    RealVector found = new QRDecomposition(rows).getSolver().solve(seen);
    double[] work = new double[n];
    for (int slot = 0; slot < n; slot++) {
      work[firing.get(slot) - 1] = found.getEntry(slot);
    }
    return work;
  }
}
