package hitchlamp.grade;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.judge.Measured;
import hitchlamp.core.pack.PackLibrary;
import hitchlamp.core.trial.BenchState;
import hitchlamp.core.trial.loaded.LoadRow;
import hitchlamp.core.trial.loaded.LoadedCutout;
import hitchlamp.core.trial.loaded.LoadedSeen;
import hitchlamp.standin.model.EngineState;
import hitchlamp.standin.scenario.Scenario;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.SplittableRandom;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Collectors;

/** Cases of the cutout under load. */
final class LoadedTrials extends Trials {
  /** Least blow-by of one cylinder relative to the others. */
  private static final double SMALLEST = 2;

  private static final double MOST = 12;

  /** Least share of the breather's opening that is missing. */
  private static final double RESTRICTED = 0.4;

  /** Least opening of the turbocharger's seal, mm². */
  private static final double SEAL = 2.5;

  /** Least and most share of the strokes of an injector that fail at full load. */
  private static final double STICKS = 0.05;

  private static final double MOST_STICKS = 0.5;

  /** Tuned on seeds 1 to 9999: the peak with it off must lie so much below the others' median. */
  private static final double SEEN = 0.2;

  private static final double NORMAL_KPA = 2.5;

  LoadedTrials(PackLibrary library) {
    super(library);
  }

  @Override
  String id() {
    return "loaded";
  }

  @Override
  String smallest() {
    return "one cylinder with twice the blow-by of the others and more, one of whose strokes 5 % and more fail at full load; told from it a breather that has lost 40 % of its opening"
        + " and more, and a turbocharger's seal of 2.5 mm² and more, where they lift the pressure above 2.5 kPa";
  }

  /** What is wrong. */
  private enum What {
    RINGS,
    BREATHER,
    SEAL,
    STICKS
  }

  @Override
  Outcome run(long seed, Lot lot) throws InterruptedException {
    SplittableRandom r = random(seed);
    String unit = unit(r);
    int n = cylinders(unit);
    int cylinder = 1 + r.nextInt(n);
    What what = What.values()[Math.max(0, r.nextInt(5) - 1)];
    double u = r.nextDouble() * r.nextDouble();
    boolean defective = lot == Lot.DEFECTIVE || lot == Lot.SPOILED && r.nextBoolean();
    List<String> defects = new ArrayList<>();
    double size = 0;
    if (defective) {
      switch (what) {
        case RINGS -> {
          size = SMALLEST * Math.pow(MOST / SMALLEST, u);
          defects.add(defect(unit, "rings-worn", size, "cylinder: " + cylinder));
        }
        case BREATHER -> {
          size = RESTRICTED + u * 0.35;
          defects.add(defect(unit, "breather-blocked", size, ""));
        }
        case SEAL -> {
          size = SEAL * Math.pow(3, u);
          defects.add(defect(unit, "turbo-seal", size, ""));
        }
        case STICKS -> {
          size = STICKS * Math.pow(MOST_STICKS / STICKS, u);
          defects.add(defect(unit, "injector-sticks", size, "cylinder: " + cylinder));
        }
      }
    }
    Spoil spoil = lot == Lot.SPOILED ? Spoil.values()[r.nextInt(Spoil.values().length)] : null;
    Scenario s = scenario(unit, r, "{key-on: yes, engine: yes}", defects);
    try (TestRig rig = new TestRig(s, pack(unit), "loaded", 25)) {
      Hands hands = new Hands(rig, spoil, defective && ofCylinder(what) ? cylinder : 0, r);
      rig.hands(hands::look);
      rig.begin(20);
      BenchState<?> end = rig.run(1_500);
      Judgement j = end.judgement();
      double now =
          j.named("crankcase").stream()
              .filter(m -> m.place() == 0)
              .mapToDouble(Measured::value)
              .findFirst()
              .orElse(Double.NaN);
      if (lot == Lot.DEFECTIVE && !ofCylinder(what) && now < NORMAL_KPA) {
        // On this engine it does no harm yet: nobody could call it a defect.
        return run(seed + 7_919_000, lot);
      }
      boolean one = defective && ofCylinder(what);
      Set<String> named = new TreeSet<>(failed(j, "cures"));
      failed(j, "uneven").stream().filter(c -> !c.equals("0")).forEach(named::add);
      return new Outcome(
          seed,
          unit,
          lot,
          spoil == null ? defective ? what.name() : "sound" : spoil.name(),
          size,
          lot == Lot.DEFECTIVE && one ? Set.of(String.valueOf(cylinder)) : Set.of(),
          j.verdict(),
          named,
          rule(end.observed()),
          j.says() + " " + figures(j) + " " + end.ending() + " " + end.says());
    }
  }

  private static boolean ofCylinder(What what) {
    return what == What.RINGS || what == What.STICKS;
  }

  /** By eye: the cylinder whose pull peaks clearly below those of the others. */
  private static Rule rule(Object seen) {
    Map<Integer, Double> peak = new TreeMap<>();
    List<LoadRow> rows = seen instanceof LoadedSeen l ? l.rows() : List.of();
    for (LoadRow row : rows) {
      if (row.off() > 0 && !Double.isNaN(row.crankcaseKpa())) {
        peak.merge(row.off(), row.crankcaseKpa(), Math::max);
      }
    }
    double[] all = peak.values().stream().mapToDouble(v -> v).sorted().toArray();
    if (all.length < 3) {
      return Rule.NONE;
    }
    double median = all[all.length / 2];
    return new Rule(
        peak.entrySet().stream()
            .filter(e -> e.getValue() < (1 - SEEN) * median)
            .map(e -> String.valueOf(e.getKey()))
            .collect(Collectors.toSet()));
  }

  /** How a run is spoiled. */
  private enum Spoil {
    /** Half of the pulls are passed over. */
    SKIPPED,
    /** The foot never stays down, the load comes and goes. */
    LIFTED,
    /** The engine is stopped in the middle. */
    ENDED_TOO_SOON,
    /** Each pull at another load. */
    GENTLE
  }

  /** Somebody who drives, and somebody who answers the test. */
  private static final class Hands {
    private final TestRig rig;
    private final Spoil spoil;
    private final PullDriver driver;
    private final PullDriver gentle;
    private final int odd;
    private int pulls;
    private boolean was;
    private long skippedAt;

    Hands(TestRig rig, Spoil spoil, int guilty, SplittableRandom r) {
      this.rig = rig;
      this.spoil = spoil;
      double much = 0.75 + 0.2 * r.nextDouble();
      double holds = spoil == Spoil.LIFTED ? 0.5 : 9 + 6 * r.nextDouble();
      boolean set = rig.unit().scenario().unit() == Scenario.Kind.GENERATING_SET;
      this.driver = new PullDriver(rig.unit(), much, set && spoil == null ? 15 : holds);
      this.gentle = new PullDriver(rig.unit(), 0.2 * much, 1.0);
      // Where the one at fault was pulled, the verdict may stand: it is the one passed over.
      this.odd = guilty > 0 ? guilty % 2 : r.nextInt(2);
    }

    void look(BenchState<?> state) {
      if (state.stage() != BenchState.Stage.RUNNING
          || !(state.observed() instanceof LoadedSeen seen)) {
        return;
      }
      if (spoil == Spoil.ENDED_TOO_SOON && pulls >= 3) {
        rig.unit().key(EngineState.Key.OFF);
        return;
      }
      if (spoil == Spoil.SKIPPED && !driver.pulls() && seen.next() > 0 && seen.next() % 2 == odd) {
        if (rig.unit().now() - skippedAt > 2 * TestRig.SECOND) {
          skippedAt = rig.unit().now();
          rig.act(LoadedCutout.SKIP);
        }
        return;
      }
      PullDriver now = spoil == Spoil.GENTLE && seen.next() % 2 == odd ? gentle : driver;
      now.drive(seen.next() >= 0);
      if (was && !now.pulls()) {
        pulls++;
      }
      was = now.pulls();
    }
  }
}
