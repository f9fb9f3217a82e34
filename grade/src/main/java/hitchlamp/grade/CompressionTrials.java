package hitchlamp.grade;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.judge.Measured;
import hitchlamp.core.pack.PackLibrary;
import hitchlamp.core.trial.BenchState;
import hitchlamp.core.trial.compression.CompressionSeen;
import hitchlamp.core.trial.compression.CrankCycle;
import hitchlamp.standin.model.EngineState;
import hitchlamp.standin.scenario.Scenario;
import hitchlamp.standin.unit.SimUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.SplittableRandom;
import java.util.stream.Collectors;
import java.util.stream.IntStream;

/** Cases of relative compression. */
final class CompressionTrials extends Trials {
  /** Least share that is missing in a case that is called defective, percent of the median. */
  private static final double SMALLEST = 12;

  private static final double CRANKED_RADIANS = 20;
  private static final double HALF_OPEN = 0.05;
  private static final double MOST_BY_RINGS = 25;

  CompressionTrials(PackLibrary library) {
    super(library);
  }

  @Override
  String id() {
    return "compression";
  }

  @Override
  String smallest() {
    return "one cylinder 12 % under the median, by worn rings or a valve held open, to none at all";
  }

  @Override
  Outcome run(long seed, Lot lot) throws InterruptedException {
    SplittableRandom r = random(seed);
    String unit = unit(r);
    int cylinder = 1 + r.nextInt(cylinders(unit));
    List<String> defects = new ArrayList<>();
    double missing = 0;
    if (lot == Lot.DEFECTIVE) {
      // As often small as large.
      missing = SMALLEST * Math.pow(100 / SMALLEST, r.nextDouble() * r.nextDouble());
      defects.add(leak(unit, missing, cylinder));
    }
    Spoil spoil = lot == Lot.SPOILED ? Spoil.values()[r.nextInt(Spoil.values().length)] : null;
    if (lot == Lot.SPOILED && r.nextBoolean()) {
      defects.add(leak(unit, 12 + 80 * r.nextDouble(), cylinder));
    }
    if (spoil == Spoil.WEAK_BATTERIES) {
      defects.add(defect(unit, "battery-weak", 4.5 + 6 * r.nextDouble(), ""));
    } else if (spoil == Spoil.DRAGGING) {
      defects.add(defect(unit, "starter-weak", 0.72 + 0.2 * r.nextDouble(), ""));
    }
    Scenario s = scenario(unit, r, "{key-on: yes, engine: no}", defects);
    try (TestRig rig = new TestRig(s, pack(unit), "compression", 3)) {
      double[] truth = shares(rig.unit().firstEngine().compressions(CRANKED_RADIANS));
      if (lot == Lot.DEFECTIVE && truth[cylinder - 1] > 100 - SMALLEST) {
        // What this engine's own scatter makes of it is too small to count.
        return run(seed + 7_919_000, lot);
      }
      Hands hands = new Hands(rig.unit(), spoil, r);
      rig.hands(hands::look);
      rig.begin(8);
      BenchState<?> end = rig.run(80);
      Judgement j = end.judgement();
      return new Outcome(
          seed,
          unit,
          lot,
          spoil == null ? missing > 0 ? "leak" : "sound" : spoil.name(),
          lot == Lot.SOUND ? 0 : 100 - truth[cylinder - 1],
          lot == Lot.DEFECTIVE ? Set.of(String.valueOf(cylinder)) : Set.of(),
          j.verdict(),
          failed(j, "compression"),
          rule(end.observed()),
          j.says() + " " + figures(j, truth) + " " + end.ending() + " " + end.says());
    }
  }

  private static String leak(String unit, double missing, int cylinder) {
    double left = 1 - missing / 100;
    if (missing < MOST_BY_RINGS && cylinder % 2 == 0) {
      // What rings leak at the speed of a starter, solved for the share that is left.
      double kept = (0.35 + 0.65 * 20 / 70) * left;
      double rings = 20 * (0.65 / (kept - 0.35) - 1) / 50;
      return defect(unit, "rings-worn", rings, "cylinder: " + cylinder);
    }
    return defect(
        unit,
        "valve-open",
        Math.min(1, HALF_OPEN * (1 - left) / Math.max(1e-3, left)),
        "cylinder: " + cylinder);
  }

  private static String figures(Judgement j, double[] truth) {
    List<Measured> all = j.named("compression");
    return IntStream.range(0, all.size())
        .mapToObj(
            i ->
                String.format(
                    java.util.Locale.ROOT,
                    "%.1f±%.1f(%.1f)",
                    all.get(i).value(),
                    all.get(i).plusMinus(),
                    truth[i]))
        .collect(Collectors.joining(" "));
  }

  /**
   * The rule that people use: which cylinder's dead centre is passed fastest, by the eye on a trace
   * of crank speed; named where it is clearly faster than the rest.
   */
  private static Rule rule(Object seen) {
    List<CrankCycle> cycles =
        seen instanceof CompressionSeen c
            ? c.cycles().stream().filter(x -> !x.times().isEmpty()).toList()
            : List.of();
    if (cycles.size() < 3) {
      return Rule.NONE;
    }
    int n = cycles.get(0).times().size();
    double[] first = new double[n];
    double sum = 0;
    for (CrankCycle c : cycles) {
      for (int i = 0; i < n; i++) {
        first[i] += c.times().get(i).get(0);
        sum += c.times().get(i).get(0);
      }
    }
    int fastest = 0;
    for (int i = 1; i < n; i++) {
      fastest = first[i] < first[fastest] ? i : fastest;
    }
    return first[fastest] < CLEARLY * sum / n
        ? new Rule(Set.of(String.valueOf(fastest + 1)))
        : Rule.NONE;
  }

  /** Tuned on seeds 1 to 9999. */
  private static final double CLEARLY = 0.97;

  /** How a run is spoiled. */
  private enum Spoil {
    WEAK_BATTERIES,
    DRAGGING,
    LET_GO_TOO_SOON,
    /** The key is jogged. */
    UNEVEN
  }

  /** The person at the key. */
  private static final class Hands {
    private final SimUnit unit;
    private final Spoil spoil;
    private final double late;
    private final double holds;

    /** How long a hand takes from the word to the key, s. */
    private final double slow;

    private double since = Double.NaN;
    private double told = Double.NaN;

    Hands(SimUnit unit, Spoil spoil, SplittableRandom r) {
      this.unit = unit;
      this.spoil = spoil;
      this.late = 0.5 + 2 * r.nextDouble();
      this.holds = 0.6 + 1.2 * r.nextDouble();
      this.slow = 0.2 + 2.3 * r.nextDouble();
    }

    void look(BenchState<?> state) {
      if (!(state.observed() instanceof CompressionSeen seen)
          || state.stage() != BenchState.Stage.RUNNING) {
        return;
      }
      double now = unit.now() / 1e6;
      switch (seen.stage()) {
        case CRANK -> crankAfter(now, late);
        case KEEP_CRANKING, CRANK_AGAIN -> keep(now);
        case LET_GO -> letGo(now);
        case DONE -> unit.key(EngineState.Key.ON);
        default -> {}
      }
    }

    private void crankAfter(double now, double wait) {
      since = Double.isNaN(since) ? now : since;
      if (now - since > wait) {
        unit.key(EngineState.Key.CRANK);
      }
    }

    private void letGo(double now) {
      told = Double.isNaN(told) ? now : told;
      if (now - told > slow) {
        unit.key(EngineState.Key.ON);
      }
    }

    private void keep(double now) {
      if (spoil == Spoil.LET_GO_TOO_SOON && now - since > late + 2 * holds) {
        unit.key(EngineState.Key.ON);
      } else if (spoil == Spoil.UNEVEN) {
        boolean on = (now - since) % (2 * holds) < holds;
        unit.key(on ? EngineState.Key.CRANK : EngineState.Key.ON);
      }
    }
  }
}
