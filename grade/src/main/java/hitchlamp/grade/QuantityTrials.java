package hitchlamp.grade;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.judge.Measured;
import hitchlamp.core.judge.Verdict;
import hitchlamp.core.pack.PackLibrary;
import hitchlamp.core.trial.BenchState;
import hitchlamp.core.trial.quantity.DosedQuantity;
import hitchlamp.core.trial.quantity.QuantitySeen;
import hitchlamp.standin.model.EngineState;
import hitchlamp.standin.scenario.Scenario;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.SplittableRandom;
import java.util.stream.Collectors;

/** Cases of the dosed quantity: somebody with a beaker and a scale. */
final class QuantityTrials extends Trials {
  /** A scale in a workshop is off by this much at most, g; and so much may hang in the injector. */
  private static final double SCALE_GRAMS = 0.5;

  private static final double HANGS_GRAMS = 0.8;
  private static final double PEOPLE_ALLOW = 10;

  QuantityTrials(PackLibrary library) {
    super(library);
  }

  @Override
  String id() {
    return "quantity";
  }

  @Override
  String smallest() {
    return "an injector that passes 15 % less than was asked for; one that drips 15 % more";
  }

  @Override
  List<String> units() {
    return List.of("road-truck");
  }

  @Override
  Outcome run(long seed, Lot lot) throws InterruptedException {
    SplittableRandom r = random(seed);
    String unit = unit(r);
    boolean drips = r.nextInt(3) == 0;
    double u = r.nextDouble() * r.nextDouble();
    double size = drips ? 0.15 + 0.5 * u : 0.155 + 0.8 * u;
    boolean defective = lot == Lot.DEFECTIVE || lot == Lot.SPOILED && r.nextBoolean();
    List<String> defects = new ArrayList<>();
    if (defective) {
      // What drips runs beside what is dosed: of that half as much again.
      defects.add(
          drips
              ? defect(unit, "fluid-injector-drips", size / 2, "")
              : defect(unit, "fluid-injector-fouled", size, ""));
    }
    Spoil spoil = lot == Lot.SPOILED ? Spoil.values()[r.nextInt(Spoil.values().length)] : null;
    double late = r.nextDouble();
    double scale = SCALE_GRAMS * (2 * r.nextDouble() - 1) - HANGS_GRAMS * r.nextDouble();
    Scenario s = scenario(unit, r, "{key-on: yes, engine: no}", defects, -5, 40);
    try (TestRig rig = new TestRig(s, pack(unit), "quantity", 3)) {
      boolean[] spoiled = {false};
      rig.hands(
          state -> {
            if (!(state.observed() instanceof QuantitySeen seen) || state.choices().isEmpty()) {
              if (spoil != null
                  && !spoiled[0]
                  && state.observed() instanceof QuantitySeen q
                  && q.asked() > 5 + 40 * late) {
                spoiled[0] = true;
                spoil(rig, spoil);
              }
              return;
            }
            if (!(seen.asked() > 0)) {
              rig.act(DosedQuantity.READY);
            } else if (!seen.answered()) {
              double grams = Math.max(0, rig.unit().firstEngine().beakerGrams() + scale);
              rig.act(
                  spoil == Spoil.LOST
                      ? DosedQuantity.LOST
                      : String.format(Locale.ROOT, "caught %.1f GRAM", grams));
            }
          });
      rig.begin(8);
      BenchState<?> end = rig.run(300);
      Judgement j = end.judgement();
      return new Outcome(
          seed,
          unit,
          lot,
          spoil == null
              ? defective ? (drips ? "injector drips" : "injector fouled") : "sound"
              : spoil.name(),
          defective ? 100 * size : 0,
          lot == Lot.DEFECTIVE ? Set.of("injector") : Set.of(),
          j.verdict(),
          j.parts().stream().map(Judgement.Part::id).collect(Collectors.toSet()),
          rule(j),
          j.says() + " " + end.ending() + " " + end.says());
    }
  }

  private static void spoil(TestRig rig, Spoil how) {
    switch (how) {
      case KEY_OFF -> rig.unit().key(EngineState.Key.OFF);
      case STARTED -> rig.unit().key(EngineState.Key.CRANK);
      case ENDED -> rig.act("end");
      case LOST -> {}
    }
  }

  /** The rule that people use: a tenth off is bad, whatever the scale. */
  private static Rule rule(Judgement j) {
    return j.named("deviation").stream()
                .mapToDouble(Measured::value)
                .anyMatch(d -> Math.abs(d) > PEOPLE_ALLOW)
            && j.verdict() != Verdict.CANNOT_TELL
        ? new Rule(Set.of("injector"))
        : Rule.NONE;
  }

  /** How a run is spoiled. */
  private enum Spoil {
    KEY_OFF,
    STARTED,
    ENDED,
    LOST
  }
}
