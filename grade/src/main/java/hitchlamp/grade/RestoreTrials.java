package hitchlamp.grade;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.judge.Measured;
import hitchlamp.core.judge.Verdict;
import hitchlamp.core.pack.PackLibrary;
import hitchlamp.core.trial.BenchState;
import hitchlamp.core.trial.restore.RestoreSeen;
import hitchlamp.core.trial.restore.RestoreStage;
import hitchlamp.standin.model.EngineState;
import hitchlamp.standin.scenario.Scenario;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.SplittableRandom;
import java.util.stream.Collectors;

/**
 * Cases of the injector flow restore: injectors that are free or can be flushed free must pass,
 * crusts that stay and blocked lines must not.
 */
final class RestoreTrials extends Trials {
  private static final double MEASURES = 0.5;
  private static final double LINE_WIDE = 4;
  private static final double PEOPLE_WANT = 90;

  RestoreTrials(PackLibrary library) {
    super(library);
  }

  @Override
  String id() {
    return "restore";
  }

  @Override
  String smallest() {
    return "a crust that does not dissolve, or a line, that takes 15 % of the flow; crystals too many for four flushes. Sound are free injectors, pumps up to 15 % weak, and crystals up to 60 % that can be flushed out";
  }

  @Override
  List<String> units() {
    return List.of("road-truck");
  }

  @Override
  double share() {
    return 0.2;
  }

  @Override
  Outcome run(long seed, Lot lot) throws InterruptedException {
    SplittableRandom r = random(seed);
    String unit = unit(r);
    double u = r.nextDouble() * r.nextDouble();
    boolean defective = lot == Lot.DEFECTIVE || lot == Lot.SPOILED && r.nextBoolean();
    int which = r.nextInt(3);
    List<String> defects = new ArrayList<>();
    String what;
    String guilty = "";
    double size;
    if (defective) {
      size = which == 2 ? 0.9 + 0.05 * u : 0.155 + 0.6 * u;
      what = List.of("crust", "line blocked", "too many crystals").get(which);
      guilty = which == 2 ? "injector" : "passage";
      defects.add(
          switch (which) {
            case 0 -> defect(unit, "fluid-injector-fouled", size, "");
            case 1 -> defect(unit, "fluid-line-blocked", 1 - line(1 - size), "");
            default -> defect(unit, "fluid-injector-crystals", size, "");
          });
    } else {
      size = which == 0 ? 0 : which == 1 ? 0.15 * r.nextDouble() : 0.1 + 0.5 * r.nextDouble();
      what = List.of("free", "pump a little weak", "crystals").get(which);
      if (which > 0) {
        defects.add(
            defect(unit, which == 1 ? "fluid-pump-worn" : "fluid-injector-crystals", size, ""));
      }
    }
    Spoil spoil = lot == Lot.SPOILED ? Spoil.values()[r.nextInt(Spoil.values().length)] : null;
    double late = r.nextDouble();
    Scenario s = scenario(unit, r, "{key-on: yes, engine: yes}", defects, -5, 40);
    try (TestRig rig = new TestRig(s, pack(unit), "restore", 3)) {
      boolean[] spoiled = {false};
      rig.hands(
          state -> {
            if (spoil != null
                && !spoiled[0]
                && state.observed() instanceof RestoreSeen seen
                && seen.cycles().isEmpty()
                && (seen.stage() == RestoreStage.HOLD || late < 0.5)
                && seen.stage() != RestoreStage.NONE) {
              spoiled[0] = true;
              spoil(rig, spoil);
            }
          });
      rig.begin(8);
      BenchState<?> end = rig.run(2_400);
      Judgement j = end.judgement();
      return new Outcome(
          seed,
          unit,
          lot,
          spoil == null ? what : spoil.name(),
          100 * size,
          lot == Lot.DEFECTIVE ? Set.of(guilty) : Set.of(),
          j.verdict(),
          j.parts().stream().map(Judgement.Part::id).collect(Collectors.toSet()),
          rule(j),
          j.says() + " " + end.ending() + " " + end.says());
    }
  }

  /** How much of a line is open with which a half-open injector passes a share of its flow. */
  private static double line(double flow) {
    double sound = Math.pow(MEASURES, -2) + Math.pow(LINE_WIDE, -2);
    return 1 / (LINE_WIDE * Math.sqrt(sound / (flow * flow) - Math.pow(MEASURES, -2)));
  }

  private static void spoil(TestRig rig, Spoil how) {
    switch (how) {
      case KEY_OFF -> rig.unit().key(EngineState.Key.OFF);
      case PEDAL -> rig.unit().pedal(0.6);
      case ENDED -> rig.act("end");
    }
  }

  /** The rule that people use: the last figure below nine tenths is a bad injector. */
  private static Rule rule(Judgement j) {
    List<Measured> flows = j.named("flow");
    return !flows.isEmpty()
            && flows.get(flows.size() - 1).value() < PEOPLE_WANT
            && j.verdict() != Verdict.CANNOT_TELL
        ? new Rule(Set.of("injector"))
        : Rule.NONE;
  }

  /** How a run is spoiled. */
  private enum Spoil {
    KEY_OFF,
    PEDAL,
    ENDED
  }
}
