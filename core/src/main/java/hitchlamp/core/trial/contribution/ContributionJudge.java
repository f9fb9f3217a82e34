package hitchlamp.core.trial.contribution;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.judge.Measured;
import hitchlamp.core.judge.Verdict;
import hitchlamp.core.quantity.Unit;
import hitchlamp.core.words.Figure;
import hitchlamp.core.words.Said;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.IntStream;

/** What an automatic cutout comes to: a pure function of its cuts and the limits of the pack. */
final class ContributionJudge {
  /** Figure: percent of the median cylinder's work for the same fuel. */
  static final String STRENGTH = "strength";

  /** Figure: percent of the median cylinder's work as the engine idles. */
  static final String WORK = "work";

  /** Figure: the same by what the governor adds alone, and by the times of the segments alone. */
  static final String BY_FUEL = "by-fuel";

  static final String BY_SEGMENTS = "by-segments";

  /** Figure: percent that the module gives a cylinder more. */
  static final String CORRECTION = "correction";

  /** Figure: fall of speed at the first moment. */
  static final String SPEED_LOST = "speed-lost";

  /** Figure: what noise alone makes of cylinders that are all alike, percent. */
  static final String NOISE = "noise";

  /** The noise must be smaller than the difference by this factor. */
  private static final double SURE = 2.3;

  /** By more than this share of what a cut adds, the load must not have changed meanwhile. */
  private static final double DRIFTED = 0.3;

  private ContributionJudge() {}

  /** True where fuelling with all firing was not the same before and behind a cut. */
  static boolean drifted(ContributionCut cut, Steady behind) {
    double before = cut.before().fuel().mean();
    double after = behind.fuel().mean();
    double added = cut.off().fuel().mean() - (before + after) / 2;
    // A dead cylinder adds nothing: then what one of a sound engine would add counts.
    double usual = before / 6;
    return Math.abs(after - before) > DRIFTED * Math.max(added, usual);
  }

  static Judgement of(ContributionSetup setup, ContributionSeen seen) {
    if (seen.cuts().isEmpty()) {
      return Judgement.cannotTell(
          ContributionWords.said("none-was-off"), ContributionWords.said("let-it-idle"));
    }
    int told = seen.cuts().get(0).before().segments().size();
    if (told > 0 && told != setup.cylinders()) {
      return Judgement.cannotTell(
          ContributionWords.said("another-count", told, setup.cylinders()),
          ContributionWords.said("choose-the-right-pack"));
    }
    List<ContributionCut> whole = new ArrayList<>();
    int changed = 0;
    int uneven = 0;
    for (int i = 0; i < seen.cuts().size(); i++) {
      ContributionCut cut = seen.cuts().get(i);
      Steady behind = seen.behind(i);
      if (!cut.before().known() || !cut.off().known() || !behind.known()) {
        continue;
      }
      if (cut.before().rpm().deviation() > setup.unevenRpm()) {
        uneven++;
      } else if (drifted(cut, behind)) {
        changed++;
      } else {
        whole.add(cut);
      }
    }
    List<Integer> open =
        IntStream.rangeClosed(1, setup.cylinders())
            .filter(c -> whole.stream().noneMatch(w -> w.cylinder() == c))
            .boxed()
            .toList();
    if (uneven > changed && uneven > whole.size()) {
      return Judgement.cannotTell(
          ContributionWords.said("the-governor-hunts"), ContributionWords.said("cure-it-first"));
    }
    if (!open.isEmpty()) {
      return Judgement.cannotTell(
          ContributionWords.said(
              changed > 0 ? "the-load-changed" : "not-all-were-off", words(open)),
          ContributionWords.said("switch-loads-off"));
    }
    return judged(setup, seen, whole, changed);
  }

  private static String words(List<Integer> cylinders) {
    return cylinders.stream().map(String::valueOf).collect(Collectors.joining(", "));
  }

  private static Judgement judged(
      ContributionSetup setup, ContributionSeen seen, List<ContributionCut> whole, int changed) {
    Strength s = Strength.of(setup, seen, whole);
    List<Measured> all = measured(setup, whole, s);
    if (IntStream.range(0, setup.cylinders()).anyMatch(i -> Double.isNaN(s.strength()[i]))) {
      return new Judgement(
          Verdict.CANNOT_TELL,
          ContributionWords.said("fuelling-did-not-rise"),
          all,
          ContributionWords.said("let-it-idle"));
    }
    if (s.contradict() || changed > whole.size()) {
      return new Judgement(
          Verdict.CANNOT_TELL,
          ContributionWords.said(s.contradict() ? "ways-contradict" : "the-load-changed-often"),
          all,
          ContributionWords.said("switch-loads-off"));
    }
    List<Measured> weak = of(all, Verdict.FAIL);
    List<Measured> unsure = of(all, Verdict.CANNOT_TELL);
    if (!weak.isEmpty()) {
      Said each =
          Said.joined(
              ", ",
              weak.stream()
                  .map(
                      m ->
                          ContributionWords.said(
                              m == weak.get(0) ? "cylinder-makes" : "cylinder-makes-too",
                              m.place(),
                              Figure.whole(m.value(), Unit.PERCENT)))
                  .toList());
      boolean hidden =
          weak.stream().anyMatch(m -> s.work()[m.place() - 1] > setup.weakBelow() / 100);
      return new Judgement(
          Verdict.FAIL,
          ContributionWords.said(hidden ? "weak-and-hidden" : "weak", each),
          all,
          ContributionWords.said("compression-next"));
    }
    if (!unsure.isEmpty()) {
      return new Judgement(
          Verdict.CANNOT_TELL,
          ContributionWords.said(
              "noise-is-as-large", words(unsure.stream().map(Measured::place).toList())),
          all,
          ContributionWords.said("run-it-again"));
    }
    double spread =
        all.stream()
            .filter(m -> m.name().equals(STRENGTH))
            .mapToDouble(m -> Math.abs(m.value() - 100))
            .max()
            .orElse(0);
    return new Judgement(
        Verdict.PASS,
        ContributionWords.said(
            "all-alike",
            new Figure(spread, Unit.PERCENT, 1),
            new Figure(noise(s), Unit.PERCENT, 1)),
        all,
        ContributionWords.said("not-the-injectors"));
  }

  /** The greatest difference that noise alone makes among so many cylinders, percent. */
  private static double noise(Strength s) {
    double mean = java.util.Arrays.stream(s.error()).average().orElse(Double.NaN);
    // Expected greatest distance of n normal values: about the square root of twice the log of n.
    return 100 * mean * Math.sqrt(2 * Math.log(2.0 * s.error().length));
  }

  private static List<Measured> measured(
      ContributionSetup setup, List<ContributionCut> whole, Strength s) {
    List<Measured> all = new ArrayList<>();
    double limit = setup.weakBelow();
    for (int i = 0; i < setup.cylinders(); i++) {
      double share = Math.max(0, 100 * s.strength()[i]);
      double band = 100 * SURE * s.error()[i];
      Verdict verdict =
          share + band < limit
              ? Verdict.FAIL
              : share - band > limit ? Verdict.PASS : Verdict.CANNOT_TELL;
      all.add(
          new Measured(
              STRENGTH,
              i + 1,
              share,
              Unit.PERCENT,
              band,
              limit,
              Double.POSITIVE_INFINITY,
              Optional.of(verdict)));
    }
    for (int i = 0; i < setup.cylinders(); i++) {
      int cylinder = i + 1;
      all.add(Measured.shown(WORK, cylinder, 100 * s.work()[i], Unit.PERCENT));
      all.add(Measured.shown(BY_FUEL, cylinder, 100 * s.byFuel().share()[i], Unit.PERCENT));
      all.add(Measured.shown(BY_SEGMENTS, cylinder, 100 * s.bySegments().share()[i], Unit.PERCENT));
      all.add(Measured.shown(CORRECTION, cylinder, 100 * s.correction()[i], Unit.PERCENT));
      double dip =
          whole.stream()
              .filter(c -> c.cylinder() == cylinder)
              .mapToDouble(ContributionCut::dipRpm)
              .average()
              .orElse(Double.NaN);
      all.add(Measured.shown(SPEED_LOST, cylinder, dip, Unit.RPM));
    }
    all.add(Measured.shown(NOISE, 0, noise(s), Unit.PERCENT));
    return all;
  }

  private static List<Measured> of(List<Measured> all, Verdict verdict) {
    return all.stream().filter(m -> m.verdict().equals(Optional.of(verdict))).toList();
  }
}
