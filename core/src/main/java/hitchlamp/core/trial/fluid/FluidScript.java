package hitchlamp.core.trial.fluid;

import hitchlamp.core.trial.Act;
import hitchlamp.core.trial.Level;
import hitchlamp.core.trial.Scene;
import hitchlamp.core.trial.Script;
import hitchlamp.core.trial.Step;
import hitchlamp.core.words.Said;
import java.util.List;
import java.util.Optional;

/** The sensors are read for some seconds while a person takes a drop to the refractometer. */
final class FluidScript implements Script<FluidSeen> {
  /** Reads. */
  static final String QUALITY = "quality";

  static final String TANK = "tank";
  static final String LEVEL = "level";

  private static final double MICROS = 1e6;

  private final FluidSetup setup;
  private long began = Long.MIN_VALUE;
  private long ended = Long.MAX_VALUE;
  private boolean answered;
  private double refractometer = Double.NaN;

  FluidScript(FluidSetup setup) {
    this.setup = setup;
  }

  @Override
  public Step next(Scene scene) {
    if (began == Long.MIN_VALUE) {
      began = scene.now();
    }
    double left = setup.seconds() - (scene.now() - began) / MICROS;
    if (answered && left <= 0) {
      ended = Math.min(ended, scene.now());
      return new Step.Done(true, FluidWords.said("it-was-read"));
    }
    if (answered) {
      return new Step.Ask(List.of(), FluidWords.said("reading-on", (long) Math.ceil(left)));
    }
    return new Step.Ask(
        List.of(new Step.Choice(Act.of(FluidQuality.NONE), FluidWords.said("none-at-hand"))),
        FluidWords.said("take-a-drop"));
  }

  @Override
  public Optional<Said> act(Act act, Scene scene) {
    answered = true;
    refractometer = Double.NaN;
    if (act.action().equals(FluidQuality.REFRACTOMETER)) {
      refractometer = FluidQuality.percent(act).orElse(Double.NaN);
    }
    return Optional.empty();
  }

  @Override
  public void leaving(Scene scene) {
    ended = Math.min(ended, scene.now());
  }

  @Override
  public FluidSeen observed(Scene scene) {
    if (began == Long.MIN_VALUE) {
      return new FluidSeen(
          0, setup.seconds(), Level.NONE, Double.NaN, Double.NaN, answered, refractometer);
    }
    long to = Math.min(ended, scene.now());
    return new FluidSeen(
        (to - began) / MICROS,
        setup.seconds(),
        scene.read(QUALITY).level(began, to),
        scene.read(TANK).last(),
        scene.read(LEVEL).last(),
        answered,
        refractometer);
  }
}
