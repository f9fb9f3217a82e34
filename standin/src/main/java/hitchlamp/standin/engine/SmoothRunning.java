package hitchlamp.standin.engine;

import java.util.Arrays;
import java.util.SplittableRandom;

/**
 * How the module makes an idling engine run evenly: a cylinder through whose segment the crank
 * slows gets more fuel, one that speeds it up gets less, within limits, the sum unchanged. It hides
 * a weak cylinder as far as it reaches. Limits: common practice, no source.
 */
public final class SmoothRunning {
  /** Most that a cylinder gets more or less, share. */
  public static final double MOST = 0.12;

  private static final double BELOW_RPM = 1_100;

  /** Slower than this the starter turns it, or it dies. */
  private static final double FROM_RPM = 420;

  private static final double BELOW_LOAD = 0.4;
  private static final double GAIN = 0.9;

  /** A cycle that differs from the one before by more is no idling: it runs up, or down. */
  private static final double STEADY = 0.02;

  /** Of each edge of the wheel that stands wrong the module has learned so much. */
  private static final double LEARNED = 0.9;

  private final SegmentClock clock;
  private final double[] share;
  private final double[] learned;
  private int cycles;
  private double last;

  public SmoothRunning(SegmentClock clock, int cylinders, SplittableRandom random) {
    this.clock = clock;
    this.share = new double[cylinders];
    this.learned = new double[cylinders];
    for (int i = 0; i < cylinders; i++) {
      learned[i] = clock.wide(i) * (LEARNED + (1 - LEARNED) * random.nextDouble());
    }
  }

  /** It looks at what the clock has timed; while a cylinder is cut out it holds what it has. */
  public void step(double rpm, double load, boolean running, boolean cut) {
    if (!running) {
      Arrays.fill(share, 0);
      cycles = clock.cycles();
      return;
    }
    boolean idles = rpm > FROM_RPM && rpm < BELOW_RPM && load < BELOW_LOAD;
    if (clock.cycles() == cycles || !idles || cut) {
      cycles = clock.cycles();
      return;
    }
    cycles = clock.cycles();
    double mean = 0;
    for (int i = 0; i < share.length; i++) {
      mean += seconds(i) / share.length;
    }
    boolean steady = Math.abs(mean - last) < STEADY * last;
    last = mean;
    if (!steady) {
      // Else what a start makes of it would stay where it runs too fast to be learned anew.
      return;
    }
    double sum = 0;
    for (int slot = 0; slot < share.length; slot++) {
      int here = clock.cylinderAt(slot);
      // The first of a cycle follows on the last of the one before, which is not kept: about equal.
      double slowed = (seconds(here) - seconds(clock.cylinderAt(slot - 1))) / mean;
      share[here] = Math.max(-MOST, Math.min(MOST, share[here] + GAIN * slowed));
      sum += share[here];
    }
    for (int i = 0; i < share.length; i++) {
      share[i] = Math.max(-MOST, Math.min(MOST, share[i] - sum / share.length));
    }
  }

  private double seconds(int cylinder) {
    return clock.seconds(cylinder) * (1 - learned[cylinder] / clock.segment());
  }

  /** More fuel for a cylinder than for the mean, share; cylinder 0 is the first. */
  public double share(int cylinder) {
    return share[cylinder];
  }
}
