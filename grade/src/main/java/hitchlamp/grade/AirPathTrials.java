package hitchlamp.grade;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.judge.Measured;
import hitchlamp.core.judge.Verdict;
import hitchlamp.core.pack.PackLibrary;
import hitchlamp.core.trial.BenchState;
import hitchlamp.core.trial.airpath.AirSeen;
import hitchlamp.core.trial.airpath.AirStage;
import hitchlamp.standin.model.EngineState;
import hitchlamp.standin.scenario.Scenario;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.SplittableRandom;
import java.util.stream.Collectors;

/** Cases of the air path: every actuator moved at raised idle on every kind of unit. */
final class AirPathTrials extends Trials {
  /** What people go by: any change of the shown pressure counts, kPa. */
  private static final double PEOPLE_SEE = 1;

  private static final List<String> ACTUATORS =
      List.of("throttle", "recirculation", "back-pressure", "turbo");

  AirPathTrials(PackLibrary library) {
    super(library);
  }

  @Override
  String id() {
    return "airpath";
  }

  @Override
  String smallest() {
    return "a recirculation cooler that lets 40 % less through; a valve, flap, throttle or vanes stuck anywhere; a back-pressure valve with half of its air; a charge leak of 72 mm² and more on 12.6 L, which is 10 % of the flow at raised idle. Sound are engines at -20 to 40 °C and 0 to 2,500 m, as warm as they get in two minutes";
  }

  /** What is wrong, with what the verdict may call it. */
  private enum What {
    PATH("egr-cooler-blocked", 0.4, 0.95, Set.of("recirculation-path")),
    VALVE("egr-stuck", 0, 0.9, Set.of("recirculation")),
    FLAP("flap-stuck", 0, 0.6, Set.of("back-pressure")),
    FLAP_AIR("actuator-air-low", 0.5, 0.9, Set.of("back-pressure")),
    VANES("vanes-stuck", 0.2, 0.9, Set.of("turbo")),
    THROTTLE("throttle-stuck", 0, 0.6, Set.of("throttle")),
    LEAK("charge-leak", 72, 250, Set.of("pipes"));

    private final String defect;
    private final double least;
    private final double most;
    private final Set<String> called;

    What(String defect, double least, double most, Set<String> called) {
      this.defect = defect;
      this.least = least;
      this.most = most;
      this.called = called;
    }
  }

  /** How a run is spoiled. */
  private enum Spoil {
    ENDED,
    KEY_OFF,
    LET_GO,
    PEDAL
  }

  @Override
  Outcome run(long seed, Lot lot) throws InterruptedException {
    SplittableRandom r = random(seed + lot.ordinal());
    String unit = unit(r);
    What what = What.values()[r.nextInt(What.values().length)];
    double u = r.nextDouble();
    double size = what.least + (what.most - what.least) * u * u;
    if (what == What.LEAK) {
      size *= displacement(unit);
    }
    Spoil spoil = lot == Lot.SPOILED ? Spoil.values()[r.nextInt(Spoil.values().length)] : null;
    List<String> defects = new ArrayList<>();
    if (lot == Lot.DEFECTIVE) {
      defects.add(defect(unit, what.defect, size, ""));
    }
    Scenario s = scenario(unit, r, "{key-on: yes, engine: yes}", defects);
    double warm = 20 + 130 * r.nextDouble();
    try (TestRig rig = new TestRig(s, pack(unit), "airpath", warm)) {
      rig.unit().key(EngineState.Key.OFF);
      rig.pass(4 + 100 * r.nextDouble());
      rig.unit().key(EngineState.Key.ON);
      rig.pass(3);
      Hands hands = new Hands(rig, spoil, 3 + 80 * r.nextDouble());
      rig.hands(hands::look);
      rig.begin(20);
      BenchState<?> end = rig.run(500);
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
          lot == Lot.DEFECTIVE ? what == What.LEAK ? size / displacement(unit) : 100 * size : 0,
          lot == Lot.DEFECTIVE ? what.called : Set.of(),
          j.verdict(),
          parts,
          rule(j),
          String.format(
              Locale.ROOT, "%s %s %s %s", j.says(), end.ending(), end.says(), figures(j)));
    }
  }

  /** Size of an engine relative to the six in line. */
  private static double displacement(String unit) {
    return switch (unit) {
      case "generating-set" -> 16.0 / 12.6;
      case "yard-tractor" -> 5.1 / 12.6;
      default -> 1;
    };
  }

  /** By thumb: what makes neither pressure change does not move. */
  private static Rule rule(Judgement j) {
    Set<String> named = new HashSet<>();
    for (int i = 0; i < ACTUATORS.size(); i++) {
      if (!sees(j, "intake", i + 1) && !sees(j, "exhaust", i + 1)) {
        named.add(ACTUATORS.get(i));
      }
    }
    return new Rule(named);
  }

  private static boolean sees(Judgement j, String name, int place) {
    return j.named(name).stream()
        .filter(m -> m.place() == place)
        .mapToDouble(Measured::value)
        .anyMatch(v -> Math.abs(v) >= PEOPLE_SEE);
  }

  /** Somebody at the key, who starts the engine when the test asks for it. */
  private static final class Hands {
    private final TestRig rig;
    private final Spoil spoil;
    private final double after;
    private boolean cranks;
    private double moving;
    private boolean spoiled;

    Hands(TestRig rig, Spoil spoil, double after) {
      this.rig = rig;
      this.spoil = spoil;
      this.after = after;
    }

    void look(BenchState<?> state) {
      if (state.stage() != BenchState.Stage.RUNNING
          || !(state.observed() instanceof AirSeen seen)) {
        return;
      }
      boolean runs = rig.unit().cab(1).engineRunning();
      if (seen.stage() == AirStage.START && !runs && !spoiled) {
        rig.unit().key(EngineState.Key.CRANK);
        cranks = true;
        return;
      }
      if (cranks) {
        rig.unit().key(EngineState.Key.ON);
        cranks = false;
      }
      moving += seen.points().isEmpty() ? 0 : 0.1;
      if (spoil == null || spoiled || moving < after) {
        return;
      }
      spoiled = true;
      switch (spoil) {
        case ENDED -> rig.act("end");
        case KEY_OFF -> rig.unit().key(EngineState.Key.OFF);
        case LET_GO -> rig.letGo();
        case PEDAL -> rig.unit().pedal(0.5);
      }
    }
  }
}
