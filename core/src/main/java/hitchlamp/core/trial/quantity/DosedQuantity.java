package hitchlamp.core.trial.quantity;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.TestSpec;
import hitchlamp.core.trial.Act;
import hitchlamp.core.trial.Script;
import hitchlamp.core.trial.TestKind;
import java.util.List;
import java.util.Optional;

/** The dosed quantity: the module doses for a minute into a beaker that a person weighs. */
public final class DosedQuantity implements TestKind<QuantitySetup, QuantitySeen> {
  /** Act: the injector hangs in the empty beaker. */
  public static final String READY = "ready";

  /** Act, with a figure and {@code GRAM} or {@code MILLILITRE}: what was caught. */
  public static final String CAUGHT = "caught";

  /** Act: what was caught was lost. */
  public static final String LOST = "lost";

  /** g/mL of the fluid at 20 °C, ISO 22241-1: 1.087 to 1.093 (from memory). */
  private static final double DENSITY = 1.09;

  private static final double MOST_GRAMS = 1_000;
  private static final List<String> READS = List.of(QuantityScript.ASKED, QuantityScript.PRESSURE);

  @Override
  public Head<QuantitySeen> head() {
    return new Head<>("quantity", 1, QuantitySeen.class, Attended.BY_THE_MODULE);
  }

  @Override
  public QuantitySetup read(TestSpec spec, Pack pack) {
    if (pack.bench().routine(spec, QuantityScript.DOSE).isEmpty()) {
      throw spec.place().fault(QuantityWords.say("names-no-routine"));
    }
    for (String name : READS) {
      if (!pack.services().identifiers().containsKey(spec.reads().getOrDefault(name, -1))) {
        throw spec.place().fault(QuantityWords.say("needs-a-read", name));
      }
    }
    return new QuantitySetup(
        spec.figure("limit", 1, 50, 10),
        spec.figure("scale", 0.05, 20, 0.5),
        spec.figure("left", 0, 10, 1),
        spec.figure("held", 100, 2_000));
  }

  /** Grams that an act tells; empty where its figure is none. */
  static Optional<Double> grams(Act act) {
    List<String> with = act.arguments();
    if (with.size() != 2 || !with.get(0).matches("\\d{1,4}(\\.\\d{1,3})?")) {
      return Optional.empty();
    }
    double read = Double.parseDouble(with.get(0));
    Optional<Double> grams =
        switch (with.get(1)) {
          case "GRAM" -> Optional.of(read);
          case "MILLILITRE" -> Optional.of(read * DENSITY);
          default -> Optional.empty();
        };
    return grams.filter(g -> g <= MOST_GRAMS);
  }

  @Override
  public boolean understands(QuantitySetup setup, Act act) {
    return switch (act.action()) {
      case READY, LOST -> act.arguments().isEmpty();
      case CAUGHT -> grams(act).isPresent();
      default -> false;
    };
  }

  @Override
  public Script<QuantitySeen> script(QuantitySetup setup) {
    return new QuantityScript();
  }

  @Override
  public boolean saw(QuantitySeen seen) {
    return seen.asked() > 0 || seen.answered();
  }

  @Override
  public Judgement judge(QuantitySetup setup, QuantitySeen seen) {
    return QuantityJudge.of(setup, seen);
  }
}
