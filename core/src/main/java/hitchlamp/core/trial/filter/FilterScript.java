package hitchlamp.core.trial.filter;

import hitchlamp.core.quantity.Unit;
import hitchlamp.core.trial.Act;
import hitchlamp.core.trial.Level;
import hitchlamp.core.trial.SampleWindow;
import hitchlamp.core.trial.Scene;
import hitchlamp.core.trial.Script;
import hitchlamp.core.trial.Step;
import hitchlamp.core.words.Figure;
import hitchlamp.core.words.Said;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** The sensor's zero with the engine standing, then one speed after the other by the pedal. */
final class FilterScript implements Script<FilterSeen> {
  /** Reads. */
  static final String LOSS = "loss";

  static final String FLOW = "flow";
  static final String SOOT = "soot";

  /** SPNs of the values. */
  static final int SPEED = 190;

  static final int BEHIND = 3246;

  private static final double MICROS = 1e6;
  private static final long FRESH_MICROS = 1_500_000;
  private static final long ZERO_MICROS = 15_000_000;

  /** Without the sensor's answer the zero is not waited for any longer. */
  private static final long ZERO_PATIENCE_MICROS = 40_000_000;

  private static final int ZERO_VALUES = 10;
  private static final double TURNS = 50;
  private static final double RUNS = 350;
  private static final double IDLE_MOST = 1_000;

  /** Gas and filter follow the speed in so long. */
  private static final long SETTLES_MICROS = 4_000_000;

  private final FilterSetup setup;
  private final List<FilterPoint> points = new ArrayList<>();
  private long began = Long.MIN_VALUE;
  private Level zero = Level.NONE;
  private boolean zeroDone;
  private int next;
  private long since = Long.MAX_VALUE;
  private long now;
  private double rpm = Double.NaN;

  FilterScript(FilterSetup setup) {
    this.setup = setup;
  }

  @Override
  public Step next(Scene scene) {
    now = scene.now();
    if (began == Long.MIN_VALUE) {
      began = now;
    }
    SampleWindow speed = scene.value(SPEED);
    rpm = now - speed.lastMicros() <= FRESH_MICROS ? speed.last() : Double.NaN;
    if (!zeroDone) {
      zero(scene);
      return new Step.Ask(List.of(), FilterWords.said("taking-the-zero"));
    }
    if (next >= setup.speeds().size()) {
      return new Step.Done(true, FilterWords.said("it-was-swept"));
    }
    if (!(rpm > RUNS)) {
      since = Long.MAX_VALUE;
      return new Step.Ask(List.of(), FilterWords.said("start-the-engine"));
    }
    return hold(scene);
  }

  private void zero(Scene scene) {
    Level seen = scene.read(LOSS).level(began, now);
    if (rpm > TURNS) {
      // Started before it was taken: the speeds are shown, and nothing is told without the zero.
      zeroDone = true;
    } else if (now - began >= ZERO_MICROS && seen.count() >= ZERO_VALUES) {
      zero = seen;
      zeroDone = true;
    } else if (now - began >= ZERO_PATIENCE_MICROS) {
      zeroDone = true;
    }
  }

  private Step hold(Scene scene) {
    int wanted = setup.speeds().get(next);
    boolean idle = next == 0;
    boolean there = idle ? rpm < IDLE_MOST : Math.abs(rpm - wanted) <= setup.within();
    if (!there) {
      since = Long.MAX_VALUE;
      if (idle) {
        return new Step.Ask(List.of(), FilterWords.said("let-it-idle"));
      }
      return new Step.Ask(
          List.of(new Step.Choice(Act.of(FilterCondition.SKIP), FilterWords.said("skip-this"))),
          FilterWords.said(rpm < wanted ? "faster" : "slower", speed(wanted)));
    }
    since = Math.min(since, now);
    double held = (now - since - SETTLES_MICROS) / MICROS;
    if (held < setup.seconds()) {
      long left = Math.round(Math.ceil(setup.seconds() - Math.max(0, held)));
      return new Step.Ask(
          List.of(),
          idle
              ? FilterWords.said("hold-the-idle", left)
              : FilterWords.said("hold", speed(wanted), left));
    }
    long from = now - Math.round(setup.seconds() * MICROS);
    points.add(
        new FilterPoint(
            wanted,
            scene.value(SPEED).level(from, now).mean(),
            scene.read(FLOW).level(from, now),
            scene.value(BEHIND).level(from, now).mean(),
            scene.read(LOSS).level(from, now)));
    next++;
    since = Long.MAX_VALUE;
    return new Step.Ask(List.of(), FilterWords.said("next-one"));
  }

  private static Figure speed(int rpm) {
    return new Figure(rpm, Unit.RPM, 0);
  }

  @Override
  public Optional<Said> act(Act act, Scene scene) {
    if (!zeroDone || next == 0 || next >= setup.speeds().size()) {
      return Optional.of(FilterWords.said("nothing-to-skip"));
    }
    next++;
    since = Long.MAX_VALUE;
    return Optional.empty();
  }

  @Override
  public void leaving(Scene scene) {
    since = Long.MAX_VALUE;
  }

  @Override
  public FilterSeen observed(Scene scene) {
    double held =
        since == Long.MAX_VALUE ? 0 : Math.max(0, (now - since - SETTLES_MICROS) / MICROS);
    return new FilterSeen(zero, points, setup.speeds(), next, held, rpm, scene.read(SOOT).last());
  }
}
