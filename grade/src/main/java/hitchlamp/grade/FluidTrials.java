package hitchlamp.grade;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.judge.Verdict;
import hitchlamp.core.pack.PackLibrary;
import hitchlamp.core.trial.BenchState;
import hitchlamp.core.trial.fluid.FluidSeen;
import hitchlamp.core.trial.fluid.UreaSolution;
import hitchlamp.standin.aftertreatment.FluidTank;
import hitchlamp.standin.model.EngineState;
import hitchlamp.standin.scenario.Scenario;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.SplittableRandom;
import java.util.TreeSet;
import java.util.stream.Collectors;

/** Cases of the fluid's quality: water in it, a sensor that is off, both. */
final class FluidTrials extends Trials {
  private static final int QUALITY_SPN = 3516;

  /** A refractometer in a hand is off by this much at most, points of percent. */
  private static final double READS_WITHIN = 0.4;

  private static final double INDEX_STEP = 1e-4;

  FluidTrials(PackLibrary library) {
    super(library);
  }

  @Override
  String id() {
    return "fluid";
  }

  @Override
  String smallest() {
    return "fluid 3 points weak, a sensor 3 points off, both";
  }

  @Override
  List<String> units() {
    return List.of("road-truck");
  }

  @Override
  Outcome run(long seed, Lot lot) throws InterruptedException {
    SplittableRandom r = random(seed);
    String unit = unit(r);
    boolean defective = lot == Lot.DEFECTIVE || lot == Lot.SPOILED && r.nextBoolean();
    int which = r.nextInt(3);
    double weak = defective && which != 1 ? 3 + 25 * Math.pow(r.nextDouble(), 2) : 0;
    double off =
        defective && which != 0
            ? (3 + 12 * Math.pow(r.nextDouble(), 2)) * (r.nextBoolean() ? 1 : -1)
            : 0;
    // With the fluid weak, a sensor far on the other side looks as if something else were in it.
    off = weak > 0 && off > 0 ? Math.min(off, 4) : off;
    List<String> defects = new ArrayList<>();
    Set<String> guilty = new TreeSet<>();
    if (weak > 0) {
      guilty.add("fluid");
      defects.add(defect(unit, "fluid-diluted", weak / (100 * FluidTank.UREA), ""));
    }
    if (off != 0) {
      guilty.add("sensor");
      defects.add(defect(unit, "sensor-drift", off, "spn: " + QUALITY_SPN));
    }
    Spoil spoil = lot == Lot.SPOILED ? Spoil.values()[r.nextInt(Spoil.values().length)] : null;
    boolean cold = spoil == Spoil.FROZEN;
    Scenario s =
        scenario(unit, r, "{key-on: yes, engine: no}", defects, cold ? -25 : -5, cold ? -13 : 40);
    double reads = 100 * FluidTank.UREA - weak + READS_WITHIN * (2 * r.nextDouble() - 1);
    boolean index = r.nextBoolean();
    try (TestRig rig = new TestRig(s, pack(unit), "fluid", 3)) {
      rig.hands(
          state -> {
            if (!(state.observed() instanceof FluidSeen seen) || seen.answered()) {
              return;
            }
            if (spoil == Spoil.KEY_OFF) {
              rig.unit().key(EngineState.Key.OFF);
            }
            boolean none = spoil == Spoil.NO_REFRACTOMETER || spoil == Spoil.KEY_OFF;
            rig.act(none ? "none" : entered(reads, index));
          });
      rig.begin(8);
      BenchState<?> end = rig.run(60);
      Judgement j = end.judgement();
      return new Outcome(
          seed,
          unit,
          lot,
          spoil == null ? defective ? String.join(" and ", guilty) : "sound" : spoil.name(),
          Math.max(weak, Math.abs(off)),
          lot == Lot.DEFECTIVE ? guilty : Set.of(),
          j.verdict(),
          named(j),
          rule(end.observed()),
          j.says() + " " + end.ending());
    }
  }

  private static String entered(double percent, boolean index) {
    if (index) {
      double steps = Math.rint(UreaSolution.index(percent) / INDEX_STEP) * INDEX_STEP;
      return String.format(Locale.ROOT, "refractometer %.4f INDEX", steps);
    }
    return String.format(Locale.ROOT, "refractometer %.1f PERCENT", percent);
  }

  private static Set<String> named(Judgement j) {
    return j.parts().stream()
        // What cannot be told from it is named beside it.
        .filter(p -> p.verdict() != Verdict.PASS)
        .map(Judgement.Part::id)
        .collect(Collectors.toSet());
  }

  /** The rule that people use: what the sensor tells below 30 % is bad fluid. */
  private static Rule rule(Object seen) {
    return seen instanceof FluidSeen f && f.quality().count() > 0 && f.quality().mean() < 30
        ? new Rule(Set.of("fluid"))
        : Rule.NONE;
  }

  /** How a run is spoiled. */
  private enum Spoil {
    NO_REFRACTOMETER,
    FROZEN,
    KEY_OFF
  }
}
