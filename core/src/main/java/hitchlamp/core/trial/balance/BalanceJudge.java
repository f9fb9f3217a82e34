package hitchlamp.core.trial.balance;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.judge.Measured;
import hitchlamp.core.judge.Verdict;
import hitchlamp.core.quantity.Unit;
import hitchlamp.core.words.Figure;
import hitchlamp.core.words.Said;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;

/** What the corrections and misses of an idling engine come to. */
final class BalanceJudge {
  /** Figure: percent of the median cylinder's work for the same fuel. */
  static final String STRENGTH = "strength";

  /** Figure: percent that the module gives a cylinder more. */
  static final String CORRECTION = "correction";

  /** Figure: strokes of a thousand that did not fire. */
  static final String MISSES = "misses";

  /** Figure: coolant meanwhile. */
  static final String COOLANT = "coolant";

  /** Of ten parts of the time so many must have been told. */
  private static final int PARTS = 9;

  private static final double SURE = 2.5;

  /**
   * What the wheel's errors make of work by the times of segments, percent (common practice, no
   * source).
   */
  private static final double WHEEL_WORK = 4;

  /** Beside the worst one another counts as weak from here on, percent. */
  private static final double WEAK_TOO = 86;

  /** What the module has not learned of its wheel, percent. */
  private static final double WHEEL = 0.3;

  /** Parts of the time by which noise is told: a correction wanders slowly. */
  private static final double TOGETHER = 2;

  /** Nearer to the limit than this a correction may be at it, percent. */
  private static final double NEAR_LIMIT = 0.5;

  private static final double CORRECTS = 0.02;

  /** Over the time corrections must not move on by more than this, percent. */
  private static final double MOVES = 2.5;

  private BalanceJudge() {}

  static Judgement of(BalanceSetup setup, BalanceSeen seen) {
    if (!seen.corrections().isEmpty() && seen.corrections().size() != setup.cylinders()) {
      return Judgement.cannotTell(
          BalanceWords.said("another-count", seen.corrections().size(), setup.cylinders()),
          BalanceWords.said("choose-the-right-pack"));
    }
    boolean whole =
        seen.seconds() >= seen.wanted() * 0.95
            && !seen.corrections().isEmpty()
            && seen.corrections().stream().allMatch(c -> c.size() >= PARTS);
    if (!whole) {
      return Judgement.cannotTell(
          BalanceWords.said("not-long-enough"), BalanceWords.said("let-it-idle"));
    }
    if (seen.rpm().deviation() > setup.unevenRpm()) {
      return Judgement.cannotTell(
          BalanceWords.said("speed-was-not-steady"), BalanceWords.said("let-it-idle"));
    }
    double[] mean = new double[setup.cylinders()];
    double[] error = new double[setup.cylinders()];
    double moves = 0;
    for (int i = 0; i < mean.length; i++) {
      List<Double> parts = seen.corrections().get(i);
      double average = parts.stream().mapToDouble(v -> v).average().orElse(0);
      mean[i] = average;
      double squares = parts.stream().mapToDouble(v -> Math.pow(v - average, 2)).sum();
      double one = Math.sqrt(squares / (parts.size() - 1));
      error[i] = Math.hypot(WHEEL, one * Math.sqrt(TOGETHER / parts.size()));
      int half = parts.size() / 2;
      moves =
          Math.max(
              moves,
              Math.abs(
                  average(parts.subList(0, half)) - average(parts.subList(half, parts.size()))));
    }
    if (seen.corrections().stream().flatMap(List::stream).allMatch(c -> Math.abs(c) < CORRECTS)) {
      return Judgement.cannotTell(
          BalanceWords.said("smooth-running-is-off"), BalanceWords.said("use-the-cutout"));
    }
    if (moves > MOVES) {
      return Judgement.cannotTell(
          BalanceWords.said("still-moves"), BalanceWords.said("let-it-idle"));
    }
    return judged(setup, seen, mean, error);
  }

  private static double average(List<Double> of) {
    return of.stream().mapToDouble(v -> v).average().orElse(0);
  }

  private static Judgement judged(
      BalanceSetup setup, BalanceSeen seen, double[] mean, double[] error) {
    double[] strength = new double[mean.length];
    // At its limits the module no longer evens: then the crank tells what it could not.
    boolean limits =
        Arrays.stream(mean).anyMatch(m -> Math.abs(m) > setup.mostCorrection() - NEAR_LIMIT);
    boolean bySegments = limits && seen.segments().size() == mean.length;
    double[] beside =
        bySegments
            ? SegmentBalance.of(setup.firing(), seen.segments(), setup.stroke())
            : new double[mean.length];
    for (int i = 0; i < mean.length; i++) {
      strength[i] = Math.max(0, 100 * (1 + beside[i]) / (1 + mean[i] / 100));
    }
    double[] sorted = strength.clone();
    Arrays.sort(sorted);
    int half = sorted.length / 2;
    double median = sorted.length % 2 == 1 ? sorted[half] : (sorted[half - 1] + sorted[half]) / 2;
    List<Measured> all = new ArrayList<>();
    List<Integer> weak = new ArrayList<>();
    List<Integer> unsure = new ArrayList<>();
    List<Integer> misses = new ArrayList<>();
    List<Integer> atLimit = new ArrayList<>();
    for (int i = 0; i < mean.length; i++) {
      double value = 100 * strength[i] / median;
      double band = SURE * (bySegments ? Math.hypot(error[i], WHEEL_WORK) : error[i]);
      double rate =
          seen.misses().size() == mean.length && seen.cycles() > 0
              ? 1_000.0 * seen.misses().get(i) / seen.cycles()
              : Double.NaN;
      boolean limit = mean[i] > setup.mostCorrection() - NEAR_LIMIT;
      boolean fails =
          bySegments
              ? value <= sorted[0] / median * 100 + 1e-9 || value < WEAK_TOO
              : value + band < setup.weakBelow() || limit;
      boolean open = !fails && !bySegments && value - band <= setup.weakBelow();
      addIf(fails, i, weak);
      addIf(limit && fails, i, atLimit);
      addIf(open, i, unsure);
      addIf(rate > setup.missesAbove(), i, misses);
      Verdict verdict =
          fails || rate > setup.missesAbove()
              ? Verdict.FAIL
              : open ? Verdict.CANNOT_TELL : Verdict.PASS;
      all.add(
          new Measured(
              STRENGTH,
              i + 1,
              value,
              Unit.PERCENT,
              band,
              setup.weakBelow(),
              Double.POSITIVE_INFINITY,
              Optional.of(verdict)));
      all.add(Measured.shown(CORRECTION, i + 1, mean[i], Unit.PERCENT));
      all.add(Measured.shown(MISSES, i + 1, rate, Unit.ONE));
    }
    all.add(Measured.shown(COOLANT, 0, seen.coolantC(), Unit.CELSIUS));
    Said when =
        Double.isNaN(seen.coolantC())
            ? Said.plain("")
            : BalanceWords.said(
                seen.coolantC() < setup.warmC() ? "cold" : "warm",
                Figure.whole(seen.coolantC(), Unit.CELSIUS));
    return said(all, weak, unsure, misses, atLimit, when);
  }

  private static void addIf(boolean yes, int cylinder, List<Integer> to) {
    if (yes) {
      to.add(cylinder + 1);
    }
  }

  private static String words(List<Integer> cylinders) {
    return cylinders.stream().map(String::valueOf).collect(Collectors.joining(", "));
  }

  private static Judgement said(
      List<Measured> all,
      List<Integer> weak,
      List<Integer> unsure,
      List<Integer> misses,
      List<Integer> atLimit,
      Said when) {
    if (!weak.isEmpty() || !misses.isEmpty()) {
      List<Said> says = new ArrayList<>();
      if (!weak.isEmpty()) {
        says.add(BalanceWords.said(atLimit.isEmpty() ? "weak" : "weak-at-the-limit", words(weak)));
      }
      if (!misses.isEmpty()) {
        says.add(BalanceWords.said("misses", words(misses)));
      }
      says.add(when);
      return new Judgement(
          Verdict.FAIL, Said.joined(" ", says), all, BalanceWords.said("cutout-and-compression"));
    }
    if (!unsure.isEmpty()) {
      return new Judgement(
          Verdict.CANNOT_TELL,
          BalanceWords.said("near-the-limit", words(unsure)),
          all,
          BalanceWords.said("use-the-cutout"));
    }
    return new Judgement(
        Verdict.PASS,
        Said.joined(" ", List.of(BalanceWords.said("balanced"), when)),
        all,
        BalanceWords.said("cold-and-warm"));
  }
}
