package hitchlamp.core.trial.loaded;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.judge.Measured;
import hitchlamp.core.judge.Median;
import hitchlamp.core.judge.Verdict;
import hitchlamp.core.quantity.Unit;
import hitchlamp.core.trial.loaded.LeftOut.Why;
import hitchlamp.core.words.Figure;
import hitchlamp.core.words.Said;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;
import java.util.stream.IntStream;

/** What pulls with each cylinder off come to. */
public final class LoadedJudge {
  /** Figure: crankcase pressure at the common load with that cylinder off; 0 with all firing. */
  static final String PRESSURE = "crankcase";

  /** Figure: by how much it lies below what it is with any other off, percent. */
  static final String CURES = "cures";

  /** Figures: a stretch that was not compared, named by why; the second at which it began. */
  static final String LEFT_OUT = "left-out-";

  private static final double SURE = 2;
  private static final int FEWEST_OTHERS = 2;

  /** Less than this between most of the moments is no pressure that moves, kPa. */
  private static final double STILL_KPA = 0.02;

  private static final int EDGE = 50;

  private LoadedJudge() {}

  /**
   * What was compared and what was not.
   *
   * @param judgement of it
   * @param leftOut stretches that were not compared, with the reason
   */
  public record Compared(Judgement judgement, List<LeftOut> leftOut) {
    public Compared {
      leftOut = List.copyOf(leftOut);
    }
  }

  /** Cuts the pulls out of a recording, matches and judges them. */
  public static Compared of(LoadedSetup setup, List<LoadRow> rows) {
    return of(setup, rows, List.of());
  }

  /** The same, with how unlike the cycles were to each other. */
  public static Compared of(LoadedSetup setup, List<LoadRow> rows, List<Uneven> uneven) {
    Pulls pulls = Pulls.of(rows, setup);
    List<LeftOut> leftOut = new ArrayList<>(pulls.leftOut());
    if (pulls.pulls().isEmpty()) {
      return new Compared(
          with(
              Judgement.cannotTell(LoadedWords.said("no-pull"), LoadedWords.said("pull-again-all")),
              leftOut),
          leftOut);
    }
    Roughness rough = Roughness.of(setup, pulls.pulls(), uneven);
    if (still(rows)) {
      Judgement nothing =
          Judgement.cannotTell(
              LoadedWords.said("does-not-follow"), LoadedWords.said("look-at-the-sensor"));
      return new Compared(with(rough.with(nothing), leftOut), leftOut);
    }
    LoadedCompare c = LoadedCompare.of(pulls.pulls());
    leftOut.addAll(c.leftOut());
    return new Compared(with(rough.with(judged(setup, c, leftOut)), leftOut), leftOut);
  }

  /** Which pulls would have to be made again for a verdict: those missing, then those unsure. */
  static List<Integer> again(LoadedSetup setup, Judgement j) {
    Set<Integer> there =
        j.named(PRESSURE).stream().map(Measured::place).collect(Collectors.toSet());
    List<Integer> all = new ArrayList<>();
    for (int off = 0; off <= setup.cylinders(); off++) {
      if (!there.contains(off)) {
        all.add(off);
      }
    }
    for (String figure : List.of(CURES, Roughness.UNEVEN)) {
      j.named(figure).stream()
          .filter(m -> m.verdict().equals(Optional.of(Verdict.CANNOT_TELL)))
          .map(Measured::place)
          .filter(off -> !all.contains(off))
          .forEach(all::add);
    }
    return all;
  }

  /** True for a figure that says what was left out. */
  public static boolean leftOut(Measured m) {
    return m.name().startsWith(LEFT_OUT);
  }

  /** What was left out stands among the figures: why, with which cylinder off, when it began. */
  private static Judgement with(Judgement j, List<LeftOut> leftOut) {
    List<Measured> all = new ArrayList<>(j.measured());
    for (LeftOut l : leftOut) {
      all.add(Measured.shown(LEFT_OUT + l.why().word(), l.off(), l.fromSeconds(), Unit.SECOND));
    }
    return new Judgement(j.verdict(), j.says(), all, j.next());
  }

  /** True where the crankcase pressure stands still whatever the load does. */
  private static boolean still(List<LoadRow> rows) {
    double[] all =
        rows.stream()
            .mapToDouble(LoadRow::crankcaseKpa)
            .filter(v -> !Double.isNaN(v))
            .sorted()
            .toArray();
    int edge = all.length / EDGE;
    return all.length > 0 && all[all.length - 1 - edge] - all[edge] < STILL_KPA;
  }

  private static double mean(List<Double> of) {
    return of.stream().mapToDouble(v -> v).average().orElse(Double.NaN);
  }

  private static Judgement judged(LoadedSetup setup, LoadedCompare c, List<LeftOut> leftOut) {
    Map<Integer, Double> level = new TreeMap<>();
    c.level().forEach((off, levels) -> level.put(off, mean(levels)));
    List<Integer> missing =
        IntStream.rangeClosed(0, setup.cylinders())
            .filter(o -> !level.containsKey(o))
            .boxed()
            .toList();
    List<Measured> measured = new ArrayList<>();
    Integer guilty = null;
    List<Integer> unsure = new ArrayList<>();
    for (Map.Entry<Integer, Double> e : level.entrySet()) {
      int off = e.getKey();
      measured.add(Measured.shown(PRESSURE, off, Math.exp(e.getValue()), Unit.KILOPASCAL));
      double[] others =
          level.entrySet().stream()
              .filter(o -> o.getKey() > 0 && o.getKey() != off)
              .mapToDouble(Map.Entry::getValue)
              .sorted()
              .toArray();
      if (off == 0 || others.length < FEWEST_OTHERS) {
        continue;
      }
      double middle = Median.of(others);
      double lower = 100 * (1 - Math.exp(e.getValue() - middle));
      double band =
          100
              * SURE
              * c.scatter()
              * Math.sqrt(1.0 / c.level().get(off).size() + 1.0 / others.length);
      Verdict v =
          lower - band > setup.curesPercent()
              ? Verdict.FAIL
              : lower + band < setup.curesPercent() ? Verdict.PASS : Verdict.CANNOT_TELL;
      if (v == Verdict.FAIL && (guilty == null || e.getValue() < level.get(guilty))) {
        guilty = off;
      }
      if (v == Verdict.CANNOT_TELL) {
        unsure.add(off);
      }
      measured.add(
          new Measured(
              CURES,
              off,
              lower,
              Unit.PERCENT,
              band,
              Double.NEGATIVE_INFINITY,
              setup.curesPercent(),
              Optional.of(v)));
    }
    return said(setup, level, missing, guilty, unsure, measured, leftOut);
  }

  private static Judgement said(
      LoadedSetup setup,
      Map<Integer, Double> level,
      List<Integer> missing,
      Integer guilty,
      List<Integer> unsure,
      List<Measured> measured,
      List<LeftOut> leftOut) {
    if (guilty != null) {
      double with = Math.exp(level.getOrDefault(0, Median.of(others(level, guilty))));
      return new Judgement(
          Verdict.FAIL,
          LoadedWords.said(
              "cures",
              guilty,
              new Figure(with, Unit.KILOPASCAL, 1),
              new Figure(Math.exp(level.get(guilty)), Unit.KILOPASCAL, 1)),
          measured,
          LoadedWords.said("compression-of-it"));
    }
    if (!missing.isEmpty()) {
      String which =
          missing.stream()
              .map(o -> o == 0 ? LoadedWords.say("all-firing") : LoadedWords.say("with-off", o))
              .collect(Collectors.joining(", "));
      return new Judgement(
          Verdict.CANNOT_TELL,
          LoadedWords.said("pulls-are-missing", which, why(leftOut)),
          measured,
          LoadedWords.said("repeat", which));
    }
    if (!unsure.isEmpty()) {
      return new Judgement(
          Verdict.CANNOT_TELL,
          LoadedWords.said(
              "scatter-is-as-large",
              unsure.stream().map(String::valueOf).collect(Collectors.joining(", "))),
          measured,
          LoadedWords.said(
              "repeat",
              unsure.stream()
                  .map(o -> LoadedWords.say("with-off", o))
                  .collect(Collectors.joining(", "))));
    }
    double now = Math.exp(level.get(0));
    Figure shown = new Figure(now, Unit.KILOPASCAL, 1);
    return now > setup.normalKpa()
        ? new Judgement(
            Verdict.FAIL,
            LoadedWords.said("none-cures", shown),
            measured,
            LoadedWords.said("breather-or-seal"))
        : new Judgement(
            Verdict.PASS,
            LoadedWords.said("normal", shown),
            measured,
            LoadedWords.said("not-blow-by"));
  }

  private static double[] others(Map<Integer, Double> level, int but) {
    return level.entrySet().stream()
        .filter(o -> o.getKey() > 0 && o.getKey() != but)
        .mapToDouble(Map.Entry::getValue)
        .sorted()
        .toArray();
  }

  private static Said why(List<LeftOut> leftOut) {
    List<Why> whys = leftOut.stream().map(LeftOut::why).distinct().toList();
    return whys.isEmpty()
        ? Said.plain("")
        : LoadedWords.said(
            "left-out",
            whys.stream().map(w -> LoadedWords.say(w.word())).collect(Collectors.joining(", ")));
  }
}
