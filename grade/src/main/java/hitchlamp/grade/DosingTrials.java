package hitchlamp.grade;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.judge.Measured;
import hitchlamp.core.judge.Verdict;
import hitchlamp.core.pack.PackLibrary;
import hitchlamp.core.trial.BenchState;
import hitchlamp.core.trial.dosing.DosingSeen;
import hitchlamp.core.trial.dosing.DosingStage;
import hitchlamp.standin.model.EngineState;
import hitchlamp.standin.scenario.Scenario;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.SplittableRandom;
import java.util.stream.Collectors;

/** Cases of the dosing circuit. */
final class DosingTrials extends Trials {
  /** What each defect should be named as; what this test cannot tell apart stands together. */
  private static final Map<String, Set<String>> CAUSES =
      Map.of(
          "fluid-air", Set.of("air"),
          "fluid-pump-worn", Set.of("pump"),
          "fluid-inlet-blocked", Set.of("inlet"),
          "fluid-line-blocked", Set.of("line"),
          "fluid-injector-fouled", Set.of("injector"),
          "fluid-leak", Set.of("coupling"),
          // Into the exhaust nobody sees it drip; the pump's own valve leaks unseen as well.
          "fluid-injector-drips", Set.of("seal", "tip"),
          "fluid-pump-seal", Set.of("seal", "tip"),
          "fluid-valve-stuck", Set.of("valve"));

  private static final List<String> KINDS = CAUSES.keySet().stream().sorted().toList();

  /** A bar in kPa, with which people's rule judges a minute. */
  private static final double A_BAR = 100;

  DosingTrials(PackLibrary library) {
    super(library);
  }

  @Override
  String id() {
    return "dosing";
  }

  @Override
  String smallest() {
    return "a closed line that loses 0.3 bar a minute at 9 bar, an injector that passes 25 % less, a pump that gives 30 % less,"
        + " an inlet that lets 40 % less through, a line three quarters blocked, air for an eighth of the time, a reverting valve that does not move";
  }

  @Override
  List<String> units() {
    return List.of("road-truck");
  }

  @Override
  Outcome run(long seed, Lot lot) throws InterruptedException {
    SplittableRandom r = random(seed);
    String unit = unit(r);
    String kind = KINDS.get(r.nextInt(KINDS.size()));
    double size = size(kind, r.nextDouble() * r.nextDouble());
    boolean defective = lot == Lot.DEFECTIVE || lot == Lot.SPOILED && r.nextBoolean();
    List<String> defects = new ArrayList<>();
    if (defective) {
      defects.add(defect(unit, kind, size, ""));
    }
    Spoil spoil = lot == Lot.SPOILED ? Spoil.values()[r.nextInt(Spoil.values().length)] : null;
    double late = r.nextDouble();
    Scenario s =
        scenario(
            unit,
            r,
            "{key-on: yes, engine: no}",
            defects,
            spoil == Spoil.FROZEN ? -25 : -5,
            spoil == Spoil.FROZEN ? -13 : 40);
    try (TestRig rig = new TestRig(s, pack(unit), "dosing", 3)) {
      boolean[] spoiled = {spoil == null || spoil == Spoil.FROZEN};
      rig.hands(
          state -> {
            if (!(state.observed() instanceof DosingSeen seen)) {
              return;
            }
            double gone =
                seen.points().isEmpty() ? 0 : seen.points().get(seen.points().size() - 1).seconds();
            if (!spoiled[0] && gone > 8 + 40 * late) {
              spoiled[0] = true;
              spoil(rig, spoil);
            }
            if (seen.answered()) {
              boolean wet = defective && kind.equals("fluid-leak");
              rig.act("looked " + (wet ? "LINE" : "DRY"));
            }
          });
      rig.begin(8);
      BenchState<?> end = rig.run(300);
      Judgement j = end.judgement();
      return new Outcome(
          seed,
          unit,
          lot,
          spoil == null ? defective ? kind : "sound" : spoil.name(),
          defective ? 100 * size : 0,
          defective ? CAUSES.get(kind) : Set.of(),
          j.verdict(),
          named(j),
          rule(end.observed(), j),
          j.says() + " " + end.ending() + " " + end.says());
    }
  }

  private static void spoil(TestRig rig, Spoil how) {
    switch (how) {
      case KEY_OFF -> rig.unit().key(EngineState.Key.OFF);
      case STARTED -> rig.unit().key(EngineState.Key.CRANK);
      case STOPPED -> rig.act("end");
      case FROZEN -> {}
    }
  }

  /** Of a leak: what 0.3 bar a minute is, and up to a hundred times as much. */
  private static double size(String kind, double u) {
    return switch (kind) {
      case "fluid-leak", "fluid-injector-drips", "fluid-pump-seal" -> 3.0e-4 * Math.pow(100, u);
      case "fluid-injector-fouled" -> 0.25 + 0.6 * u;
      case "fluid-pump-worn" -> 0.3 + 0.35 * u;
      case "fluid-inlet-blocked" -> 0.4 + 0.3 * u;
      case "fluid-line-blocked" -> 0.75 + 0.2 * u;
      case "fluid-air" -> 0.12 + 0.3 * u;
      default -> 0;
    };
  }

  private static Set<String> named(Judgement j) {
    if (j.verdict() != Verdict.FAIL) {
      return Set.of();
    }
    Set<String> failed = parts(j, Verdict.FAIL);
    return failed.isEmpty() ? parts(j, Verdict.CANNOT_TELL) : failed;
  }

  private static Set<String> parts(Judgement j, Verdict v) {
    return j.parts().stream()
        .filter(p -> p.verdict() == v)
        .map(Judgement.Part::id)
        .collect(Collectors.toSet());
  }

  /** The rule that people use: it builds up or the pump is bad; it falls by a bar or it leaks. */
  private static Rule rule(Object seen, Judgement j) {
    if (!(seen instanceof DosingSeen s)) {
      return Rule.NONE;
    }
    if (s.points().stream().noneMatch(p -> p.stage() == DosingStage.HOLD)) {
      return new Rule(Set.of("pump"));
    }
    double lost = j.named("leak").stream().mapToDouble(Measured::value).findFirst().orElse(0);
    return lost > A_BAR ? new Rule(Set.of("coupling")) : Rule.NONE;
  }

  /** How a run is spoiled. */
  private enum Spoil {
    KEY_OFF,
    STARTED,
    STOPPED,
    FROZEN
  }
}
