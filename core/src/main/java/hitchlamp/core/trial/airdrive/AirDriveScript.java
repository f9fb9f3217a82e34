package hitchlamp.core.trial.airdrive;

import hitchlamp.core.pack.MoveSpec;
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

/** One person drives; what is still needed is said, and what counts is cut out by itself. */
final class AirDriveScript implements Script<AirDriveSeen> {
  /** Reads. */
  static final String PEDAL = "pedal";

  static final String RPM = "rpm";
  static final String INJECTED = "injected";
  static final String INTAKE = "intake";
  static final String EXHAUST = "exhaust";
  static final String GAS = "gas";
  static final String FLOW = "flow";
  static final String AIR = "air";
  static final String AMBIENT = "ambient";
  static final String TURBO = "turbo";

  private static final double MICROS = 1e6;
  private static final long ROW_MICROS = (long) (Stretches.SECONDS * MICROS);
  private static final long FRESH_MICROS = 1_500_000;

  static final double ZERO_SECONDS = 8;
  private static final int ZERO_VALUES = 8;
  private static final double STANDS_RPM = 50;
  private static final double RUNS_RPM = 400;

  /** A turbocharger that rolls out still presses air into an engine that stands. */
  private static final double TURBO_STANDS_RPM = 2_500;

  /** How far the drive is, is looked at so often. */
  private static final int PLAN_ROWS = 5;

  /** Share of the fuel of a full pull at which the recirculation is open most. */
  private static final double OPENS_AT_LOAD = 0.4;

  private static final double WITHIN = 0.12;

  private final AirDriveSetup setup;
  private final List<AirDriveRow> rows = new ArrayList<>();
  private List<DriveStage> plan = List.of();
  private double air = Double.NaN;
  private double ambient = Double.NaN;
  private Level zeroIntake = Level.NONE;
  private Level zeroExhaust = Level.NONE;
  private boolean waits;
  private long stands;
  private long looked;
  private long began = Long.MIN_VALUE;
  private long rowAt;
  private boolean ends;

  AirDriveScript(AirDriveSetup setup) {
    this.setup = setup;
  }

  @Override
  public Step next(Scene scene) {
    if (began == Long.MIN_VALUE) {
      began = scene.now();
      stands = began;
      waits = true;
    }
    if (waits && !ends) {
      return zero(scene);
    }
    if (!ends && scene.now() - rowAt >= ROW_MICROS) {
      rowAt = scene.now() - (scene.now() - rowAt) % ROW_MICROS;
      note(scene);
    }
    if (ends) {
      return new Step.Done(true, AirDriveWords.said("it-was-driven"));
    }
    return ask(says());
  }

  /** Until the engine runs: what both sensors show of the air, once the turbocharger stands. */
  private Step zero(Scene scene) {
    long now = scene.now();
    looked = now;
    double rpm = fresh(scene, RPM);
    if (rpm > RUNS_RPM) {
      waits = false;
      began = now;
      rowAt = now - ROW_MICROS;
      return ask(says());
    }
    if (rpm > STANDS_RPM || fresh(scene, TURBO) > TURBO_STANDS_RPM) {
      stands = now;
    }
    boolean taken = zeroIntake.count() > 0;
    if (!taken && now - stands >= ZERO_SECONDS * MICROS && rpm <= STANDS_RPM) {
      Level intake = scene.read(INTAKE).level(stands, now);
      Level exhaust = scene.read(EXHAUST).level(stands, now);
      if (Math.min(intake.count(), exhaust.count()) >= ZERO_VALUES) {
        zeroIntake = intake;
        zeroExhaust = exhaust;
      }
    }
    return ask(AirDriveWords.said(zeroIntake.count() > 0 ? "start-the-engine" : "taking-the-zero"));
  }

  private static Step ask(Said says) {
    return new Step.Ask(
        List.of(new Step.Choice(Act.of(AirDrive.ENOUGH), AirDriveWords.said("that-is-all"))), says);
  }

  private void note(Scene scene) {
    air = Double.isNaN(air) ? fresh(scene, AIR) : air;
    ambient = Double.isNaN(ambient) ? fresh(scene, AMBIENT) : ambient;
    rows.add(
        new AirDriveRow(
            Math.rint((scene.now() - began) / 1e4) / 100,
            fresh(scene, PEDAL),
            fresh(scene, RPM),
            fresh(scene, INJECTED),
            fresh(scene, INTAKE),
            fresh(scene, EXHAUST),
            fresh(scene, GAS),
            fresh(scene, FLOW),
            setup.moves().stream().map(m -> fresh(scene, m.commanded())).toList(),
            setup.moves().stream().map(m -> fresh(scene, m.feedback())).toList()));
    if (rows.size() % PLAN_ROWS == 0) {
      plan = Stretches.of(rows, apart(), setup).plan(setup);
      ends = plan.stream().allMatch(DriveStage::over);
    }
    ends |= rows.size() >= AirDriveSeen.MOST;
  }

  private double apart() {
    return zeroIntake.count() > 0 ? zeroExhaust.mean() - zeroIntake.mean() : 0;
  }

  private Said says() {
    DriveStage now = plan.stream().filter(s -> !s.over()).findFirst().orElse(null);
    Figure rpm = new Figure(setup.rpm(), Unit.RPM, 0);
    if (now == null) {
      return AirDriveWords.said("foot-down", rpm);
    }
    return switch (now.kind()) {
      case ZERO, PULL -> AirDriveWords.said("foot-down", rpm);
      case COAST -> AirDriveWords.said("foot-off", rpm);
      case BRAKE -> AirDriveWords.said("engine-brake-on", rpm);
      case PART -> partLoad();
    };
  }

  /** Which way the foot goes, since the valve opens most at about two fifths of full load. */
  private Said partLoad() {
    MoveSpec valve = setup.moves().get(setup.place(Stretches.RECIRCULATION));
    AirDriveRow last = rows.get(rows.size() - 1);
    double load = last.mg() / setup.full();
    String foot =
        Math.abs(load - OPENS_AT_LOAD) <= WITHIN
            ? "hold-it"
            : load < OPENS_AT_LOAD ? "more" : "less";
    return AirDriveWords.said(
        "part-load",
        valve.title(),
        new Figure(Stretches.OPEN_ENOUGH, Unit.PERCENT, 0),
        AirDriveWords.say(foot));
  }

  private List<DriveStage> plan() {
    if (!waits) {
      return plan;
    }
    double stood = zeroIntake.count() > 0 ? ZERO_SECONDS : (looked - stands) / MICROS;
    return List.of(
        new DriveStage(
            DriveStage.Kind.ZERO,
            Math.min(ZERO_SECONDS, Math.rint(stood * 10) / 10),
            ZERO_SECONDS));
  }

  private static double fresh(Scene scene, String name) {
    SampleWindow w = scene.read(name);
    return scene.now() - w.lastMicros() <= FRESH_MICROS
        ? Math.rint(w.last() * 100) / 100
        : Double.NaN;
  }

  @Override
  public Optional<Said> act(Act act, Scene scene) {
    leaving(scene);
    return Optional.empty();
  }

  @Override
  public void leaving(Scene scene) {
    ends = true;
  }

  @Override
  public AirDriveSeen observed(Scene scene) {
    return new AirDriveSeen(rows, air, ambient, zeroIntake, zeroExhaust, plan());
  }
}
