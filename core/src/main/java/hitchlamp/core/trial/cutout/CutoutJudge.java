package hitchlamp.core.trial.cutout;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.judge.Measured;
import hitchlamp.core.judge.Median;
import hitchlamp.core.judge.Verdict;
import hitchlamp.core.quantity.Unit;
import hitchlamp.core.words.Figure;
import hitchlamp.core.words.Said;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/**
 * What a cutout by hand came to: a pure function of the observations and the limits of the pack.
 * The work of a cylinder shows in what is lost when it is off: speed falls at first, and the
 * governor adds fuel to the others until speed is back.
 */
final class CutoutJudge {
  /** Figure: percent of the median cylinder's work. */
  static final String SHARE = "share";

  /** Figure: fall of speed at the first moment. */
  static final String SPEED_LOST = "speed-lost";

  /** Figure: what the governor added a stroke. */
  static final String FUEL_ADDED = "fuel-added";

  /** The noise must be smaller than the difference by this factor (three sigma). */
  private static final double SURE = 3;

  /** Share by which speeds may differ and count as one (common practice, no source). */
  private static final double SAME_SPEED = 0.05;

  private static final int FEWEST_FOR_MIDDLE = 3;

  private CutoutJudge() {}

  /** One cylinder's work, its noise, and the speed it cost; not a number where not known. */
  private record Work(double added, double error, double dip, boolean tried) {}

  static Judgement of(CutoutSetup setup, List<CutoutObservation> seen) {
    Map<Integer, List<CutoutObservation>> of = new TreeMap<>();
    List<CutoutObservation> alone = seen.stream().filter(CutoutObservation::single).toList();
    double rpm = alone.isEmpty() ? 0 : alone.get(alone.size() - 1).before().mean();
    // What a cylinder does is compared at one speed alone: that of the newest.
    alone.stream()
        .filter(o -> Math.abs(o.before().mean() - rpm) <= SAME_SPEED * rpm)
        .forEach(o -> of.computeIfAbsent(o.off().get(0), c -> new ArrayList<>()).add(o));
    List<Work> works = new ArrayList<>();
    for (int c = 1; c <= setup.cylinders(); c++) {
      works.add(work(of.getOrDefault(c, List.of())));
    }
    double[] known =
        works.stream().mapToDouble(Work::added).filter(w -> !Double.isNaN(w)).sorted().toArray();
    double middle = Median.of(known);
    boolean enough = known.length >= FEWEST_FOR_MIDDLE && middle > 0;
    List<Measured> measured = new ArrayList<>();
    for (int i = 0; i < works.size(); i++) {
      Work w = works.get(i);
      measured.add(share(setup, i + 1, w, enough ? middle : Double.NaN));
      if (w.tried()) {
        measured.add(Measured.shown(SPEED_LOST, i + 1, w.dip(), Unit.RPM));
        measured.add(Measured.shown(FUEL_ADDED, i + 1, w.added(), Unit.MILLIGRAM));
      }
    }
    return judge(works, middle, measured);
  }

  private static Work work(List<CutoutObservation> tries) {
    return new Work(
        tries.stream().mapToDouble(CutoutObservation::added).average().orElse(Double.NaN),
        error(tries),
        tries.stream().mapToDouble(CutoutObservation::dipRpm).average().orElse(Double.NaN),
        !tries.isEmpty());
  }

  private static Measured share(CutoutSetup setup, int cylinder, Work w, double middle) {
    double share = 100 * w.added() / middle;
    double band = 100 * SURE * w.error() / Math.abs(middle);
    double limit = 100 * setup.weakBelow();
    Verdict verdict =
        share + band < limit
            ? Verdict.FAIL
            : Math.abs(band) < 100 - limit ? Verdict.PASS : Verdict.CANNOT_TELL;
    return new Measured(
        SHARE,
        cylinder,
        share,
        Unit.PERCENT,
        band,
        limit,
        Double.POSITIVE_INFINITY,
        Optional.of(verdict));
  }

  /** Error of the mean of several tries: of each what its two means can be off by. */
  private static double error(List<CutoutObservation> tries) {
    double squares = 0;
    for (CutoutObservation o : tries) {
      double before = o.fuelBefore().error();
      double after = o.fuelSettled().error();
      squares += before * before + after * after;
    }
    return tries.isEmpty() ? Double.NaN : Math.sqrt(squares) / tries.size();
  }

  private static Judgement judge(List<Work> works, double middle, List<Measured> measured) {
    List<Measured> shares = measured.stream().filter(m -> m.name().equals(SHARE)).toList();
    List<Said> weak = new ArrayList<>();
    List<String> open = new ArrayList<>();
    List<String> unsure = new ArrayList<>();
    for (Measured m : shares) {
      String cylinder = String.valueOf(m.place());
      if (m.verdict().orElseThrow() == Verdict.FAIL) {
        weak.add(
            CutoutWords.said(
                weak.isEmpty() ? "cylinder-does" : "cylinder-does-too", cylinder, percent(m)));
      } else if (!works.get(m.place() - 1).tried()) {
        open.add(cylinder);
      } else if (m.verdict().orElseThrow() == Verdict.CANNOT_TELL) {
        unsure.add(cylinder);
      }
    }
    if (!(middle > 0) && open.isEmpty()) {
      return of(
          Verdict.CANNOT_TELL,
          measured,
          CutoutWords.said("fuelling-did-not-rise"),
          "is-the-speed-held");
    }
    if (!weak.isEmpty()) {
      Said rest =
          open.isEmpty() ? Said.plain("") : CutoutWords.said("not-tried", String.join(", ", open));
      return of(
          Verdict.FAIL,
          measured,
          CutoutWords.said("of-the-median-cylinders-work", Said.joined(", ", weak), rest),
          "measure-its-compression-next");
    }
    if (!open.isEmpty()) {
      return of(
          Verdict.CANNOT_TELL,
          measured,
          CutoutWords.said("not-tried-alone-for-long-enough", String.join(", ", open)),
          "switch-off-each-of-them-alone");
    }
    if (!unsure.isEmpty()) {
      return of(
          Verdict.CANNOT_TELL,
          measured,
          CutoutWords.said("the-noise-is-as-large", String.join(", ", unsure)),
          "let-idle-settle");
    }
    double spread = shares.stream().mapToDouble(m -> Math.abs(m.value() - 100)).max().orElse(0);
    return of(
        Verdict.PASS,
        measured,
        CutoutWords.said("all-contribute-alike", Figure.whole(spread, Unit.PERCENT)),
        "look-elsewhere");
  }

  private static Figure percent(Measured m) {
    return Figure.whole(m.value(), m.unit());
  }

  private static Judgement of(Verdict v, List<Measured> measured, Said says, String next) {
    return new Judgement(v, says, measured, CutoutWords.said(next));
  }
}
