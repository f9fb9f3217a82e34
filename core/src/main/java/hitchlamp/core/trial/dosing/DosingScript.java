package hitchlamp.core.trial.dosing;

import hitchlamp.core.trial.Act;
import hitchlamp.core.trial.RoutineEnd;
import hitchlamp.core.trial.SampleWindow;
import hitchlamp.core.trial.Scene;
import hitchlamp.core.trial.Script;
import hitchlamp.core.trial.Step;
import hitchlamp.core.trial.dosing.DosingSeen.Outside;
import hitchlamp.core.words.Said;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** The module fills, holds, rests, doses and empties; what its sensors tell meanwhile is kept. */
final class DosingScript implements Script<DosingSeen> {
  /** Routine: the module's check of the circuit. */
  static final String CHECK = "check";

  /** Reads. */
  static final String STAGE = "stage";

  static final String PRESSURE = "pressure";
  static final String EFFORT = "effort";
  static final String DUTY = "duty";
  static final String LEVEL = "level";
  static final String TANK = "tank";

  private static final long APART_MICROS = 200_000;
  private static final long RESTS_MICROS = 3_000_000;
  private static final long ASKS_MICROS = 180_000_000;

  private final DosingSetup setup;
  private final List<DosingPoint> points = new ArrayList<>();
  private Outside outside = Outside.UNSEEN;
  private boolean looked;
  private long began = Long.MIN_VALUE;
  private long first;
  private long last = Long.MIN_VALUE;
  private long askedSince = Long.MIN_VALUE;

  DosingScript(DosingSetup setup) {
    this.setup = setup;
  }

  @Override
  public Step next(Scene scene) {
    if (began == Long.MIN_VALUE) {
      began = scene.now();
    }
    Optional<RoutineEnd> end = scene.routine(CHECK);
    if (end.isEmpty()) {
      note(scene);
      return scene.now() - began < RESTS_MICROS
          ? new Step.Set(List.of(), DosingWords.said("reads-at-rest"))
          : new Step.Run(CHECK, DosingWords.said(says()));
    }
    if (askedSince == Long.MIN_VALUE) {
      askedSince = scene.now();
    }
    if (!looked && leaks() && scene.now() - askedSince < ASKS_MICROS) {
      return new Step.Ask(
          List.of(
              choice(Outside.DRY, "all-dry"),
              choice(Outside.LINE, "line-is-wet"),
              choice(Outside.TIP, "tip-is-wet"),
              choice(Outside.UNSEEN, "did-not-look")),
          DosingWords.said("look-outside"));
    }
    return end.get().done()
        ? new Step.Done(true, DosingWords.said("it-is-over"))
        : new Step.Done(false, DosingWords.said("the-module-says", end.get().says()));
  }

  private static Step.Choice choice(Outside what, String says) {
    return new Step.Choice(Act.of(Dosing.LOOKED, what.name()), DosingWords.said(says));
  }

  private String says() {
    DosingStage stage = points.isEmpty() ? DosingStage.NONE : points.get(points.size() - 1).stage();
    return switch (stage) {
      case NONE -> points.size() > 1 && ran() ? "ends" : "begins";
      case FILL -> "fills";
      case HOLD -> "holds";
      case REST -> "rests";
      case DOSE_LITTLE -> "doses-little";
      case DOSE_MUCH -> "doses-much";
      case EMPTY -> "empties";
    };
  }

  private boolean ran() {
    return points.stream().anyMatch(p -> p.stage() != DosingStage.NONE);
  }

  private boolean leaks() {
    DosingFigures f = DosingFigures.of(points);
    return f.leak() - f.leakOff() > setup.leakKpa();
  }

  private void note(Scene scene) {
    SampleWindow pressure = scene.read(PRESSURE);
    long at = pressure.lastMicros();
    if (at < began || at < last + APART_MICROS || points.size() == DosingSeen.MOST) {
      return;
    }
    if (points.isEmpty()) {
      first = at;
    }
    last = at;
    points.add(
        new DosingPoint(
            (at - first) / 1e6,
            pressure.last(),
            scene.read(EFFORT).last(),
            scene.read(DUTY).last(),
            setup.stage(scene.read(STAGE).last())));
  }

  @Override
  public Optional<Said> act(Act act, Scene scene) {
    if (scene.routine(CHECK).isEmpty()) {
      return Optional.of(DosingWords.said("not-over-yet"));
    }
    outside = Outside.valueOf(act.arguments().get(0));
    looked = true;
    return Optional.empty();
  }

  @Override
  public void leaving(Scene scene) {
    looked = true;
  }

  @Override
  public DosingSeen observed(Scene scene) {
    Optional<RoutineEnd> end = scene.routine(CHECK);
    return new DosingSeen(
        points,
        end.isPresent(),
        end.map(RoutineEnd::done).orElse(false),
        end.map(RoutineEnd::says).orElse(""),
        outside,
        scene.read(LEVEL).last(),
        scene.read(TANK).last());
  }
}
