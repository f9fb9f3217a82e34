package hitchlamp.core.trial.fluid;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.TestSpec;
import hitchlamp.core.trial.Act;
import hitchlamp.core.trial.Script;
import hitchlamp.core.trial.TestKind;
import java.util.List;
import java.util.Optional;

/** Quality of the exhaust fluid: what its sensor tells against a refractometer. */
public final class FluidQuality implements TestKind<FluidSetup, FluidSeen> {
  /** Act, with a figure and {@code PERCENT} or {@code INDEX}: what the refractometer reads. */
  public static final String REFRACTOMETER = "refractometer";

  /** Act: there is no refractometer. */
  public static final String NONE = "none";

  /** A scale of percent ends here; what reads more is no such fluid, or not in percent. */
  private static final double MOST_PERCENT = 60;

  private static final double LEAST_INDEX = 1.32;
  private static final double MOST_INDEX = 1.45;
  private static final List<String> READS =
      List.of(FluidScript.QUALITY, FluidScript.TANK, FluidScript.LEVEL);

  @Override
  public Head<FluidSeen> head() {
    return new Head<>("fluid", 1, FluidSeen.class, Attended.LISTENING);
  }

  @Override
  public FluidSetup read(TestSpec spec, Pack pack) {
    for (String name : READS) {
      if (!pack.services().identifiers().containsKey(spec.reads().getOrDefault(name, -1))) {
        throw spec.place().fault(FluidWords.say("needs-a-read", name));
      }
    }
    return new FluidSetup(
        spec.figure("seconds", 2, 60, 6),
        spec.figure("agree", 0.2, 5, 1.5),
        spec.figure("refractometer", 0.1, 3, 0.5));
  }

  /** Urea that an act tells, percent; empty where its figure lies on no such scale. */
  static Optional<Double> percent(Act act) {
    List<String> with = act.arguments();
    if (with.size() != 2 || !with.get(0).matches("\\d{1,3}(\\.\\d{1,6})?")) {
      return Optional.empty();
    }
    double read = Double.parseDouble(with.get(0));
    return switch (with.get(1)) {
      case "PERCENT" -> Optional.of(read).filter(r -> r <= MOST_PERCENT);
      case "INDEX" ->
          Optional.of(read)
              .filter(r -> r >= LEAST_INDEX && r <= MOST_INDEX)
              .map(UreaSolution::percent)
              .filter(p -> !p.isNaN());
      default -> Optional.empty();
    };
  }

  @Override
  public boolean understands(FluidSetup setup, Act act) {
    return act.action().equals(NONE) && act.arguments().isEmpty()
        || act.action().equals(REFRACTOMETER) && percent(act).isPresent();
  }

  @Override
  public Script<FluidSeen> script(FluidSetup setup) {
    return new FluidScript(setup);
  }

  @Override
  public boolean saw(FluidSeen seen) {
    return seen.quality().count() > 0 || !Double.isNaN(seen.refractometer());
  }

  @Override
  public Judgement judge(FluidSetup setup, FluidSeen seen) {
    return FluidJudge.of(setup, seen);
  }
}
