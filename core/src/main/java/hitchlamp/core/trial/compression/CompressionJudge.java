package hitchlamp.core.trial.compression;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.judge.Measured;
import hitchlamp.core.judge.Median;
import hitchlamp.core.judge.Verdict;
import hitchlamp.core.quantity.Unit;
import hitchlamp.core.words.Figure;
import hitchlamp.core.words.Said;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;

/** What a cranked engine comes to: a pure function of its cycles and the limits of the pack. */
final class CompressionJudge {
  /** Figure: percent of the median cylinder. */
  static final String SHARE = "compression";

  /** Figure: mean crank speed. */
  static final String SPEED = "crank-speed";

  /** Figure: lowest supply while it was cranked. */
  static final String SUPPLY = "supply-least";

  /** Figure: by how much a median compression slows the crank. */
  static final String DIP = "dip";

  private static final int FEWEST = 5;

  /** Who lets go of the key so often cranks unevenly. */
  private static final int MOST_STRETCHES = 3;

  /** Cycles whose speed is so far from the median's are none of steady cranking. */
  private static final double UNSTEADY = 0.12;

  /** Above this share of the dips the speed does not follow compressions. */
  private static final double UNEXPLAINED = 0.16;

  /** The noise must be smaller than the difference by this factor. */
  private static final double SURE = 2.5;

  /**
   * What the wheel's own errors make, percent: its edges stand up to 0.03° wrong (common practice,
   * no source).
   */
  private static final double WHEEL = 0.5;

  private CompressionJudge() {}

  static Judgement of(CompressionSetup setup, CompressionSeen seen) {
    if (seen.fired()) {
      return Judgement.cannotTell(
          CompressionWords.said("it-ran"), CompressionWords.said("key-off-and-again"));
    }
    if (goesOn(seen)) {
      return Judgement.cannotTell(
          CompressionWords.said("is-cranked", seen.cycles().size(), seen.wanted()),
          CompressionWords.said("crank-until-told"));
    }
    List<CrankCycle> whole = seen.cycles().stream().filter(CrankCycle::whole).toList();
    Optional<CrankCycle> other =
        whole.stream().filter(c -> c.times().size() != setup.cylinders()).findFirst();
    if (other.isPresent()) {
      return Judgement.cannotTell(
          CompressionWords.said("another-count", other.get().times().size(), setup.cylinders()),
          CompressionWords.said("choose-the-right-pack"));
    }
    List<CrankCycle> steady = steady(whole);
    List<Measured> beside = beside(setup, seen, steady);
    Said open = open(setup, seen, whole, steady);
    if (open != null) {
      return new Judgement(
          Verdict.CANNOT_TELL, open, beside, CompressionWords.said(next(setup, seen)));
    }
    CrankFit.Fitted fitted = new CrankFit(setup.shape(), setup.firing(), setup.parts()).fit(steady);
    List<Measured> all = new ArrayList<>(measured(setup, fitted));
    all.addAll(beside);
    all.add(Measured.shown(DIP, 0, fitted.dipRpm(), Unit.RPM));
    if (fitted.unexplained() > UNEXPLAINED) {
      return new Judgement(
          Verdict.CANNOT_TELL,
          CompressionWords.said("speed-follows-no-compressions"),
          beside,
          CompressionWords.said("check-the-starter"));
    }
    return judged(setup, all, fitted, steady);
  }

  /** A verdict that changes with every turn helps nobody at the key. */
  private static boolean goesOn(CompressionSeen seen) {
    return seen.stage() != CompressionSeen.Stage.LET_GO
        && seen.stage() != CompressionSeen.Stage.DONE;
  }

  private static List<CrankCycle> steady(List<CrankCycle> whole) {
    double[] speeds = whole.stream().mapToDouble(CrankCycle::rpm).sorted().toArray();
    double median = speeds.length == 0 ? 0 : speeds[speeds.length / 2];
    return whole.stream().filter(c -> Math.abs(c.rpm() / median - 1) <= UNSTEADY).toList();
  }

  private static double rpm(List<CrankCycle> cycles) {
    return cycles.stream().mapToDouble(CrankCycle::rpm).average().orElse(Double.NaN);
  }

  private static boolean sags(CompressionSetup setup, CompressionSeen seen) {
    return seen.leastVolts() < setup.sagBelow() * seen.restVolts();
  }

  /** Why nothing can be told; null where something can. */
  private static Said open(
      CompressionSetup setup,
      CompressionSeen seen,
      List<CrankCycle> whole,
      List<CrankCycle> steady) {
    if (!seen.says().isEmpty() && whole.size() < FEWEST) {
      return CompressionWords.said("the-module-holds-no-fuel-back", seen.says());
    }
    if (sags(setup, seen)) {
      return CompressionWords.said(
          "supply-sagged",
          new Figure(seen.leastVolts(), Unit.VOLT, 1),
          new Figure(seen.restVolts(), Unit.VOLT, 1));
    }
    if (whole.size() < FEWEST) {
      return CompressionWords.said("too-few-turns", 2 * whole.size(), 2 * FEWEST);
    }
    if (rpm(whole) < setup.slowRpm()) {
      return CompressionWords.said("too-slow", Figure.whole(rpm(whole), Unit.RPM));
    }
    if (seen.stretches() > MOST_STRETCHES
        || steady.size() < FEWEST
        || 2 * steady.size() < whole.size()) {
      return CompressionWords.said("uneven-cranking");
    }
    return null;
  }

  private static String next(CompressionSetup setup, CompressionSeen seen) {
    if (sags(setup, seen)) {
      return "charge-first";
    }
    return "crank-longer";
  }

  private static List<Measured> beside(
      CompressionSetup setup, CompressionSeen seen, List<CrankCycle> steady) {
    List<Measured> all = new ArrayList<>();
    if (!steady.isEmpty()) {
      all.add(Measured.shown(SPEED, 0, rpm(steady), Unit.RPM));
    }
    if (!Double.isNaN(seen.leastVolts())) {
      all.add(
          new Measured(
              SUPPLY,
              0,
              seen.leastVolts(),
              Unit.VOLT,
              Double.NaN,
              setup.sagBelow() * seen.restVolts(),
              Double.POSITIVE_INFINITY,
              Optional.empty()));
    }
    return all;
  }

  private static List<Measured> measured(CompressionSetup setup, CrankFit.Fitted fitted) {
    int n = setup.cylinders();
    int cycles = fitted.share().size();
    double[] mean = new double[n];
    for (double[] cycle : fitted.share()) {
      for (int i = 0; i < n; i++) {
        mean[i] += cycle[i] / cycles;
      }
    }
    double median = Median.of(mean);
    List<Measured> all = new ArrayList<>();
    for (int i = 0; i < n; i++) {
      double squares = 0;
      for (double[] cycle : fitted.share()) {
        squares += Math.pow(cycle[i] - mean[i], 2);
      }
      double noise = 100 / median * Math.sqrt(squares / (cycles - 1) / cycles);
      double band = SURE * Math.hypot(noise, WHEEL);
      double share = Math.max(0, 100 * mean[i] / median);
      double low = setup.lowBelow();
      Verdict verdict =
          share + band < low
              ? Verdict.FAIL
              : share - band > low ? Verdict.PASS : Verdict.CANNOT_TELL;
      all.add(
          new Measured(
              SHARE,
              i + 1,
              share,
              Unit.PERCENT,
              band,
              low,
              Double.POSITIVE_INFINITY,
              Optional.of(verdict)));
    }
    return all;
  }

  private static Judgement judged(
      CompressionSetup setup, List<Measured> all, CrankFit.Fitted fitted, List<CrankCycle> steady) {
    List<Measured> low = of(all, Verdict.FAIL);
    List<Measured> open = of(all, Verdict.CANNOT_TELL);
    boolean mayBeAll = rpm(steady) > setup.fastRpm() || fitted.dipRpm() < setup.dipRpm();
    Said hint =
        mayBeAll
            ? CompressionWords.said(
                "all-may-be-low",
                Figure.whole(rpm(steady), Unit.RPM),
                Figure.whole(fitted.dipRpm(), Unit.RPM))
            : Said.plain("");
    if (!low.isEmpty()) {
      boolean none = low.stream().anyMatch(m -> m.value() < setup.noneBelow());
      List<Said> each =
          low.stream()
              .map(
                  m ->
                      CompressionWords.said(
                          m == low.get(0) ? "cylinder-has" : "cylinder-has-too",
                          m.place(),
                          Figure.whole(m.value(), Unit.PERCENT)))
              .toList();
      return new Judgement(
          Verdict.FAIL,
          CompressionWords.said("of-the-median", Said.joined(", ", each), hint),
          all,
          CompressionWords.said(none ? "look-for-an-open-valve" : "find-the-leak"));
    }
    if (!open.isEmpty()) {
      return new Judgement(
          Verdict.CANNOT_TELL,
          CompressionWords.said(
              "too-near-the-limit",
              open.stream().map(m -> String.valueOf(m.place())).collect(Collectors.joining(", "))),
          all,
          CompressionWords.said("crank-longer"));
    }
    double spread =
        all.stream()
            .filter(m -> m.name().equals(SHARE))
            .mapToDouble(m -> Math.abs(m.value() - 100))
            .max()
            .orElse(0);
    return new Judgement(
        Verdict.PASS,
        CompressionWords.said("all-alike", Figure.whole(Math.ceil(spread), Unit.PERCENT), hint),
        all,
        CompressionWords.said(mayBeAll ? "measure-one-with-a-gauge" : "not-the-compression"));
  }

  private static List<Measured> of(List<Measured> all, Verdict verdict) {
    return all.stream().filter(m -> m.verdict().equals(Optional.of(verdict))).toList();
  }
}
