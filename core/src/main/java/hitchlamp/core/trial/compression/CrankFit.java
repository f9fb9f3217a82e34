package hitchlamp.core.trial.compression;

import java.util.ArrayList;
import java.util.List;
import org.hipparchus.linear.Array2DRowRealMatrix;
import org.hipparchus.linear.ArrayRealVector;
import org.hipparchus.linear.QRDecomposition;
import org.hipparchus.linear.RealMatrix;
import org.hipparchus.linear.RealVector;

/**
 * How much each cylinder compresses, from the times of whole cycles: the speed of the crank is
 * drawn as what the compressions would make of it, each with its own share, by least squares. What
 * the engine weighs and how strong its starter is needs not be known.
 */
final class CrankFit {
  /** Strongest fading that a starter gives, a radian: common practice, no source. */
  private static final double MOST_FADING = 3;

  private static final int LOOKS = 40;
  private static final int ROUNDS = 3;
  private static final double GOLDEN = (Math.sqrt(5) - 1) / 2;

  /** Beside the cylinders: the level of the cycle and how it drifts. */
  private static final int LEVEL_AND_DRIFT = 2;

  private final SqueezeShape shape;
  private final List<Integer> firing;
  private final int parts;
  private final int all;

  /**
   * What a fit comes to.
   *
   * @param share of each cylinder in each cycle, in (rad/s)² a cylinder volume; cylinder 1 first
   * @param unexplained deviation of the squared speed from the fit, relative to the dips
   * @param dipRpm by how much speed falls from its highest to its lowest at a median compression
   */
  record Fitted(List<double[]> share, double unexplained, double dipRpm) {}

  /**
   * @param firing cylinders in the order in which they fire, evenly apart
   * @param parts in which a segment is timed, the first right behind top dead centre
   */
  CrankFit(SqueezeShape shape, List<Integer> firing, int parts) {
    this.shape = shape;
    this.firing = List.copyOf(firing);
    this.parts = parts;
    this.all = firing.size() * parts;
  }

  /** Fits cycles that are whole and tell of as many cylinders as fire. */
  Fitted fit(List<CrankCycle> cycles) {
    List<double[]> speeds = cycles.stream().map(this::speeds).toList();
    double low = 0;
    double high = MOST_FADING;
    // The fading that leaves least unexplained, by golden section.
    for (int i = 0; i < LOOKS && high - low > 0.02; i++) {
      double a = high - GOLDEN * (high - low);
      double b = low + GOLDEN * (high - low);
      if (at(a, speeds, 1).error < at(b, speeds, 1).error) {
        high = b;
      } else {
        low = a;
      }
    }
    return at((low + high) / 2, speeds, ROUNDS).fitted(this);
  }

  private record Try(List<double[]> share, double[] energy, List<double[]> levels, double error) {
    Fitted fitted(CrankFit of) {
      double[] all = share.stream().flatMapToDouble(java.util.Arrays::stream).sorted().toArray();
      double median = all[all.length / 2];
      double most = Double.NEGATIVE_INFINITY;
      double least = Double.POSITIVE_INFINITY;
      for (double e : of.together(energy, of.alike(median))) {
        most = Math.max(most, e);
        least = Math.min(least, e);
      }
      double mean = levels.stream().mapToDouble(l -> l[0]).average().orElse(0);
      double dip = rpm(mean + most) - rpm(Math.max(0, mean + least));
      return new Fitted(share, error / Math.max(1e-9, most - least), dip);
    }

    private static double rpm(double halfSquare) {
      return Math.sqrt(2 * Math.max(0, halfSquare)) * 30 / Math.PI;
    }
  }

  private double[] alike(double share) {
    double[] same = new double[firing.size()];
    java.util.Arrays.fill(same, share);
    return same;
  }

  /** Energy over a cycle that begins at top dead centre of the first that fires. */
  private double[] together(double[] energy, double[] shares) {
    double[] sum = new double[SqueezeShape.CYCLE];
    int apart = SqueezeShape.CYCLE / firing.size();
    for (int slot = 0; slot < firing.size(); slot++) {
      double share = shares[slot];
      for (int i = 0; i < sum.length; i++) {
        sum[i] += share * energy[Math.floorMod(i - slot * apart, sum.length)];
      }
    }
    return sum;
  }

  /** Half of the squared mean speed of each part, in firing order from the first's dead centre. */
  private double[] speeds(CrankCycle c) {
    double width = 4 * Math.PI / all;
    double[] speeds = new double[all];
    for (int k = 0; k < all; k++) {
      double seconds = c.times().get(firing.get(k / parts) - 1).get(k % parts) / 1e6;
      double speed = width / seconds;
      speeds[k] = speed * speed / 2;
    }
    return speeds;
  }

  private Try at(double fading, List<double[]> speeds, int rounds) {
    double[] energy = shape.energy(fading);
    RealMatrix basis = basis(energy);
    QRDecomposition qr = new QRDecomposition(basis);
    List<double[]> shares = new ArrayList<>();
    List<double[]> levels = new ArrayList<>();
    double squares = 0;
    for (double[] seen : speeds) {
      double[] bent = new double[all];
      RealVector found = null;
      // A part's time is not that of its mean squared speed: what that makes is worked out from
      // the fit and taken off, again and again.
      for (int round = 0; round < rounds; round++) {
        double[] straight = new double[all];
        for (int k = 0; k < all; k++) {
          straight[k] = seen[k] - bent[k];
        }
        found = qr.getSolver().solve(new ArrayRealVector(straight, false));
        if (rounds > 1) {
          bent = bent(energy, found, basis);
        }
      }
      double[] bySlot = found.getSubVector(0, firing.size()).toArray();
      double[] fits = basis.operate(found).toArray();
      for (int k = 0; k < all; k++) {
        double off = seen[k] - bent[k] - fits[k];
        squares += off * off;
      }
      double[] byCylinder = new double[firing.size()];
      for (int slot = 0; slot < bySlot.length; slot++) {
        byCylinder[firing.get(slot) - 1] = bySlot[slot];
      }
      shares.add(byCylinder);
      levels.add(found.getSubVector(firing.size(), LEVEL_AND_DRIFT).toArray());
    }
    return new Try(shares, energy, levels, Math.sqrt(squares / Math.max(1, speeds.size() * all)));
  }

  /** A row for each part: mean energy of each cylinder in it, the level, the drift. */
  private RealMatrix basis(double[] energy) {
    int n = firing.size();
    RealMatrix basis = new Array2DRowRealMatrix(all, n + LEVEL_AND_DRIFT);
    double width = (double) SqueezeShape.CYCLE / all;
    for (int k = 0; k < all; k++) {
      for (int slot = 0; slot < n; slot++) {
        double from = k * width - slot * (double) SqueezeShape.CYCLE / n;
        basis.setEntry(k, slot, mean(energy, from, width));
      }
      basis.setEntry(k, n, 1);
      basis.setEntry(k, n + 1, (k + 0.5) / all - 0.5);
    }
    return basis;
  }

  private static double mean(double[] of, double from, double width) {
    double sum = 0;
    int steps = (int) Math.round(width);
    for (int i = 0; i < steps; i++) {
      int at = (int) Math.floor(from) + i;
      // Between two steps: the middle of a step is meant.
      sum += (of[Math.floorMod(at, of.length)] + of[Math.floorMod(at + 1, of.length)]) / 2;
    }
    return sum / steps;
  }

  /** By how much a part's speed by its time differs from its mean squared speed. */
  private double[] bent(double[] energy, RealVector found, RealMatrix basis) {
    double[] sum = together(energy, found.getSubVector(0, firing.size()).toArray());
    double level = found.getEntry(firing.size());
    double drift = found.getEntry(firing.size() + 1);
    double[] fits = basis.operate(found).toArray();
    int width = SqueezeShape.CYCLE / all;
    double[] bent = new double[all];
    double least = Math.max(1e-6, 0.02 * level);
    for (int k = 0; k < all; k++) {
      double time = 0;
      for (int i = 0; i < width; i++) {
        int at = k * width + i;
        double here =
            (sum[at] + sum[(at + 1) % sum.length]) / 2
                + level
                + drift * ((at + 0.5) / sum.length - 0.5);
        time += 1 / Math.sqrt(2 * Math.max(least, here));
      }
      double speed = width / time;
      bent[k] = speed * speed / 2 - fits[k];
    }
    return bent;
  }
}
