package hitchlamp.core.trial.compression;

import hitchlamp.core.trial.Act;
import hitchlamp.core.trial.BlockWindow;
import hitchlamp.core.trial.Level;
import hitchlamp.core.trial.RoutineEnd;
import hitchlamp.core.trial.SampleWindow;
import hitchlamp.core.trial.Scene;
import hitchlamp.core.trial.Script;
import hitchlamp.core.trial.Step;
import hitchlamp.core.trial.compression.CompressionSeen.Stage;
import hitchlamp.core.words.Said;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** The module holds the fuel back, a person cranks, which is noticed by itself. */
final class CompressionScript implements Script<CompressionSeen> {
  /** Routine: the engine is cranked and not fired. */
  static final String CRANK_ONLY = "crank-only";

  /** Read: times of the parts of each segment. */
  static final String SEGMENTS = "segments";

  /** Read: supply of the module. */
  static final String SUPPLY = "supply";

  private static final int ENGINE_SPEED = 190;

  /** From this speed on the starter turns it, and below the other it has let go. */
  private static final double TURNS_RPM = 60;

  private static final double STANDS_RPM = 30;

  /** No starter turns an engine so fast. */
  private static final double RUNS_RPM = 400;

  /** Cycles at the beginning in which the starter still brings it to speed. */
  private static final int RUN_UP = 2;

  /**
   * A cycle slower than the one before by more than this is perhaps one in which the key was let
   * go: the engine runs out, and the last dips are longer without being deeper.
   */
  private static final double FALLS = 0.985;

  private static final long WAITS_MICROS = 60_000_000;

  /** A starter grows hot: longer than this nobody cranks. */
  private static final long LONGEST_MICROS = 25_000_000;

  private static final long RUN_UP_MICROS = 1_000_000;

  private final CompressionSetup setup;
  private final List<CrankCycle> cycles = new ArrayList<>();

  /** Slower than the one before: of use only where a later one is not. */
  private final List<CrankCycle> falling = new ArrayList<>();

  private double lastRpm = Double.NaN;
  private int inStretch;
  private Stage stage = Stage.PREPARES;
  private long began = Long.MIN_VALUE;
  private long turnsSince = Long.MIN_VALUE;
  private long cranked;
  private long lastCount = Long.MIN_VALUE;
  private int runUp;
  private int stretches;
  private long readUntil;
  private double rest = Double.NaN;
  private double least = Double.NaN;
  private double mean = Double.NaN;
  private int volts;
  private boolean fired;
  private String ended = "";

  CompressionScript(CompressionSetup setup) {
    this.setup = setup;
  }

  @Override
  public Step next(Scene scene) {
    if (began == Long.MIN_VALUE) {
      began = scene.now();
      readUntil = scene.now();
    }
    look(scene);
    Optional<RoutineEnd> end = scene.routine(CRANK_ONLY);
    if (end.isPresent() && stage != Stage.DONE) {
      boolean enough = cycles.size() >= setup.cycles();
      ended = enough ? "" : end.get().says();
      stage = Stage.DONE;
      return new Step.Done(
          enough,
          enough
              ? CompressionWords.said("it-was-cranked")
              : CompressionWords.said("the-module-holds-no-fuel-back", end.get().says()));
    }
    return switch (stage) {
      case DONE ->
          new Step.Done(true, CompressionWords.said(fired ? "it-fired" : "it-was-cranked"));
      case PREPARES, CRANK -> run("turn-the-key");
      case KEEP_CRANKING -> run("keep-cranking", cycles.size(), setup.cycles());
      case CRANK_AGAIN -> run("too-soon", setup.cycles() - cycles.size());
      case LET_GO -> run("let-go");
    };
  }

  private static Step run(String says, Object... with) {
    return new Step.Run(CRANK_ONLY, CompressionWords.said(says, with));
  }

  private void look(Scene scene) {
    SampleWindow speed = scene.value(ENGINE_SPEED);
    double rpm = speed.last();
    long now = scene.now();
    boolean turns = turnsSince != Long.MIN_VALUE;
    if (rpm > RUNS_RPM) {
      fired = true;
      stage = Stage.DONE;
    } else if (!turns && rpm > TURNS_RPM) {
      turnsSince = now;
      stretches++;
      runUp = 0;
      inStretch = 0;
      falling.clear();
      lastRpm = Double.NaN;
      stage = cycles.size() >= setup.cycles() ? Stage.LET_GO : Stage.KEEP_CRANKING;
    } else if (turns && rpm < STANDS_RPM) {
      letGo(now);
      // One fewer: the last may have been taken back.
      stage = cycles.size() >= setup.cycles() - 1 ? Stage.DONE : Stage.CRANK_AGAIN;
    } else if (!turns && now - began > WAITS_MICROS) {
      stage = Stage.DONE;
    } else if (stage == Stage.PREPARES) {
      stage = Stage.CRANK;
    }
    supply(scene);
    take(scene);
    if (stage == Stage.KEEP_CRANKING
        && (cycles.size() >= setup.cycles() || now - turnsSince > LONGEST_MICROS)) {
      stage = Stage.LET_GO;
    }
  }

  private void supply(Scene scene) {
    SampleWindow supply = scene.read(SUPPLY);
    if (turnsSince == Long.MIN_VALUE) {
      // Before the first turn it rests.
      rest = cycles.isEmpty() && cranked == 0 ? supply.last() : rest;
      return;
    }
    if (scene.now() - turnsSince < RUN_UP_MICROS || supply.lastMicros() <= readUntil) {
      return;
    }
    Level level = supply.level(readUntil + 1, scene.now());
    if (level.count() > 0) {
      double lowest = supply.least(readUntil + 1, scene.now());
      least = Double.isNaN(least) ? lowest : Math.min(least, lowest);
      mean = ((Double.isNaN(mean) ? 0 : mean) * volts + level.mean() * level.count());
      volts += level.count();
      mean /= volts;
    }
    readUntil = scene.now();
  }

  /** Takes the cycles that were timed since the last look, while it is cranked. */
  private void take(Scene scene) {
    if (turnsSince == Long.MIN_VALUE || fired) {
      return;
    }
    for (BlockWindow.Answer a : scene.block(SEGMENTS).counted(turnsSince, scene.now())) {
      long count = a.told().head();
      if (count == lastCount) {
        continue;
      }
      boolean first = lastCount == Long.MIN_VALUE;
      boolean before = !first && count < lastCount && lastCount - count < 1_000;
      if (before) {
        continue;
      }
      lastCount = count;
      if (runUp++ >= RUN_UP && cycles.size() < 2 * setup.cycles()) {
        take(cycle(a));
      }
    }
  }

  private void take(CrankCycle c) {
    boolean falls = c.whole() && c.rpm() < FALLS * lastRpm;
    lastRpm = c.whole() ? c.rpm() : lastRpm;
    if (falls) {
      if (falling.isEmpty() && inStretch > 0) {
        // Its end may have been without the starter already.
        falling.add(cycles.remove(cycles.size() - 1));
      }
      falling.add(c);
      return;
    }
    // It goes on being cranked: what was between is the starter's own.
    cycles.addAll(falling);
    falling.clear();
    cycles.add(c);
    inStretch++;
  }

  /** It was cranked up to now; in its last cycle perhaps only in part. */
  private void letGo(long now) {
    cranked += now - turnsSince;
    turnsSince = Long.MIN_VALUE;
    if (falling.isEmpty() && inStretch > 0) {
      cycles.remove(cycles.size() - 1);
    }
    falling.clear();
  }

  private static CrankCycle cycle(BlockWindow.Answer a) {
    List<List<Integer>> times = new ArrayList<>();
    for (double[] cylinder : a.told().of()) {
      List<Integer> parts = new ArrayList<>();
      for (double seconds : cylinder) {
        parts.add(Double.isNaN(seconds) ? -1 : (int) Math.round(seconds * 1e6));
      }
      times.add(parts);
    }
    return new CrankCycle(a.micros(), a.told().head(), times);
  }

  @Override
  public Optional<Said> act(Act act, Scene scene) {
    return Optional.empty();
  }

  @Override
  public void leaving(Scene scene) {
    if (turnsSince != Long.MIN_VALUE) {
      letGo(scene.now());
    }
    stage = Stage.DONE;
  }

  @Override
  public CompressionSeen observed(Scene scene) {
    long now = turnsSince == Long.MIN_VALUE ? 0 : scene.now() - turnsSince;
    return new CompressionSeen(
        stage,
        setup.cycles(),
        cycles,
        rest,
        least,
        mean,
        (cranked + now) / 1e6,
        stretches,
        fired,
        ended);
  }
}
