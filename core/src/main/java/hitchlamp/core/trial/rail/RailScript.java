package hitchlamp.core.trial.rail;

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

/** Idle, faster, three snaps, stop, and a minute of watching how the pressure falls. */
final class RailScript implements Script<RailSeen> {
  /** Reads. */
  static final String RAIL = "rail";

  static final String WANTED = "wanted";
  static final String METERING = "metering";
  static final String RPM = "rpm";
  static final String INJECTED = "injected";
  static final String SUPPLY = "supply";
  static final String DROP = "drop";

  private static final double MICROS = 1e6;
  private static final long FRESH_MICROS = 1_500_000;
  private static final double RUNS_RPM = 350;
  private static final double STANDS_RPM = 50;
  private static final double IDLE_MOST = 1_000;
  private static final double WITHIN_RPM = 90;
  private static final long SETTLES_MICROS = 4_000_000;
  private static final long HELD_MICROS = 8_000_000;

  /** Moments of a snap are kept so far apart, and of the hold-down. */
  private static final long SNAP_APART_MICROS = 50_000;

  private static final long HOLD_APART_MICROS = 250_000;
  private static final int SNAPS = 3;

  /** So much faster than the idle a snap was one, and so near to it the next may come. */
  private static final double SNAP_RPM = 500;

  private static final double BACK_RPM = 150;
  private static final double HOLD_SECONDS = 65;
  private static final double COMMANDED_MPA = 1;
  private static final long ZERO_MICROS = 15_000_000;
  private static final int LEAST_ZERO = 5;

  private final RailSetup setup;
  private final List<RailPoint> steady = new ArrayList<>();
  private final List<RailMoment> snaps = new ArrayList<>();
  private final List<RailMoment> hold = new ArrayList<>();
  private RailStage stage = RailStage.IDLE;
  private long since = Long.MAX_VALUE;
  private long firstSnap = Long.MIN_VALUE;
  private long firstHold = Long.MIN_VALUE;
  private long noted = Long.MIN_VALUE / 2;
  private long now;
  private double rpm = Double.NaN;
  private double idle = Double.NaN;
  private double last = Double.NaN;
  private int snapped;
  private boolean up;
  private Level zeroSupply = Level.NONE;
  private Level zeroDrop = Level.NONE;

  RailScript(RailSetup setup) {
    this.setup = setup;
  }

  @Override
  public Step next(Scene scene) {
    now = scene.now();
    rpm = fresh(scene, RPM);
    if (rpm > RUNS_RPM) {
      double told = fresh(scene, RAIL);
      last = Double.isNaN(told) ? last : told;
    }
    return switch (stage) {
      case IDLE -> hold(scene, 0);
      case RAISED -> hold(scene, setup.raised());
      case SNAP -> snap(scene);
      case STOP -> stop();
      case HOLD -> watch(scene);
      case DONE -> new Step.Done(true, RailWords.said("it-was-watched"));
    };
  }

  private Step hold(Scene scene, double wanted) {
    if (!(rpm > RUNS_RPM)) {
      since = Long.MAX_VALUE;
      return ask("start-the-engine");
    }
    boolean there =
        wanted == 0
            ? rpm < Math.max(IDLE_MOST, setup.idle() + BACK_RPM)
            : Math.abs(rpm - wanted) <= WITHIN_RPM;
    if (!there) {
      since = Long.MAX_VALUE;
      return wanted == 0
          ? ask("let-it-idle")
          : skippable(rpm < wanted ? "faster" : "slower", speed(wanted));
    }
    since = Math.min(since, now);
    long left = since + SETTLES_MICROS + HELD_MICROS - now;
    if (left > 0) {
      return new Step.Ask(List.of(), RailWords.said("hold-it", (long) Math.ceil(left / MICROS)));
    }
    steady.add(point(scene));
    if (wanted == 0) {
      idle = steady.get(0).rpm();
      to(setup.raised() > 0 ? RailStage.RAISED : RailStage.STOP);
    } else {
      to(RailStage.SNAP);
    }
    return ask("that-one-is-taken");
  }

  private RailPoint point(Scene scene) {
    long from = now - HELD_MICROS;
    return new RailPoint(
        scene.read(RPM).level(from, now).mean(),
        scene.read(INJECTED).level(from, now).mean(),
        scene.read(WANTED).level(from, now).mean(),
        scene.read(RAIL).level(from, now),
        scene.read(METERING).level(from, now).mean(),
        scene.read(SUPPLY).level(from, now).mean(),
        scene.read(DROP).level(from, now).mean());
  }

  private Step snap(Scene scene) {
    if (rpm < STANDS_RPM) {
      to(RailStage.STOP);
      return stop();
    }
    note(scene, snaps, true);
    if (!up && rpm > idle + SNAP_RPM) {
      up = true;
    } else if (up && rpm < idle + BACK_RPM) {
      up = false;
      snapped++;
    }
    if (snapped >= SNAPS) {
      to(RailStage.STOP);
    }
    return skippable("snap", snapped + 1, SNAPS);
  }

  private Step stop() {
    if (rpm <= STANDS_RPM) {
      to(RailStage.HOLD);
    }
    return ask("stop-the-engine");
  }

  private Step watch(Scene scene) {
    // Cranked, or run again, the module commands a pressure: what comes then is no holding.
    if (rpm > STANDS_RPM || fresh(scene, WANTED) > COMMANDED_MPA) {
      to(RailStage.DONE);
      return ask("it-runs-again");
    }
    note(scene, hold, false);
    double gone = hold.isEmpty() ? 0 : hold.get(hold.size() - 1).at();
    if (gone >= HOLD_SECONDS) {
      long from = now - ZERO_MICROS;
      Level supply = scene.read(SUPPLY).level(from, now);
      Level drop = scene.read(DROP).level(from, now);
      zeroSupply = supply.count() >= LEAST_ZERO ? supply : Level.NONE;
      zeroDrop = drop.count() >= LEAST_ZERO ? drop : Level.NONE;
      to(RailStage.DONE);
    }
    return skippable("leave-it", Math.max(0, Math.round(HOLD_SECONDS - gone)));
  }

  private void note(Scene scene, List<RailMoment> into, boolean snap) {
    SampleWindow rail = scene.read(RAIL);
    long at = rail.lastMicros();
    if (at < noted + (snap ? SNAP_APART_MICROS : HOLD_APART_MICROS)
        || at < since
        || into.size() == RailSeen.MOST) {
      return;
    }
    noted = at;
    if (snap) {
      firstSnap = firstSnap == Long.MIN_VALUE ? at : firstSnap;
    } else {
      firstHold = firstHold == Long.MIN_VALUE ? at : firstHold;
    }
    into.add(
        new RailMoment(
            (at - (snap ? firstSnap : firstHold)) / MICROS,
            rpm,
            fresh(scene, WANTED),
            rail.last(),
            fresh(scene, METERING)));
  }

  private double fresh(Scene scene, String name) {
    SampleWindow w = scene.read(name);
    return now - w.lastMicros() <= FRESH_MICROS ? w.last() : Double.NaN;
  }

  private void to(RailStage next) {
    stage = next;
    since = next == RailStage.SNAP || next == RailStage.HOLD ? now : Long.MAX_VALUE;
  }

  private static Figure speed(double rpm) {
    return new Figure(rpm, Unit.RPM, 0);
  }

  private static Step ask(String name) {
    return new Step.Ask(List.of(), RailWords.said(name));
  }

  private static Step skippable(String name, Object... with) {
    return new Step.Ask(
        List.of(new Step.Choice(Act.of(RailPressure.SKIP), RailWords.said("skip-this"))),
        RailWords.said(name, with));
  }

  @Override
  public Optional<Said> act(Act act, Scene scene) {
    switch (stage) {
      case RAISED -> to(RailStage.SNAP);
      case SNAP -> to(RailStage.STOP);
      case HOLD -> to(RailStage.DONE);
      default -> {
        return Optional.of(RailWords.said("nothing-to-skip"));
      }
    }
    return Optional.empty();
  }

  @Override
  public void leaving(Scene scene) {
    // What was seen until now is kept as it is.
  }

  @Override
  public RailSeen observed(Scene scene) {
    double held = since == Long.MAX_VALUE ? 0 : Math.max(0, (now - since) / MICROS);
    return new RailSeen(
        stage,
        held,
        rpm,
        steady,
        snaps,
        snapped,
        hold,
        last,
        zeroSupply,
        zeroDrop,
        stage == RailStage.DONE);
  }
}
