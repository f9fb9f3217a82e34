package hitchlamp.core.trial.loaded;

import java.util.ArrayList;
import java.util.List;
import java.util.SplittableRandom;

/** Pulls of an engine whose blow-by is known, written down row by row. */
final class PulledEngine {
  private static final double STEP = 0.2;

  final List<LoadRow> rows = new ArrayList<>();
  private final double[] leaks;
  private final SplittableRandom random;
  double breather = 1;
  double seal;
  double full = 230;
  private double now;
  private double boost = 5;

  /**
   * @param leaks of each cylinder relative to a sound one, cylinder 1 first
   */
  PulledEngine(long seed, double... leaks) {
    this.leaks = leaks;
    this.random = new SplittableRandom(seed);
  }

  private double crankcase(int off) {
    double flow = seal * boost / 230;
    for (int i = 0; i < leaks.length; i++) {
      // Compression leaks whether it fires or not; combustion much more.
      flow += leaks[i] * (boost + 100) / 330 * (i + 1 == off ? 0.12 : 1);
    }
    double each = flow / leaks.length;
    return (0.25 + 0.75 * each * each / (breather * breather))
        * (1 + 0.015 * random.nextGaussian());
  }

  private void row(double rpm, double pedal, int off) {
    rows.add(
        new LoadRow(
            Math.round(now * 1e3) / 1e3, rpm, boost, boost + 140, 180, crankcase(off), pedal, off));
    now += STEP;
  }

  /** The foot goes down for so long in one gear, then up again. */
  PulledEngine pull(int off, double seconds) {
    for (double t = 0; t < seconds; t += STEP) {
      boost += (full * (off > 0 ? 0.92 : 1) - boost) * 0.2;
      row(1_100 + 40 * t, 100, off);
    }
    return lift();
  }

  PulledEngine lift() {
    for (double t = 0; t < 3; t += STEP) {
      boost += (5 - boost) * 0.3;
      row(900, 0, off());
    }
    return this;
  }

  private static int off() {
    return 0;
  }

  /** All firing twice, then each cylinder off once. */
  PulledEngine all() {
    pull(0, 8);
    for (int c = 1; c <= leaks.length; c++) {
      pull(c, 8);
    }
    return pull(0, 8);
  }

  /** The same with a change of gear in the middle. */
  PulledEngine shifted(int off) {
    for (double t = 0; t < 8; t += STEP) {
      boost += (full - boost) * 0.2;
      boolean second = t > 3.5;
      row(second ? 1_050 : 1_700, 100, off);
    }
    return lift();
  }
}
