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

  /** Warmth at which half of the strokes do not fire, and by how much it is less steep. */
  private static final double HALF_FIRE = 0.55;

  private static final double STEEP = 0.05;
  private static final double RARE = 1e-3;

  private final int[] order;
  private final double segment;
  private final double litres;
  private final double[] stroke;
  private final SplittableRandom random;
  private final double[] misses;
  private double[] drops;
  private final SplittableRandom fires;
  private int slot = -1;

  public Pulses(Layout layout, SplittableRandom random) {
    this.order = SegmentClock.order(layout);
    this.segment = 4 * Math.PI / order.length;
    this.litres = layout.swept() * 1e3;
    this.stroke = new double[order.length];
    this.random = random;
    this.misses = new double[order.length];
    this.drops = new double[order.length];
    this.fires = new SplittableRandom(layout.cylinders() * 31L + 7);
    Arrays.fill(stroke, 1);
  }

  /**
   * How warm the air of each cylinder is when it is squeezed, relative to a warm sound engine's:
   * what is too cold does not fire now and then. Common practice, no source.
   *
   * @param warmth of each, cylinder 1 first
   */
  public void squeezed(double[] warmth) {
    for (int i = 0; i < misses.length; i++) {
      misses[i] = 1 / (1 + Math.exp((warmth[i] - HALF_FIRE) / STEEP));
    }
  }

  /**
   * Strokes that do not come, for what an injector does under load.
   *
   * @param shares of each cylinder's strokes at full load, cylinder 1 first
   */
  public void drops(double[] shares) {
    drops = shares;
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
        double lost = misses[cylinder] + drops[cylinder] * (1 - light) * (1 - light);
        if (lost > RARE && fires.nextDouble() < lost) {
          stroke[here] = 0;
        }
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
