package hitchlamp.core.trial.restore;

import hitchlamp.core.trial.Act;
import hitchlamp.core.trial.RoutineEnd;
import hitchlamp.core.trial.Scene;
import hitchlamp.core.trial.Script;
import hitchlamp.core.trial.Step;
import hitchlamp.core.words.Said;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** The module warms, measures, flushes and cools; each measurement of the flow is kept. */
final class RestoreScript implements Script<RestoreSeen> {
  /** Routine: the module restores the flow. */
  static final String RESTORE = "restore";

  /** Reads. */
  static final String STAGE = "stage";

  static final String FLUSHED = "flushed";
  static final String EFFORT = "effort";
  static final String PRESSURE = "pressure";

  /** A stage is told a little late, and what is read around its ends may belong to another. */
  private static final long EDGE_MICROS = 500_000;

  /** The pump has found its effort after so long, and held it before for at least so long. */
  private static final long SETTLES_MICROS = 6_000_000;

  private static final long HELD_MICROS = 5_000_000;

  private final RestoreSetup setup;
  private final List<RestoreCycle> cycles = new ArrayList<>();
  private RestoreStage stage = RestoreStage.NONE;
  private long since;
  private long told = Long.MIN_VALUE;
  private long began = Long.MIN_VALUE;
  private int flushed;

  RestoreScript(RestoreSetup setup) {
    this.setup = setup;
  }

  @Override
  public Step next(Scene scene) {
    if (began == Long.MIN_VALUE) {
      began = scene.now();
    }
    Optional<RoutineEnd> end = scene.routine(RESTORE);
    note(scene);
    if (end.isEmpty()) {
      return new Step.Run(RESTORE, says());
    }
    if (stage == RestoreStage.MEASURE && end.get().done()) {
      // It ended with a measurement that was good enough, and its stage was not told again since.
      leave(scene, RestoreStage.NONE, scene.read(STAGE).lastMicros() + EDGE_MICROS);
    }
    return end.get().done()
        ? new Step.Done(true, RestoreWords.said("it-is-over"))
        : new Step.Done(false, RestoreWords.said("the-module-says", end.get().says()));
  }

  private Said says() {
    return switch (stage) {
      case NONE -> RestoreWords.said("begins");
      case HEAT -> RestoreWords.said("heats");
      case HOLD -> RestoreWords.said("holds");
      case MEASURE -> RestoreWords.said("measures");
      case FLUSH -> RestoreWords.said("flushes", flushed + 1, setup.tries());
      case COOL -> RestoreWords.said("cools", flushed, setup.tries());
    };
  }

  /** Follows the stages; what was told before it began is of another run. */
  private void note(Scene scene) {
    long at = scene.read(STAGE).lastMicros();
    if (at < began || at <= told) {
      return;
    }
    told = at;
    RestoreStage now = setup.stage(scene.read(STAGE).last());
    if (now != stage) {
      leave(scene, now, at);
    }
  }

  private void leave(Scene scene, RestoreStage now, long at) {
    if (stage == RestoreStage.MEASURE && cycles.size() < RestoreSeen.MOST) {
      cycles.add(measured(scene, at));
    }
    if (scene.read(FLUSHED).lastMicros() >= began) {
      // A figure that no module means is not believed.
      flushed = (int) Math.max(0, Math.min(RestoreSeen.MOST, scene.read(FLUSHED).last()));
    }
    stage = now;
    since = at;
  }

  private RestoreCycle measured(Scene scene, long until) {
    long from = since + SETTLES_MICROS;
    long to = until - EDGE_MICROS;
    long shut = since - EDGE_MICROS;
    return new RestoreCycle(
        flushed,
        scene.read(EFFORT).level(Math.max(began, shut - HELD_MICROS), shut),
        scene.read(EFFORT).level(from, to),
        scene.read(PRESSURE).level(from, to));
  }

  @Override
  public Optional<Said> act(Act act, Scene scene) {
    return Optional.of(RestoreWords.said("nothing-to-say"));
  }

  @Override
  public void leaving(Scene scene) {
    // What the module did until now stays as it is.
  }

  @Override
  public RestoreSeen observed(Scene scene) {
    Optional<RoutineEnd> end = scene.routine(RESTORE);
    return new RestoreSeen(
        cycles,
        end.isPresent() ? RestoreStage.NONE : stage,
        flushed,
        end.isPresent(),
        end.map(RoutineEnd::done).orElse(false),
        end.map(RoutineEnd::says).orElse(""));
  }
}
