package hitchlamp.grade;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.pack.PackLibrary;
import hitchlamp.core.trial.BenchState;
import hitchlamp.core.trial.contribution.ContributionCut;
import hitchlamp.core.trial.contribution.ContributionSeen;
import hitchlamp.standin.scenario.Scenario;
import hitchlamp.standin.unit.SimUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.SplittableRandom;
import java.util.stream.Collectors;
import java.util.stream.IntStream;

/** Cases of the automatic cutout. */
final class ContributionTrials extends Trials {
  /** Least share that is missing in a case that is called defective, percent of the median. */
  private static final double SMALLEST = 8;

  /** Tuned on seeds 1 to 9999: by ear a cylinder is weak that costs so much less speed. */
  private static final double HEARD = 0.55;

  ContributionTrials(PackLibrary library) {
    super(library);
  }

  @Override
  String id() {
    return "contribution";
  }

  @Override
  String smallest() {
    return "one injector 8 % low, to one that injects nothing; smooth running hides the first 12 %";
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
    Spoil spoil = lot == Lot.SPOILED ? Spoil.values()[r.nextInt(Spoil.values().length)] : null;
    Scenario s = scenario(unit, r, "{key-on: yes, engine: yes}", defects);
    try (TestRig rig = new TestRig(s, pack(unit), "contribution", 25)) {
      double[] truth = shares(rig.unit().firstEngine().injections());
      if (lot == Lot.DEFECTIVE && truth[cylinder - 1] > 100 - SMALLEST) {
        // What this engine's own scatter makes of it is too small to count.
        return run(seed + 7_919_000, lot);
      }
      Hands hands = new Hands(rig.unit(), spoil, r);
      rig.hands(hands::look);
      rig.begin(20);
      BenchState<?> end = rig.run(400);
      Judgement j = end.judgement();
      return new Outcome(
          seed,
          unit,
          lot,
          spoil == null ? missing > 0 ? "injector" : "sound" : spoil.name(),
          lot == Lot.SOUND ? 0 : 100 - truth[cylinder - 1],
          lot == Lot.DEFECTIVE ? Set.of(String.valueOf(cylinder)) : Set.of(),
          j.verdict(),
          failed(j, "strength"),
          rule(end.observed()),
          j.says()
              + " "
              + spread(end.observed())
              + figures(j, truth)
              + " "
              + end.ending()
              + " "
              + end.says());
    }
  }

  private static String figures(Judgement j, double[] truth) {
    return IntStream.range(0, j.named("strength").size())
        .mapToObj(
            i ->
                String.format(
                    Locale.ROOT,
                    "%.1f±%.1f(%.1f; f %.0f s %.0f c %.1f)",
                    j.named("strength").get(i).value(),
                    j.named("strength").get(i).plusMinus(),
                    truth[i],
                    j.named("by-fuel").get(i).value(),
                    j.named("by-segments").get(i).value(),
                    j.named("correction").get(i).value()))
        .collect(Collectors.joining(" "));
  }

  private static String spread(Object seen) {
    List<ContributionCut> cuts = seen instanceof ContributionSeen c ? c.cuts() : List.of();
    return String.format(
        Locale.ROOT,
        "rpm %.1f %.1f fuel %.2f %.2f of %.1f ",
        cuts.stream().mapToDouble(c -> c.before().rpm().deviation()).average().orElse(0),
        cuts.stream().mapToDouble(c -> c.off().rpm().deviation()).average().orElse(0),
        cuts.stream().mapToDouble(c -> c.before().fuel().deviation()).average().orElse(0),
        cuts.stream().mapToDouble(c -> c.off().fuel().deviation()).average().orElse(0),
        cuts.stream().mapToDouble(c -> c.before().fuel().mean()).average().orElse(0));
  }

  /** By ear: the cylinder whose cut costs clearly less speed than those of the others. */
  private static Rule rule(Object seen) {
    List<ContributionCut> cuts = seen instanceof ContributionSeen c ? c.cuts() : List.of();
    if (cuts.size() < 3) {
      return Rule.NONE;
    }
    double[] dips = cuts.stream().mapToDouble(ContributionCut::dipRpm).sorted().toArray();
    double median = dips[dips.length / 2];
    return new Rule(
        cuts.stream()
            .filter(c -> c.dipRpm() < HEARD * median)
            .map(c -> String.valueOf(c.cylinder()))
            .collect(Collectors.toSet()));
  }

  /** How a run is spoiled. */
  private enum Spoil {
    /** A fan or a compressor comes and goes. */
    AUXILIARY,
    /** A foot on the pedal. */
    PEDAL,
    ENDED_TOO_SOON
  }

  /** Somebody in the cab. */
  private static final class Hands {
    private final SimUnit unit;
    private final Spoil spoil;
    private final double every;
    private final double much;
    private double since = Double.NaN;

    Hands(SimUnit unit, Spoil spoil, SplittableRandom r) {
      this.unit = unit;
      this.spoil = spoil;
      this.every = 3 + 4 * r.nextDouble();
      this.much = r.nextDouble();
    }

    void look(BenchState<?> state) {
      if (state.stage() != BenchState.Stage.RUNNING) {
        return;
      }
      double now = unit.now() / 1e6;
      since = Double.isNaN(since) ? now : since;
      boolean on = ((int) ((now - since) / every)) % 2 == 1;
      if (spoil == null) {
        // Lights and heaters come and go in one of five: no more than a little noise.
        unit.firstEngine().consumers(on && much < 0.2 ? 500 * much : 0);
        return;
      }
      switch (spoil) {
        case AUXILIARY -> unit.firstEngine().auxiliary(on ? 40 + 80 * much : 0);
        case PEDAL -> unit.pedal(on ? 0.08 + 0.2 * much : 0);
        case ENDED_TOO_SOON -> {
          if (now - since > 10 + 20 * much) {
            unit.key(hitchlamp.standin.model.EngineState.Key.OFF);
          }
        }
      }
    }
  }
}
