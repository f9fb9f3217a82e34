package hitchlamp.core.trial.contribution;

import java.util.Arrays;
import java.util.List;
import org.hipparchus.linear.Array2DRowRealMatrix;
import org.hipparchus.linear.ArrayRealVector;
import org.hipparchus.linear.QRDecomposition;
import org.hipparchus.linear.RealMatrix;
import org.hipparchus.linear.RealVector;

/**
 * What a cylinder's work is by the times of the segments, before and while it is off: without it
 * the crank slows through its segment and is brought back by the others. The wheel's own errors are
 * the same in both and go out.
 */
final class SegmentWork {
  /**
   * Of the work of a stroke so much has reached the crank in the middle of its segment's time: it
   * is strong at first and then less, as 2·(1 - x) over it.
   */
  private static final double MIDDLE = 2.0 / 3;

  /** With fewer pairs the climb could not be told from the work. */
  private static final int FEWEST = 3;

  private final List<Integer> firing;

  SegmentWork(List<Integer> firing) {
    this.firing = firing;
  }

  /**
   * Shape of the squared speed over the segments where one cylinder lacks a unit of work and the
   * others make up for it, each in proportion to what it does.
   */
  private double[] shape(int cylinder, double[] works) {
    int n = firing.size();
    double others = -works[cylinder - 1];
    for (double w : works) {
      others += w;
    }
    double[] shape = new double[n];
    double at = 0;
    double mean = 0;
    for (int slot = 0; slot < n; slot++) {
      int here = firing.get(slot);
      double work = here == cylinder ? -1 : works[here - 1] / others;
      shape[slot] = at + MIDDLE * work;
      at += work;
      mean += shape[slot] / n;
    }
    for (int slot = 0; slot < n; slot++) {
      shape[slot] -= mean;
    }
    return shape;
  }

  /**
   * One cylinder off against all firing.
   *
   * @param cylinder counted from 1
   * @param base segment times with all firing, cylinder 1 first
   * @param off with this one off
   */
  record Pair(int cylinder, List<Double> base, List<Double> off) {}

  /**
   * Work of the cylinder of each pair relative to the energy of the crank, by least squares over
   * all of them together: while one is off the speed still climbs a little, by the same in each.
   *
   * @param works what each cylinder does as far as it is known yet, cylinder 1 first, in any unit
   * @return not a number where segments were not timed
   */
  double[] of(List<Pair> pairs, double[] works) {
    int n = firing.size();
    List<Pair> timed =
        pairs.stream().filter(p -> p.base().size() == n && p.off().size() == n).toList();
    double[] all = new double[pairs.size()];
    Arrays.fill(all, Double.NaN);
    if (timed.size() < FEWEST) {
      return all;
    }
    RealMatrix rows = new Array2DRowRealMatrix(n * timed.size(), timed.size() + 1);
    RealVector seen = new ArrayRealVector(n * timed.size());
    for (int i = 0; i < timed.size(); i++) {
      Pair p = timed.get(i);
      double[] before = squares(p.base());
      double[] now = squares(p.off());
      double[] shape = shape(p.cylinder(), works);
      for (int slot = 0; slot < n; slot++) {
        rows.setEntry(i * n + slot, i, shape[slot]);
        rows.setEntry(i * n + slot, timed.size(), (slot + 0.5) / n - 0.5);
        seen.setEntry(i * n + slot, now[slot] - before[slot]);
      }
    }
    RealVector found = new QRDecomposition(rows).getSolver().solve(seen);
    for (int i = 0; i < timed.size(); i++) {
      all[pairs.indexOf(timed.get(i))] = found.getEntry(i);
    }
    return all;
  }

  /** Squared speeds in firing order, relative to their mean. */
  private double[] squares(List<Double> seconds) {
    int n = firing.size();
    double[] squares = new double[n];
    double mean = 0;
    for (int slot = 0; slot < n; slot++) {
      double s = seconds.get(firing.get(slot) - 1);
      squares[slot] = 1 / (s * s);
      mean += squares[slot] / n;
    }
    for (int slot = 0; slot < n; slot++) {
      squares[slot] /= mean;
    }
    return squares;
  }
}
