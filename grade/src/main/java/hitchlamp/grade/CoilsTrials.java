package hitchlamp.grade;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.judge.Verdict;
import hitchlamp.core.pack.PackLibrary;
import hitchlamp.core.trial.BenchState;
import hitchlamp.core.trial.coils.CoilSample;
import hitchlamp.core.trial.coils.CoilsSeen;
import hitchlamp.standin.model.EngineState;
import hitchlamp.standin.scenario.Scenario;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.SplittableRandom;
import java.util.TreeSet;
import java.util.stream.Collectors;

/** Cases of the injector circuits. */
final class CoilsTrials extends Trials {
  private static final List<String> KINDS =
      List.of(
          "coil-open",
          "coil-to-ground",
          "coil-to-supply",
          "coil-slow",
          "coil-resistance",
          "coil-turns-shorted",
          "injector-stuck",
          "driver-weak");

  CoilsTrials(PackLibrary library) {
    super(library);
  }

  @Override
  String id() {
    return "coils";
  }

  @Override
  String smallest() {
    return "a circuit open, shorted by up to 0.5 ohm, 20 % slow, 0.25 ohm too much, a quarter of the turns shorted, an armature"
        + " that does not move, a driver that lacks 15 % of its volts";
  }

  @Override
  Outcome run(long seed, Lot lot) throws InterruptedException {
    SplittableRandom r = random(seed);
    String unit = unit(r);
    int n = cylinders(unit);
    // What was seen before a run was spoiled counts: there the guilty one comes last.
    int cylinder = lot == Lot.SPOILED ? n : 1 + r.nextInt(n);
    String kind = KINDS.get(r.nextInt(KINDS.size()));
    double size = size(kind, r.nextDouble() * r.nextDouble());
    boolean defective = lot == Lot.DEFECTIVE || lot == Lot.SPOILED && r.nextBoolean();
    List<String> defects = new ArrayList<>();
    if (defective) {
      defects.add(defect(unit, kind, size, "cylinder: " + cylinder));
    }
    Spoil spoil = lot == Lot.SPOILED ? Spoil.values()[r.nextInt(Spoil.values().length)] : null;
    double late = r.nextDouble();
    Scenario s = scenario(unit, r, "{key-on: yes, engine: no}", defects);
    try (TestRig rig = new TestRig(s, pack(unit), "coils", 3)) {
      Set<Integer> said = new TreeSet<>();
      boolean listens = kind.equals("injector-stuck") || r.nextBoolean();
      rig.hands(
          state -> {
            if (!(state.observed() instanceof CoilsSeen seen)) {
              return;
            }
            if (spoil != null && seen.samples().size() > late * (n - 2)) {
              rig.unit().key(spoil == Spoil.KEY_OFF ? EngineState.Key.OFF : EngineState.Key.CRANK);
            }
            // Who listens says what each did while it was driven.
            for (CoilSample c : seen.samples()) {
              if (listens && said.add(c.cylinder())) {
                boolean clicks = rig.unit().firstEngine().clicks(c.cylinder());
                rig.act("heard " + c.cylinder() + (clicks ? " CLICKS" : " SILENT"));
              }
            }
            if (seen.samples().size() == n && seen.driven() == 0) {
              rig.act(listens ? "rest-clicked" : "not-heard");
            }
          });
      rig.begin(8);
      BenchState<?> end = rig.run(120);
      Judgement j = end.judgement();
      return new Outcome(
          seed,
          unit,
          lot,
          spoil == null ? defective ? kind : "sound" : spoil.name(),
          defective ? size : 0,
          lot == Lot.DEFECTIVE ? guilty(kind, cylinder, n) : Set.of(),
          j.verdict(),
          named(j, n),
          rule(end.observed()),
          j.says() + " " + end.ending() + " " + end.says());
    }
  }

  private static double size(String kind, double u) {
    return switch (kind) {
      case "coil-to-ground", "coil-to-supply" -> 0.02 + 0.5 * u;
      case "coil-slow" -> 0.2 + 0.8 * u;
      case "coil-resistance" -> 0.25 + 2 * u;
      case "coil-turns-shorted" -> 0.25 + 0.5 * u;
      case "driver-weak" -> 0.15 + 0.75 * u;
      default -> 0;
    };
  }

  private static Set<String> guilty(String kind, int cylinder, int n) {
    return kind.equals("driver-weak")
        ? Set.of(2 * (cylinder - 1) / n == 0 ? "bank 1" : "bank 2")
        : Set.of(String.valueOf(cylinder));
  }

  private static Set<String> named(Judgement j, int n) {
    if (j.verdict() == Verdict.FAIL && j.parts().isEmpty()) {
      return Set.of(j.says().toString().contains("(1, ") ? "bank 1" : "bank 2");
    }
    return j.parts().stream()
        .filter(p -> p.verdict() == Verdict.FAIL)
        .map(Judgement.Part::id)
        .collect(Collectors.toSet());
  }

  /** The rule that people use: a circuit is bad where no current flows, or nothing is heard. */
  private static Rule rule(Object seen) {
    return seen instanceof CoilsSeen c
        ? new Rule(
            c.samples().stream()
                .filter(s -> s.earlyAmps() < 1 || s.heard() == CoilSample.Heard.SILENT)
                .map(s -> String.valueOf(s.cylinder()))
                .collect(Collectors.toSet()))
        : Rule.NONE;
  }

  /** How a run is spoiled. */
  private enum Spoil {
    KEY_OFF,
    /** Somebody turns the key to start. */
    CRANKED
  }
}
