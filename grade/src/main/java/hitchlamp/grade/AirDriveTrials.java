package hitchlamp.grade;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.judge.Verdict;
import hitchlamp.core.pack.PackLibrary;
import hitchlamp.core.trial.BenchState;
import hitchlamp.core.trial.airdrive.AirDrive;
import hitchlamp.core.trial.airdrive.AirDriveSeen;
import hitchlamp.core.trial.airdrive.DriveStage;
import hitchlamp.standin.model.EngineState;
import hitchlamp.standin.scenario.Scenario;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.SplittableRandom;
import java.util.stream.Collectors;

/** Cases of the air path from a drive: trucks and yard tractors, nothing commanded. */
final class AirDriveTrials extends Trials {
  /** Higher up the path of the recirculation cannot always be judged from a drive, m. */
  private static final double HIGHEST = 1_000;

  AirDriveTrials(PackLibrary library) {
    super(library);
  }

  @Override
  String id() {
    return "airdrive";
  }

  @Override
  String smallest() {
    return "a recirculation cooler that lets 45 % less through; a valve, flap, throttle or vanes stuck anywhere; a back-pressure valve with half of its air. Sound are trucks and yard tractors at -20 to 40 °C and 0 to 1,000 m, one in twenty of all up to 2,500 m, where little pressure drives recirculated gas; driven by slow and hasty feet";
  }

  @Override
  double share() {
    return 0.2;
  }

  /** What is wrong, with what the verdict may call it. */
  private enum What {
    PATH("egr-cooler-blocked", 0.45, 0.95, Set.of("recirculation-path")),
    VALVE("egr-stuck", 0, 0.9, Set.of("recirculation")),
    FLAP("flap-stuck", 0, 0.6, Set.of("back-pressure")),
    FLAP_AIR("actuator-air-low", 0.5, 0.9, Set.of("back-pressure")),
    VANES("vanes-stuck", 0.2, 0.9, Set.of("turbo")),
    THROTTLE("throttle-stuck", 0, 0.6, Set.of("throttle"));

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

  /** How a drive is spoiled. */
  private enum Spoil {
    ENOUGH,
    KEY_OFF,
    NO_BRAKE,
    NO_PART,
    /** The wire of the exhaust pressure is broken. */
    NO_PRESSURE
  }

  @Override
  Outcome run(long seed, Lot lot) throws InterruptedException {
    SplittableRandom r = random(seed + lot.ordinal());
    String unit = r.nextInt(3) == 0 ? "yard-tractor" : "road-truck";
    What what = What.values()[r.nextInt(What.values().length)];
    double u = r.nextDouble();
    double size = what.least + (what.most - what.least) * u * u;
    Spoil spoil = lot == Lot.SPOILED ? Spoil.values()[r.nextInt(Spoil.values().length)] : null;
    List<String> defects = new ArrayList<>();
    if (lot == Lot.DEFECTIVE) {
      defects.add(defect(unit, what.defect, size, ""));
    }
    if (spoil == Spoil.NO_PRESSURE) {
      defects.add(defect(unit, "wire-resistance", 1e9, "spn: 1209"));
    }
    boolean thin = spoil == null && r.nextInt(20) == 0;
    Scenario s =
        scenario(
            unit,
            r,
            "{key-on: yes, engine: yes}",
            defects,
            -20,
            40,
            thin ? HIGHEST : 0,
            thin ? 2_500 : HIGHEST);
    try (TestRig rig = new TestRig(s, pack(unit), "airdrive", 20 + 40 * r.nextDouble())) {
      rig.unit().key(EngineState.Key.OFF);
      rig.pass(4 + 100 * r.nextDouble());
      rig.unit().key(EngineState.Key.ON);
      rig.pass(3);
      Hands hands = new Hands(rig, spoil, full(unit), r);
      rig.hands(hands::look);
      rig.begin(20);
      BenchState<?> end = rig.run(900);
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
          lot == Lot.DEFECTIVE
              ? what.called
              // A broken wire that is found is told rightly.
              : spoil == Spoil.NO_PRESSURE ? Set.of("exhaust-sensor") : Set.of(),
          j.verdict(),
          parts,
          Rule.NONE,
          String.format(
              Locale.ROOT, "%s %s %s %s", j.says(), end.ending(), end.says(), figures(j)));
    }
  }

  private double full(String unit) {
    return pack(unit).bench().tests().get("airdrive").figure("full", 10, 1_000);
  }

  /** Somebody who drives, as far as the spoiled run lets them. */
  private static final class Hands {
    private final TestRig rig;
    private final Spoil spoil;
    private final AirDriver driver;
    private final double after;
    private double gone;

    Hands(TestRig rig, Spoil spoil, double full, SplittableRandom r) {
      this.rig = rig;
      this.spoil = spoil;
      this.driver = new AirDriver(rig.unit(), full, 0.6 + r.nextDouble());
      this.after = 5 + 15 * r.nextDouble();
    }

    void look(BenchState<?> state) {
      if (state.stage() != BenchState.Stage.RUNNING
          || !(state.observed() instanceof AirDriveSeen seen)) {
        return;
      }
      boolean stands = seen.plan().stream().anyMatch(p -> p.kind() == DriveStage.Kind.ZERO);
      if (stands && gone < 0.05) {
        boolean start = seen.plan().stream().allMatch(DriveStage::over);
        boolean runs = rig.unit().cab(1).engineRunning();
        rig.unit().key(start && !runs ? EngineState.Key.CRANK : EngineState.Key.ON);
        return;
      }
      gone += 0.1;
      if (spoil == Spoil.ENOUGH && gone > after) {
        rig.act(AirDrive.ENOUGH);
      } else if (spoil == Spoil.KEY_OFF && gone > after) {
        rig.unit().key(EngineState.Key.OFF);
      } else if (spoil != null && gone > 200) {
        rig.act(AirDrive.ENOUGH);
      } else if (!seen.rows().isEmpty()) {
        driver.drive(
            seen,
            spoil == Spoil.NO_BRAKE
                ? DriveStage.Kind.BRAKE
                : spoil == Spoil.NO_PART ? DriveStage.Kind.PART : null);
      }
    }
  }
}
