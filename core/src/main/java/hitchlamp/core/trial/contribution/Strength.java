package hitchlamp.core.trial.contribution;

import java.util.ArrayList;
import java.util.List;

/**
 * What each cylinder makes of the same fuel, from what it contributes and what the module gives it
 * more so that the engine idles evenly.
 *
 * @param work that each does in the idling engine, relative to the median, by all ways together
 * @param workError of it
 * @param correction that each gets more, share; zeros where the module corrects nothing
 * @param strength work for the same fuel, relative to the median
 * @param error of it
 * @param byFuel work by what the governor adds
 * @param bySegments work by the times of the segments
 * @param contradict true where fuelling and segment times say different things
 */
record Strength(
    double[] work,
    double[] workError,
    double[] correction,
    double[] strength,
    double[] error,
    Shares byFuel,
    Shares bySegments,
    boolean contradict) {
  private static final double ALONE_FUEL = 0.03;
  private static final double ALONE_SEGMENTS = 0.06;
  private static final int ROUNDS = 3;

  /** Where two ways differ by more than so many of their errors, one of them is wrong. */
  private static final double CONTRADICTS = 5;

  /** A module that is within its limits evens its cylinders so well. */
  private static final double EVENED = 0.008;

  private static final double CORRECTION_ERROR = 0.003;

  /** Nearer to the limit than this a correction may be at it. */
  private static final double NEAR_LIMIT = 0.01;

  /** Corrections smaller than this are none. */
  private static final double CORRECTS = 1e-4;

  static Strength of(ContributionSetup setup, ContributionSeen seen, List<ContributionCut> good) {
    int n = setup.cylinders();
    List<List<Double>> fuel = Shares.none(n);
    List<SegmentWork.Pair> pairs = new ArrayList<>();
    for (ContributionCut cut : good) {
      Steady behind = seen.behind(seen.cuts().indexOf(cut));
      double base = (cut.before().fuel().mean() + behind.fuel().mean()) / 2;
      // The rest do the work of all for more fuel: what is missing is its share of the whole.
      fuel.get(cut.cylinder() - 1).add(1 - base / cut.off().fuel().mean());
      pairs.add(
          new SegmentWork.Pair(
              cut.cylinder(),
              mean(cut.before().segments(), behind.segments()),
              cut.off().segments()));
    }
    Shares byFuel = Shares.of(fuel, ALONE_FUEL);
    Shares bySegments = bySegments(setup, good, pairs, byFuel);
    double[] correction = correction(seen, good, n);
    double[] share = new double[n];
    double[] shareError = new double[n];
    boolean contradict = false;
    for (int i = 0; i < n; i++) {
      double f = byFuel.share()[i];
      double s = bySegments.share()[i];
      double wf = 1 / Math.pow(byFuel.error()[i], 2);
      double ws = Double.isNaN(s) ? 0 : 1 / Math.pow(bySegments.error()[i], 2);
      share[i] = (f * wf + (ws == 0 ? 0 : s * ws)) / (wf + ws);
      shareError[i] = 1 / Math.sqrt(wf + ws);
      contradict |= ws > 0 && Math.abs(f - s) > CONTRADICTS * Math.sqrt(1 / wf + 1 / ws);
    }
    if (evens(setup, share, shareError, correction)) {
      for (int i = 0; i < n; i++) {
        double w = 1 / Math.pow(shareError[i], 2);
        double prior = 1 / (EVENED * EVENED);
        share[i] = (share[i] * w + prior) / (w + prior);
        shareError[i] = 1 / Math.sqrt(w + prior);
      }
    }
    return strength(share, shareError, correction, byFuel, bySegments, contradict);
  }

  /** How the others make up for one depends on what each does, which is found step by step. */
  private static Shares bySegments(
      ContributionSetup setup,
      List<ContributionCut> good,
      List<SegmentWork.Pair> pairs,
      Shares first) {
    int n = setup.cylinders();
    double[] known = first.share().clone();
    Shares found = first;
    for (int round = 0; round < ROUNDS; round++) {
      for (int i = 0; i < n; i++) {
        known[i] = Double.isNaN(known[i]) ? 1 : Math.max(0, known[i]);
      }
      double[] works = new SegmentWork(setup.firing()).of(pairs, known);
      List<List<Double>> tries = Shares.none(n);
      for (int i = 0; i < works.length; i++) {
        if (!Double.isNaN(works[i])) {
          tries.get(good.get(i).cylinder() - 1).add(works[i]);
        }
      }
      found = Shares.of(tries, ALONE_SEGMENTS);
      known = found.share().clone();
    }
    return found;
  }

  private static Strength strength(
      double[] share,
      double[] shareError,
      double[] correction,
      Shares byFuel,
      Shares bySegments,
      boolean contradict) {
    int n = share.length;
    double[] strength = new double[n];
    double[] error = new double[n];
    for (int i = 0; i < n; i++) {
      strength[i] = share[i] / (1 + correction[i]);
      boolean corrects = Math.abs(correction[i]) > CORRECTS;
      error[i] = Math.hypot(shareError[i], corrects ? CORRECTION_ERROR : 0);
    }
    double median = Shares.median(strength);
    for (int i = 0; i < n; i++) {
      strength[i] /= median;
    }
    return new Strength(
        share, shareError, correction, strength, error, byFuel, bySegments, contradict);
  }

  /** True where the module has evened all cylinders within its limits, as far as can be seen. */
  private static boolean evens(
      ContributionSetup setup, double[] share, double[] error, double[] correction) {
    boolean corrects = false;
    for (int i = 0; i < share.length; i++) {
      corrects |= Math.abs(correction[i]) > CORRECTS;
      if (Math.abs(correction[i]) > setup.mostCorrection() / 100 - NEAR_LIMIT
          || !(Math.abs(share[i] - 1) < CONTRADICTS * error[i])) {
        return false;
      }
    }
    return corrects;
  }

  private static double[] correction(ContributionSeen seen, List<ContributionCut> good, int n) {
    double[] sum = new double[n];
    int count = 0;
    for (ContributionCut cut : good) {
      for (Steady s : List.of(cut.before(), seen.behind(seen.cuts().indexOf(cut)))) {
        if (s.corrections().size() == n) {
          count++;
          for (int i = 0; i < n; i++) {
            sum[i] += s.corrections().get(i) / 100;
          }
        }
      }
    }
    for (int i = 0; i < n; i++) {
      sum[i] = count == 0 ? 0 : sum[i] / count;
    }
    return sum;
  }

  private static List<Double> mean(List<Double> a, List<Double> b) {
    if (a.size() != b.size()) {
      return List.of();
    }
    return java.util.stream.IntStream.range(0, a.size())
        .mapToObj(i -> (a.get(i) + b.get(i)) / 2)
        .toList();
  }
}
