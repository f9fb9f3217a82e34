package hitchlamp.grade;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.judge.Verdict;
import hitchlamp.core.pack.PackLibrary;
import hitchlamp.core.trial.BenchState;
import hitchlamp.core.trial.rail.RailPressure;
import hitchlamp.core.trial.rail.RailSeen;
import hitchlamp.core.trial.rail.RailStage;
import hitchlamp.standin.model.EngineState;
import hitchlamp.standin.scenario.Scenario;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.SplittableRandom;
import java.util.stream.Collectors;

/** Cases of rail and supply pressure, with somebody at pedal and key. */
final class RailTrials extends Trials {
  /** People look whether measured follows commanded, MPa. */
  private static final double PEOPLE_MPA = 7.6;

  RailTrials(PackLibrary library) {
    super(library);
  }

  @Override
  String id() {
    return "rail";
  }

  @Override
  String smallest() {
    return "a rail that loses 10 % of the pump's flow, a filter at twice its permitted drop, a lift pump at 70 %, a high-pressure pump at 75 % or injectors that return twice as much, a relief valve that opens at 105 MPa and below (not on the generating set, whose governor makes no snap). A worn pump and injectors that return too much cannot be told apart without load, since what both cost goes with speed and pressure alike: they are one answer";
  }

  /** What is wrong, with what the verdict may call it. */
  private enum What {
    LEAK("rail-leak", 0.1, 0.6, Set.of("rail-leak")),
    FILTER("fuel-filter-blocked", 10.7, 30, Set.of("fuel-filter")),
    LIFT("fuel-pump-weak", 0.3, 0.6, Set.of("lift-pump")),
    PUMP("rail-pump-weak", 0.25, 0.5, Set.of("high-pressure")),
    RETURNS("injector-return", 2, 5, Set.of("high-pressure")),
    RELIEF("rail-relief-early", 105, 75, Set.of("relief-valve"));

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
    RESTARTED,
    SKIPPED
  }

  @Override
  Outcome run(long seed, Lot lot) throws InterruptedException {
    SplittableRandom r = random(seed + lot.ordinal());
    String unit = unit(r);
    What what = What.values()[r.nextInt(What.values().length)];
    if (what == What.RELIEF && unit.equals("generating-set")) {
      what = What.LEAK;
    }
    double u = r.nextDouble();
    double size = what.least + (what.most - what.least) * u * u;
    Spoil spoil = lot == Lot.SPOILED ? Spoil.values()[r.nextInt(Spoil.values().length)] : null;
    if (unit.equals("generating-set") && (spoil == Spoil.ENDED || spoil == Spoil.KEY_OFF)) {
      // It is neither raised nor snapped.
      spoil = Spoil.RESTARTED;
    }
    List<String> defects = new ArrayList<>();
    if (lot == Lot.DEFECTIVE) {
      defects.add(defect(unit, what.defect, size, ""));
    }
    Scenario s = scenario(unit, r, "{key-on: yes, engine: yes}", defects, -10, 40);
    try (TestRig rig = new TestRig(s, pack(unit), "rail", 20 + 60 * r.nextDouble())) {
      RailHand hand =
          new RailHand(
              rig.unit(),
              unit.equals("generating-set"),
              0.7 + 0.8 * r.nextDouble(),
              1 + 3 * r.nextDouble());
      Spoiler spoiler = new Spoiler(rig, spoil);
      rig.hands(
          state -> {
            if (state.stage() == BenchState.Stage.RUNNING
                && state.observed() instanceof RailSeen seen) {
              hand.follow(seen);
              spoiler.look(seen);
            }
          });
      rig.begin(20);
      BenchState<?> end = rig.run(300);
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

  /** By thumb: what stays 7.6 MPa (1,100 psi) under its command is looked into. */
  private static Rule rule(Judgement j) {
    boolean under =
        j.named("rail").stream().anyMatch(m -> (m.low() + m.high()) / 2 - m.value() > PEOPLE_MPA);
    return under ? new Rule(Set.of("fuel-filter")) : Rule.NONE;
  }

  /** What spoils a run, at its moment. */
  private static final class Spoiler {
    private final TestRig rig;
    private final Spoil spoil;
    private double held;
    private boolean done;

    Spoiler(TestRig rig, Spoil spoil) {
      this.rig = rig;
      this.spoil = spoil;
    }

    void look(RailSeen seen) {
      held += seen.stage() == RailStage.HOLD ? 0.1 : 0;
      if (spoil == null || done) {
        return;
      }
      switch (spoil) {
        case ENDED -> {
          done = seen.stage() == RailStage.SNAP && seen.snapped() == 1;
          if (done) {
            rig.act("end");
          }
        }
        case KEY_OFF -> {
          if (seen.stage() == RailStage.RAISED && seen.held() > 2) {
            done = true;
            rig.unit().key(EngineState.Key.OFF);
          }
        }
        case RESTARTED -> {
          if (held > 20) {
            rig.unit().key(EngineState.Key.CRANK);
            done = held > 23;
          }
        }
        case SKIPPED -> {
          if (seen.stage() == RailStage.SNAP || seen.stage() == RailStage.HOLD) {
            rig.act(RailPressure.SKIP);
          }
        }
      }
    }
  }
}
