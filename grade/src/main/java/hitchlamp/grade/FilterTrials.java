package hitchlamp.grade;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.judge.Measured;
import hitchlamp.core.pack.PackLibrary;
import hitchlamp.core.trial.BenchState;
import hitchlamp.core.trial.filter.FilterCondition;
import hitchlamp.core.trial.filter.FilterSeen;
import hitchlamp.standin.aftertreatment.Aftertreatment;
import hitchlamp.standin.model.EngineState;
import hitchlamp.standin.scenario.Scenario;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.SplittableRandom;
import java.util.stream.Collectors;

/** Cases of the filter's condition, swept by the pedal of a parked truck, cold and warm. */
final class FilterTrials extends Trials {
  /** What people go by at the highest speed: more is a full filter, less none, kPa. */
  private static final double PEOPLE_MOST = 2;

  private static final double PEOPLE_LEAST = 0.1;

  /** Of this much ash a third of its channels is full, kg. */
  private static final double THIRD = 0.045;

  FilterTrials(PackLibrary library) {
    super(library);
  }

  @Override
  String id() {
    return "filter";
  }

  @Override
  String smallest() {
    return "ash that fills a third of the channels and more, half of the face blocked and more, both with 5 to 25 % of soot; a crack that passes 10 % of the full flow and more, with 50 to 110 % on a warm truck (else the noise of the sensor hides it while the truck stands); a hose off, hoses swapped, a sensor of pressure that is off by 1.8 kPa and more, with 5 to 110 %. A hose off before the filter and a filter that is missing look the same, ash and a blocked face too, and so does a hose off behind it while little flows. Sound are filters with 5 to 110 % of soot, estimated up to 20 % off, the truck cold or warm";
  }

  @Override
  List<String> units() {
    return List.of("road-truck");
  }

  /** What is wrong, with what the verdict may call it. */
  private enum What {
    ASH("filter-ash", THIRD, 3 * THIRD, 0.05, 0.25, Set.of("ash-or-face")),
    FACE("filter-blocked", 0.5, 0.85, 0.05, 0.25, Set.of("ash-or-face")),
    CRACK("filter-cracked", 0.1, 0.6, 0.5, 1.1, Set.of("cracked", "nothing-lost")),
    MISSING("filter-cracked", 0.98, 1, 0.05, 1.1, Set.of("nothing-lost", "cracked")),
    INLET_HOSE("filter-hose-inlet-off", 0, 0, 0.05, 1.1, Set.of("nothing-lost", "hoses")),
    SWAPPED("filter-hoses-swapped", 0, 0, 0.05, 1.1, Set.of("hoses", "nothing-lost")),
    SENSOR("sensor-drift", 1.8, 4, 0.05, 1.1, Set.of("sensor"));

    private final String defect;
    private final double least;
    private final double most;
    private final double leastSoot;
    private final double mostSoot;
    private final Set<String> called;

    What(
        String defect,
        double least,
        double most,
        double leastSoot,
        double mostSoot,
        Set<String> called) {
      this.defect = defect;
      this.least = least;
      this.most = most;
      this.leastSoot = leastSoot;
      this.mostSoot = mostSoot;
      this.called = called;
    }
  }

  /** How a run is spoiled. */
  private enum Spoil {
    /** Begun, and the key is turned to start at once: no zero. */
    STARTED_AT_ONCE,
    /** Nobody goes faster than the idle. */
    SKIPPED,
    ENDED,
    KEY_OFF
  }

  @Override
  Outcome run(long seed, Lot lot) throws InterruptedException {
    SplittableRandom r = random(seed + lot.ordinal());
    String unit = unit(r);
    What what = What.values()[r.nextInt(What.values().length)];
    double u = r.nextDouble();
    double size = what.least + (what.most - what.least) * u * u;
    Spoil spoil = lot == Lot.SPOILED ? Spoil.values()[r.nextInt(Spoil.values().length)] : null;
    boolean asDrawn = lot == Lot.DEFECTIVE;
    double leastSoot = asDrawn ? what.leastSoot : 0.05;
    double mostSoot = asDrawn ? what.mostSoot : r.nextBoolean() ? 0.25 : 1.1;
    double soot = leastSoot + (mostSoot - leastSoot) * r.nextDouble();
    double off = 0.8 + 0.4 * r.nextDouble();
    boolean warm = r.nextDouble() < 0.7 || asDrawn && what == What.CRACK;
    double sign = r.nextBoolean() ? 1 : -1;
    List<String> defects = new ArrayList<>();
    if (lot == Lot.DEFECTIVE) {
      defects.add(
          what == What.SENSOR
              ? defect(unit, what.defect, sign * size, "spn: 3251")
              : defect(unit, what.defect, size, ""));
    }
    Scenario s =
        scenario(
            unit,
            r,
            warm ? "{key-on: yes, engine: yes}" : "{key-on: yes, engine: no}",
            defects,
            -10,
            40);
    try (TestRig rig = new TestRig(s, pack(unit), "filter", warm ? 240 : 5)) {
      Aftertreatment a = rig.unit().firstEngine().aftertreatment();
      a.filter().soot(soot * a.fullKg());
      a.estimate().begin(off * soot * a.fullKg());
      if (warm) {
        rig.unit().key(EngineState.Key.OFF);
        rig.pass(4);
        rig.unit().key(EngineState.Key.ON);
        rig.pass(4);
      }
      Foot foot = new Foot(rig, spoil, r);
      rig.hands(foot::look);
      rig.begin(20);
      BenchState<?> end = rig.run(400);
      Judgement j = end.judgement();
      Set<String> parts = j.parts().stream().map(Judgement.Part::id).collect(Collectors.toSet());
      boolean right = lot == Lot.DEFECTIVE && !parts.isEmpty() && what.called.containsAll(parts);
      return new Outcome(
          seed,
          unit,
          lot,
          spoil != null ? spoil.name() : lot == Lot.DEFECTIVE ? what.name() : "sound",
          lot == Lot.DEFECTIVE ? 100 * size : 100 * soot,
          lot == Lot.DEFECTIVE ? right ? parts : what.called : Set.of(),
          j.verdict(),
          parts,
          rule(j),
          String.format(
              Locale.ROOT,
              "%s %s (%s, soot %.0f, %s) %s",
              j.says(),
              end.ending(),
              warm ? "warm" : "cold",
              100 * soot,
              what,
              figures(j)));
    }
  }

  /** By thumb: much pressure is a full filter, none is none. */
  private static Rule rule(Judgement j) {
    List<Measured> lost = j.named("lost");
    double last = lost.isEmpty() ? Double.NaN : lost.get(lost.size() - 1).value();
    return last > PEOPLE_MOST
        ? new Rule(Set.of("ash-or-face"))
        : last < PEOPLE_LEAST ? new Rule(Set.of("nothing-lost")) : Rule.NONE;
  }

  /** Somebody at the key and the pedal, who follows what the test asks for. */
  private static final class Foot {
    private static final int[] SPEEDS = {0, 1_100, 1_500, 2_000};
    private static final double SLOW = 0.00004;

    private final TestRig rig;
    private final Spoil spoil;
    private final double heavy;
    private double pedal;
    private boolean cranks;
    private boolean spoiled;

    Foot(TestRig rig, Spoil spoil, SplittableRandom r) {
      this.rig = rig;
      this.spoil = spoil;
      this.heavy = 0.7 + 0.8 * r.nextDouble();
    }

    void look(BenchState<?> state) {
      if (state.stage() != BenchState.Stage.RUNNING
          || !(state.observed() instanceof FilterSeen seen)) {
        return;
      }
      boolean runs = rig.unit().cab(1).engineRunning();
      boolean start = seen.zero().count() > 0 || spoil == Spoil.STARTED_AT_ONCE;
      if (start && !runs && !spoiled) {
        rig.unit().key(EngineState.Key.CRANK);
        cranks = true;
        return;
      }
      if (cranks) {
        rig.unit().key(EngineState.Key.ON);
        cranks = false;
      }
      if (!spoiled && seen.next() == 2 && spoil != null) {
        spoiled = true;
        switch (spoil) {
          case ENDED -> rig.act("end");
          case KEY_OFF -> rig.unit().key(EngineState.Key.OFF);
          default -> {}
        }
      }
      if (spoil == Spoil.SKIPPED && seen.next() > 0) {
        rig.act(FilterCondition.SKIP);
        return;
      }
      int wanted = SPEEDS[Math.min(seen.next(), SPEEDS.length - 1)];
      pedal =
          wanted == 0 || !runs
              ? 0
              : Math.max(0, Math.min(1, pedal + heavy * SLOW * (wanted - rig.unit().cab(1).rpm())));
      rig.unit().pedal(pedal);
    }
  }
}
