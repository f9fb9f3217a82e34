package hitchlamp.core.trial.contribution;

import hitchlamp.core.trial.Level;
import java.util.ArrayList;
import java.util.List;
import java.util.SplittableRandom;

/**
 * An idling engine whose cylinders make known work of the same fuel, with a module that evens them:
 * by energy alone, so that what is judged can be compared with what was put in.
 */
final class EvenedEngine {
  private static final double STROKE_JOULE = 200;
  private static final double INERTIA = 3.4;
  private static final double FUEL_MG = 18;

  final List<Integer> firing;
  private final double[] strength;
  private final double[] corrections;
  private final SplittableRandom random;
  double rpm = 600;
  double noise = 0.002;
  double extraFuel;

  /**
   * @param strength work of each for the same fuel, cylinder 1 first
   * @param corrections what each gets more, share
   */
  EvenedEngine(List<Integer> firing, double[] strength, double[] corrections, long seed) {
    this.firing = firing;
    this.strength = strength;
    this.corrections = corrections;
    this.random = new SplittableRandom(seed);
  }

  /** With all firing, or one off. */
  Steady steady(int off) {
    int n = firing.size();
    double[] work = new double[n];
    double sum = 0;
    for (int i = 0; i < n; i++) {
      work[i] = i + 1 == off ? 0 : strength[i] * (1 + corrections[i]);
      sum += work[i];
    }
    // The governor makes all of it as much as before.
    double more = n / sum;
    List<Double> segments = new ArrayList<>();
    for (int i = 0; i < n; i++) {
      segments.add(0.0);
    }
    double energy = INERTIA * Math.pow(rpm * Math.PI / 30, 2) / 2;
    double length = 4 * Math.PI / n;
    for (int slot = 0; slot < n; slot++) {
      int cylinder = firing.get(slot) - 1;
      double does = work[cylinder] * more * STROKE_JOULE;
      // The middle of the segment's time: two thirds of the work are there, half of the load.
      double there = energy + does * 2 / 3 - STROKE_JOULE / 2;
      segments.set(cylinder, length / Math.sqrt(2 * there / INERTIA));
      energy += does - STROKE_JOULE;
    }
    double fuel = (FUEL_MG + extraFuel) * more * (1 + noise * random.nextGaussian());
    List<Double> gets = new ArrayList<>();
    for (double c : corrections) {
      gets.add(100 * c);
    }
    return new Steady(new Level(100, rpm, 2), new Level(30, fuel, 0.2), segments, 10, gets);
  }

  /** Goes through all of them, forth and back, as a run does. */
  ContributionSeen run() {
    List<ContributionCut> cuts = new ArrayList<>();
    List<Integer> order = new ArrayList<>();
    for (int c = 1; c <= firing.size(); c++) {
      order.add(c);
    }
    for (int c = firing.size(); c >= 1; c--) {
      order.add(c);
    }
    for (int c : order) {
      cuts.add(new ContributionCut(c, 10_000_000L * cuts.size(), steady(0), steady(c), 20));
    }
    return new ContributionSeen(firing.size(), cuts.size(), 0, cuts, steady(0));
  }
}
