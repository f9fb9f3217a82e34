package hitchlamp.standin.engine;

import java.util.Arrays;
import java.util.SplittableRandom;

/**
 * How the work of the cylinders reaches the crank within a turn: each in the segment behind its
 * firing, strong at first and then less, no stroke quite like the one before. Over a cycle it is
 * the work that the cylinders do.
 */
public final class Pulses {
  /** By how much one stroke differs from the next: standard deviation, share; less under load. */
  private static final double UNEVEN_LIGHT = 0.055;

  private static final double UNEVEN_LOADED = 0.02;

  /** Work of a stroke at which that has fallen by two thirds, J a litre. */
  private static final double LOADED = 600;

  private final int[] order;
  private final double segment;
  private final double litres;
  private final double[] stroke;
  private final SplittableRandom random;
  private int slot = -1;

  public Pulses(Layout layout, SplittableRandom random) {
    this.order = SegmentClock.order(layout);
    this.segment = 4 * Math.PI / order.length;
    this.litres = layout.swept() * 1e3;
    this.stroke = new double[order.length];
    this.random = random;
    Arrays.fill(stroke, 1);
  }

  /**
   * Work on the crank while it turns on, J.
   *
   * @param theta from here, rad
   * @param turned by so much, rad
   */
  public double work(double theta, double turned, Cylinders cylinders) {
    double sum = 0;
    double at = theta;
    double until = theta + turned;
    while (at < until - 1e-12) {
      int k = (int) Math.floor(at / segment + 1e-9);
      double end = Math.min(until, (k + 1) * segment);
      int here = Math.floorMod(k, order.length);
      int cylinder = order[here];
      double work = cylinders.work(cylinder);
      if (here != slot) {
        slot = here;
        double light = Math.exp(-work / (LOADED * litres));
        double spread = UNEVEN_LOADED + (UNEVEN_LIGHT - UNEVEN_LOADED) * light;
        stroke[here] = 1 + spread * random.nextGaussian();
      }
      double x0 = at / segment - k;
      double x1 = end / segment - k;
      // The pulse is 2·(1 - x) over its segment, x from 0 to 1: its integral is 2·x - x².
      sum += work * stroke[here] * ((2 * x1 - x1 * x1) - (2 * x0 - x0 * x0));
      at = Math.max(end, at + 1e-9);
    }
    return sum;
  }
}
