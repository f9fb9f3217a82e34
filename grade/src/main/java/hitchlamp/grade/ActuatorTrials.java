package hitchlamp.grade;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.judge.Verdict;
import hitchlamp.core.pack.PackLibrary;
import hitchlamp.core.trial.BenchState;
import hitchlamp.core.trial.actuator.ActuatorSeen;
import hitchlamp.core.trial.actuator.Actuators;
import hitchlamp.standin.model.EngineState;
import hitchlamp.standin.scenario.Scenario;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.SplittableRandom;
import java.util.stream.Collectors;

/** Cases of single actuators with the key on. */
final class ActuatorTrials extends Trials {
  private static final Map<String, Integer> SPNS =
      Map.of("turbo", 2795, "recirculation", 27, "throttle", 51, "back-pressure", 5625);

  private static final List<String> IDS =
      List.of("throttle", "recirculation", "back-pressure", "turbo");

  /** What people see of a needle that they watch, percent. */
  private static final double PEOPLE_SEE = 10;

  ActuatorTrials(PackLibrary library) {
    super(library);
  }

  @Override
  String id() {
    return "actuator";
  }

  @Override
  String smallest() {
    return "an actuator that takes 30 % longer, 10 % of play, one that sticks until it is drawn by 15 %, one that stays 10 % away from its base, one stuck anywhere, one whose air is half away. One actuator of four is chosen; the yard tractor's back-pressure valve tells no position, there somebody looks, and sees neither slowness nor play";
  }

  /** What is wrong with the actuator. */
  private enum What {
    SLOW("actuator-slow", 1.3, 4),
    PLAY("actuator-play", 0.1, 0.4),
    STICKS("actuator-sticks", 0.15, 0.4),
    HOLDS("actuator-holds", 0.1, 0.6),
    STUCK("", 0, 0.9),
    AIR("actuator-air-low", 0.5, 0.9);

    private final String defect;
    private final double least;
    private final double most;

    What(String defect, double least, double most) {
      this.defect = defect;
      this.least = least;
      this.most = most;
    }
  }

  /** How a run is spoiled. */
  private enum Spoil {
    ENDED,
    KEY_OFF,
    LET_GO
  }

  private static String stuck(String id) {
    return switch (id) {
      case "turbo" -> "vanes-stuck";
      case "recirculation" -> "egr-stuck";
      case "throttle" -> "throttle-stuck";
      default -> "flap-stuck";
    };
  }

  @Override
  Outcome run(long seed, Lot lot) throws InterruptedException {
    SplittableRandom r = random(seed + lot.ordinal());
    String unit = unit(r);
    What what = What.values()[r.nextInt(What.values().length)];
    double u = r.nextDouble();
    double size = what.least + (what.most - what.least) * u * u;
    String moved = what == What.AIR ? "back-pressure" : IDS.get(r.nextInt(IDS.size()));
    boolean blind = unit.equals("yard-tractor") && moved.equals("back-pressure");
    if (blind && (what == What.SLOW || what == What.PLAY || what == What.STICKS)) {
      moved = "throttle";
      blind = false;
    }
    String id = moved;
    Spoil spoil = lot == Lot.SPOILED ? Spoil.values()[r.nextInt(Spoil.values().length)] : null;
    List<String> defects = new ArrayList<>();
    if (lot == Lot.DEFECTIVE) {
      String kind = what == What.STUCK ? stuck(id) : what.defect;
      boolean named = what != What.STUCK && what != What.AIR;
      defects.add(defect(unit, kind, size, named ? "spn: " + SPNS.get(id) : ""));
    }
    Scenario s = scenario(unit, r, "{key-on: yes, engine: no}", defects);
    try (TestRig rig = new TestRig(s, pack(unit), "actuator", 4)) {
      double after = 1 + 30 * r.nextDouble();
      Hands hands = new Hands(rig, id, spoil, after);
      rig.hands(hands::look);
      rig.begin(20);
      BenchState<?> end = rig.run(200);
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
          lot == Lot.DEFECTIVE ? Set.of(id) : Set.of(),
          j.verdict(),
          parts,
          rule(j, id),
          String.format(Locale.ROOT, "%s %s %s %s", id, j.says(), end.ending(), figures(j)));
    }
  }

  /** By thumb: a needle that moves is an actuator that moves. */
  private static Rule rule(Judgement j, String id) {
    double up = j.named("reached").stream().mapToDouble(m -> m.value()).max().orElse(100);
    double down = j.named("returned").stream().mapToDouble(m -> m.value()).max().orElse(0);
    return up - down > PEOPLE_SEE ? Rule.NONE : new Rule(Set.of(id));
  }

  /** Somebody at the tool and at the actuator. */
  private static final class Hands {
    private final TestRig rig;
    private final String id;
    private final Spoil spoil;
    private final double after;
    private double moving;
    private double least = 1;
    private double most;
    private boolean spoiled;
    private boolean chosen;

    Hands(TestRig rig, String id, Spoil spoil, double after) {
      this.rig = rig;
      this.id = id;
      this.spoil = spoil;
      this.after = after;
    }

    void look(BenchState<?> state) {
      if (state.stage() != BenchState.Stage.RUNNING
          || !(state.observed() instanceof ActuatorSeen seen)) {
        return;
      }
      if (!chosen) {
        rig.act(Actuators.WALK + " 5");
        rig.act(Actuators.MOVE + " " + id);
        chosen = true;
        return;
      }
      double open = rig.unit().firstEngine().backPressureValve();
      if (!seen.now().isEmpty()) {
        least = Math.min(least, open);
        most = Math.max(most, open);
        moving += seen.begins() > 0 ? 0 : 0.1;
      }
      boolean asked =
          state.choices().stream().anyMatch(c -> c.act().action().equals(Actuators.SAW));
      if (spoil != null && !spoiled && (asked || moving >= after)) {
        // What somebody has seen whole is not spoiled by what comes after it.
        spoiled = true;
        switch (spoil) {
          case ENDED -> rig.act("end");
          case KEY_OFF -> rig.unit().key(EngineState.Key.OFF);
          case LET_GO -> rig.letGo();
        }
      } else if (!state.choices().isEmpty() && !seen.runs().isEmpty() && moving > 1) {
        rig.act(asked ? Actuators.SAW + " " + saw() : Actuators.ENOUGH);
      }
    }

    /** What somebody sees of a shaft that is told to go all the way and back. */
    private String saw() {
      boolean back = rig.unit().firstEngine().backPressureValve() < 0.08;
      return most - least < 0.04 ? "STOOD" : most > 0.85 && back ? "MOVED" : "MOVED_A_LITTLE";
    }
  }
}
