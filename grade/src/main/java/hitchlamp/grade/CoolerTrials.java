package hitchlamp.grade;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.judge.Verdict;
import hitchlamp.core.pack.PackLibrary;
import hitchlamp.core.trial.BenchState;
import hitchlamp.standin.model.EngineState;
import hitchlamp.standin.scenario.Scenario;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.SplittableRandom;
import java.util.stream.Collectors;

/** Cases of the exhaust cooler on every kind of unit. */
final class CoolerTrials extends Trials {
  /** People let it pass whose gas is hardly hotter than the coolant, K. */
  private static final double PEOPLE_KELVIN = 30;

  CoolerTrials(PackLibrary library) {
    super(library);
  }

  @Override
  String id() {
    return "cooler";
  }

  @Override
  String smallest() {
    return "a cooler of which 40 % of the flow, or 40 % of the heat, is gone; a recirculation valve or vanes stuck are to be left to the air path test (cannot tell). Sound are engines at -20 to 40 °C and 0 to 2,500 m, hot";
  }

  /** What is wrong, with what the verdict may call it. */
  private enum What {
    FLOW("egr-cooler-blocked", Set.of("flow")),
    COOLING("egr-cooler-fouled", Set.of("cooling"));

    private final String defect;
    private final Set<String> called;

    What(String defect, Set<String> called) {
      this.defect = defect;
      this.called = called;
    }
  }

  /** How a run is spoiled. */
  private enum Spoil {
    ENDED,
    KEY_OFF,
    LET_GO,
    VALVE_STUCK,
    VANES_STUCK,
    THROTTLE_STUCK
  }

  @Override
  Outcome run(long seed, Lot lot) throws InterruptedException {
    SplittableRandom r = random(seed + lot.ordinal());
    String unit = unit(r);
    What what = What.values()[r.nextInt(What.values().length)];
    double u = r.nextDouble();
    double size = 0.4 + 0.5 * u * u;
    Spoil spoil = lot == Lot.SPOILED ? Spoil.values()[r.nextInt(Spoil.values().length)] : null;
    List<String> defects = new ArrayList<>();
    if (lot == Lot.DEFECTIVE) {
      defects.add(defect(unit, what.defect, size, ""));
    }
    if (spoil == Spoil.VALVE_STUCK) {
      defects.add(defect(unit, "egr-stuck", 0.4 * r.nextDouble(), ""));
    } else if (spoil == Spoil.VANES_STUCK) {
      defects.add(defect(unit, "vanes-stuck", 0.6 * r.nextDouble(), ""));
    } else if (spoil == Spoil.THROTTLE_STUCK) {
      defects.add(defect(unit, "throttle-stuck", 0.6 * r.nextDouble(), ""));
    }
    Scenario s = scenario(unit, r, "{key-on: yes, engine: yes}", defects);
    try (TestRig rig = new TestRig(s, pack(unit), "cooler", 20 + 100 * r.nextDouble())) {
      double after = 10 + 30 * r.nextDouble();
      double[] gone = {0};
      boolean[] done = {false};
      rig.hands(
          state -> {
            gone[0] += state.stage() == BenchState.Stage.RUNNING ? 0.1 : 0;
            if (!done[0] && gone[0] > after && spoil != null) {
              done[0] = true;
              spoil(rig, spoil);
            }
          });
      rig.begin(20);
      BenchState<?> end = rig.run(260);
      Judgement j = end.judgement();
      Set<String> parts =
          j.parts().stream()
              .filter(p -> p.verdict() == Verdict.FAIL)
              .map(Judgement.Part::id)
              .collect(Collectors.toSet());
      return new Outcome(
          seed,
          unit,
          lot,
          spoil != null ? spoil.name() : lot == Lot.DEFECTIVE ? what.name() : "sound",
          lot == Lot.DEFECTIVE ? 100 * size : 0,
          lot == Lot.DEFECTIVE ? what.called : Set.of(),
          j.verdict(),
          parts,
          rule(j),
          String.format(Locale.ROOT, "%s %s %s", j.says(), end.ending(), figures(j)));
    }
  }

  private static void spoil(TestRig rig, Spoil spoil) {
    switch (spoil) {
      case ENDED -> rig.act("end");
      case KEY_OFF -> rig.unit().key(EngineState.Key.OFF);
      case LET_GO -> rig.letGo();
      default -> {}
    }
  }

  private static Rule rule(Judgement j) {
    double behind = j.named("behind").stream().mapToDouble(m -> m.value()).max().orElse(0);
    double coolant = j.named("coolant").stream().mapToDouble(m -> m.value()).max().orElse(0);
    return behind - coolant > PEOPLE_KELVIN ? new Rule(Set.of("cooling")) : Rule.NONE;
  }
}
