package hitchlamp.standin.engine;

import java.util.Arrays;

/**
 * How the module counts strokes that did not fire, at idle: by how much the crank slows from the
 * first half of a cylinder's segment to the second, against what a stroke without work would make.
 * It sees no difference between no fire and no fuel. Faster, its wheel's own errors would count.
 */
public final class MisfireCount {
  /** Share of a stroke's work that must be missing. */
  private static final double MISSING = 0.62;

  /** Halves of a segment without work differ by so much of what the whole work makes. */
  private static final double HALVES = 0.5;

  private static final double ABOVE_RPM = 350;
  private static final double BELOW_RPM = 1_100;

  private final SegmentClock clock;
  private final int[] counts;
  private int cycles;

  public MisfireCount(SegmentClock clock, int cylinders) {
    this.clock = clock;
    this.counts = new int[cylinders];
  }

  /**
   * It looks at what the clock has timed.
   *
   * @param joule that a stroke works, as the module reckons by what it injects
   * @param inertia as the maker knows it, kg·m²
   */
  public void step(double rpm, double joule, double inertia, boolean running, boolean cut) {
    if (!running) {
      Arrays.fill(counts, 0);
    }
    boolean looks = clock.cycles() != cycles && running && !cut;
    cycles = clock.cycles();
    if (!looks || rpm < ABOVE_RPM || rpm > BELOW_RPM) {
      return;
    }
    double omega = rpm * Math.PI / 30;
    double slows = MISSING * HALVES * joule / (inertia * omega * omega);
    for (int i = 0; i < counts.length; i++) {
      counts[i] += slowsBy(i) > slows ? 1 : 0;
    }
  }

  /** By how much longer the second half of a segment takes than the first, share. */
  private double slowsBy(int cylinder) {
    double first = clock.part(cylinder, 0) + clock.part(cylinder, 1);
    double second = clock.part(cylinder, 2) + clock.part(cylinder, 3);
    return first > 0 ? (second - first) / first : 0;
  }

  /** Strokes of a cylinder that did not fire since the engine runs; cylinder 0 is the first. */
  public int count(int cylinder) {
    return counts[cylinder];
  }
}
