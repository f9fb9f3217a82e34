package hitchlamp.grade;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.pack.PackLibrary;
import hitchlamp.core.trial.BenchState;
import hitchlamp.core.trial.balance.BalanceSeen;
import hitchlamp.standin.model.EngineState;
import hitchlamp.standin.scenario.Scenario;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.SplittableRandom;
import java.util.stream.Collectors;
import java.util.stream.IntStream;

/** Cases of the idle balance. */
final class BalanceTrials extends Trials {
  private static final double SMALLEST = 8;

  /** Tuned on seeds 1 to 9999: percent that a cylinder gets more by which it is called weak. */
  private static final double BY_EYE = 6;

  BalanceTrials(PackLibrary library) {
    super(library);
  }

  @Override
  String id() {
    return "balance";
  }

  @Override
  String smallest() {
    return "one injector 8 % low, to one that injects nothing, on a warm engine";
  }

  @Override
  List<String> units() {
    return List.of("road-truck", "loading-shovel", "ferry", "yard-tractor");
  }

  @Override
  Outcome run(long seed, Lot lot) throws InterruptedException {
    SplittableRandom r = random(seed);
    String unit = unit(r);
    int cylinder = 1 + r.nextInt(cylinders(unit));
    List<String> defects = new ArrayList<>();
    double missing = 0;
    if (lot != Lot.SOUND && (lot == Lot.DEFECTIVE || r.nextBoolean())) {
      missing = SMALLEST * Math.pow(100 / SMALLEST, r.nextDouble() * r.nextDouble());
      defects.add(defect(unit, "injector-weak", missing / 100, "cylinder: " + cylinder));
    }
    boolean pedal = r.nextBoolean();
    double at = 5 + 25 * r.nextDouble();
    Scenario s = scenario(unit, r, "{key-on: yes, engine: yes}", defects);
    try (TestRig rig = new TestRig(s, pack(unit), "balance", 60)) {
      double[] truth = shares(rig.unit().firstEngine().injections());
      if (lot == Lot.DEFECTIVE && truth[cylinder - 1] > 100 - SMALLEST) {
        return run(seed + 7_919_000, lot);
      }
      if (lot == Lot.SPOILED) {
        rig.hands(
            state -> {
              boolean late = state.observed() instanceof BalanceSeen b && b.seconds() > at;
              if (late && pedal) {
                rig.unit().pedal(0.3);
              } else if (late) {
                rig.unit().key(EngineState.Key.OFF);
              }
            });
      }
      rig.begin(20);
      BenchState<?> end = rig.run(60);
      Judgement j = end.judgement();
      return new Outcome(
          seed,
          unit,
          lot,
          lot == Lot.SPOILED ? pedal ? "PEDAL" : "KEY_OFF" : missing > 0 ? "injector" : "sound",
          lot == Lot.DEFECTIVE ? 100 - truth[cylinder - 1] : 0,
          lot == Lot.DEFECTIVE ? Set.of(String.valueOf(cylinder)) : Set.of(),
          j.verdict(),
          failed(j, "strength"),
          rule(j),
          j.says() + " " + figures(j, truth) + " " + end.ending() + " " + end.says());
    }
  }

  private static String figures(Judgement j, double[] truth) {
    return IntStream.range(0, j.named("strength").size())
        .mapToObj(
            i ->
                String.format(
                    Locale.ROOT,
                    "%.1f±%.1f(%.1f; c %.1f m %.0f)",
                    j.named("strength").get(i).value(),
                    j.named("strength").get(i).plusMinus(),
                    truth[i],
                    j.named("correction").get(i).value(),
                    j.named("misses").get(i).value()))
        .collect(Collectors.joining(" "));
  }

  private static Rule rule(Judgement j) {
    return new Rule(
        j.named("correction").stream()
            .filter(m -> m.value() > BY_EYE)
            .map(m -> String.valueOf(m.place()))
            .collect(Collectors.toSet()));
  }
}
