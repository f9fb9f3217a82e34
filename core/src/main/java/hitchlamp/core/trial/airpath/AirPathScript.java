package hitchlamp.core.trial.airpath;

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
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** The sensors' zero with the engine standing, then one actuator after the other out and back. */
final class AirPathScript implements Script<AirSeen> {
  /** Reads. */
  static final String INTAKE = "intake";

  static final String EXHAUST = "exhaust";
  static final String AIR = "air";
  static final String AMBIENT = "ambient";
  static final String COOLANT = "coolant";
  static final String FLOW = "flow";
  static final String TURBO = "turbo";
  static final String RPM = "rpm";

  private static final double MICROS = 1e6;
  private static final long FRESH_MICROS = 2_000_000;
  private static final long APART_MICROS = 200_000;
  private static final double STANDS_RPM = 50;
  private static final double RUNS_RPM = 400;

  private static final long ZERO_MICROS = 10_000_000;
  private static final int ZERO_VALUES = 8;

  /** Without their answer the zeros are not waited for any longer. */
  private static final long ZERO_PATIENCE_MICROS = 200_000_000;

  /** A turbocharger that rolls out still presses air into an engine that stands. */
  private static final double TURBO_STANDS_RPM = 2_500;

  /** It runs for so long before anything is commanded. */
  private static final long RUNS_MICROS = 3_000_000;

  private static final long STEADY_LEAST_MICROS = 10_000_000;
  private static final long STEADY_MOST_MICROS = 60_000_000;
  private static final long STEADY_OVER_MICROS = 4_000_000;
  private static final int STEADY_PARTS = 4;
  private static final double STEADY_KPA = 0.8;

  /** The turbocharger needs seconds to follow. */
  private static final long OUT_MICROS = 7_000_000;

  /** Where the charge itself is measured, and not its change, noise counts for more. */
  private static final long OUT_LONG_MICROS = 16_000_000;

  private static final long BACK_MICROS = 10_000_000;

  private final AirPathSetup setup;
  private final List<AirPoint> points = new ArrayList<>();
  private final Map<String, String> refused = new LinkedHashMap<>();
  private Level zeroIntake = Level.NONE;
  private Level zeroExhaust = Level.NONE;
  private AirStage stage = AirStage.ZERO;
  private int move;
  private boolean complete;
  private boolean ran;
  private long since = Long.MIN_VALUE;
  private long stands = Long.MIN_VALUE;
  private long first = Long.MIN_VALUE;
  private long last = Long.MIN_VALUE;
  private double air = Double.NaN;
  private double ambient = Double.NaN;

  AirPathScript(AirPathSetup setup) {
    this.setup = setup;
  }

  @Override
  public Step next(Scene scene) {
    long now = scene.now();
    if (since == Long.MIN_VALUE) {
      since = now;
    }
    double rpm = fresh(scene.read(RPM), now);
    note(scene);
    return switch (stage) {
      case ZERO -> zero(scene, rpm);
      case START -> start(now, rpm);
      default -> moving(scene, rpm);
    };
  }

  private Step zero(Scene scene, double rpm) {
    long now = scene.now();
    boolean turns = rpm > STANDS_RPM;
    if (fresh(scene.read(TURBO), now) > TURBO_STANDS_RPM && !turns) {
      stands = now;
      if (now - since < ZERO_PATIENCE_MICROS) {
        return wait("turbo-rolls-out");
      }
    }
    long from = Math.max(since, stands);
    Level intake = scene.read(INTAKE).level(from, now);
    Level exhaust = scene.read(EXHAUST).level(from, now);
    boolean taken =
        now - from >= ZERO_MICROS
            && rpm <= STANDS_RPM
            && intake.count() >= ZERO_VALUES
            && exhaust.count() >= ZERO_VALUES;
    if (taken) {
      zeroIntake = intake;
      zeroExhaust = exhaust;
      air = scene.read(AIR).level(from, now).mean();
      ambient = scene.read(AMBIENT).level(from, now).mean();
    }
    if (taken || turns || now - since > ZERO_PATIENCE_MICROS) {
      to(AirStage.START, now);
    }
    return wait("taking-the-zero");
  }

  private Step start(long now, double rpm) {
    if (!(rpm > RUNS_RPM)) {
      since = now;
      return wait("start-the-engine");
    }
    if (now - since < RUNS_MICROS) {
      return wait("it-runs");
    }
    ran = true;
    to(AirStage.STEADY, now);
    return hold(-1);
  }

  private Step moving(Scene scene, double rpm) {
    long now = scene.now();
    if (rpm < STANDS_RPM) {
      return new Step.Done(false, AirPathWords.said("the-engine-stopped"));
    }
    if (move >= setup.moves().size()) {
      complete = true;
      return new Step.Done(true, AirPathWords.said("every-one-was-moved"));
    }
    MoveSpec m = setup.moves().get(move);
    if (stage == AirStage.OUT && refused.containsKey(m.control())) {
      to(AirStage.BACK, now);
    }
    if (stage == AirStage.STEADY) {
      if (!held(scene, -1)) {
        since = now;
      } else if (now - since >= STEADY_MOST_MICROS
          || now - since >= STEADY_LEAST_MICROS && steady(scene)) {
        outOrPast(now);
      }
    } else if (!held(scene, stage == AirStage.OUT ? move : -1)) {
      since = now;
    } else if (stage == AirStage.OUT && now - since >= out(m)) {
      to(AirStage.BACK, now);
    } else if (stage == AirStage.BACK && now - since >= BACK_MICROS) {
      move++;
      outOrPast(now);
    }
    return hold(stage == AirStage.OUT ? move : -1);
  }

  private static long out(MoveSpec m) {
    return m.of(AirMove.HEAD).isPresent() ? OUT_LONG_MICROS : OUT_MICROS;
  }

  /** The next actuator goes out; those that the module has refused are passed over. */
  private void outOrPast(long now) {
    while (move < setup.moves().size() && refused.containsKey(setup.moves().get(move).control())) {
      move++;
    }
    if (move < setup.moves().size()) {
      to(AirStage.OUT, now);
    }
  }

  private boolean steady(Scene scene) {
    return scene.read(INTAKE).wander(scene.now() - STEADY_OVER_MICROS, scene.now(), STEADY_PARTS)
        <= STEADY_KPA;
  }

  /** True where everything stands that is wanted, as far as the module's answers tell. */
  private boolean held(Scene scene, int out) {
    return wanted(out).stream().allMatch(p -> scene.control(p.control()).at(p.value()));
  }

  private Step hold(int out) {
    return new Step.Set(wanted(out), says(out));
  }

  private List<Step.SetPoint> wanted(int out) {
    Map<String, Step.SetPoint> all = new LinkedHashMap<>();
    setup.speed().ifPresent(s -> all.put(s.control(), point(s, s.base(), true)));
    for (int i = 0; i < setup.moves().size(); i++) {
      MoveSpec m = setup.moves().get(i);
      if (refused.containsKey(m.control())) {
        continue;
      }
      if (i == out) {
        all.put(m.control(), point(m, m.to(), false));
      } else {
        all.putIfAbsent(m.control(), point(m, m.base(), true));
      }
    }
    return List.copyOf(all.values());
  }

  private static Step.SetPoint point(MoveSpec m, double value, boolean base) {
    return new Step.SetPoint(
        m.control(),
        value,
        base || m.does().isEmpty()
            ? AirPathWords.say("held-at-base", m.title())
            : AirPathWords.say("held-out", m.title(), m.does()),
        AirPathWords.say("give-back", m.title()));
  }

  private Said says(int out) {
    if (stage == AirStage.STEADY) {
      return AirPathWords.said("waiting-until-steady", new Figure(setup.rpm(), Unit.RPM, 0));
    }
    MoveSpec m = setup.moves().get(Math.min(move, setup.moves().size() - 1));
    return out < 0
        ? AirPathWords.said("comes-back", m.title())
        : AirPathWords.said("goes-out", m.title(), m.does());
  }

  private static Step wait(String name) {
    return new Step.Ask(List.of(), AirPathWords.said(name));
  }

  private void to(AirStage next, long now) {
    stage = next;
    since = now;
  }

  private static double fresh(SampleWindow w, long now) {
    return now - w.lastMicros() <= FRESH_MICROS ? w.last() : Double.NaN;
  }

  private void note(Scene scene) {
    SampleWindow intake = scene.read(INTAKE);
    long at = intake.lastMicros();
    if (!ran || at < last + APART_MICROS || points.size() == AirSeen.MOST) {
      return;
    }
    if (points.isEmpty()) {
      first = at;
      double told = fresh(scene.read(AIR), at);
      air = Double.isNaN(told) ? air : told;
      told = fresh(scene.read(AMBIENT), at);
      ambient = Double.isNaN(ambient) ? told : ambient;
    }
    last = at;
    points.add(
        new AirPoint(
            (at - first) / MICROS,
            stage,
            stage == AirStage.STEADY ? -1 : Math.min(move, setup.moves().size() - 1),
            intake.last(),
            fresh(scene.read(EXHAUST), at),
            fresh(scene.read(FLOW), at),
            fresh(scene.read(RPM), at),
            fresh(scene.read(TURBO), at),
            setup.moves().stream().map(m -> fresh(scene.read(m.feedback()), at)).toList()));
  }

  @Override
  public Optional<Said> act(Act act, Scene scene) {
    return Optional.empty();
  }

  @Override
  public boolean refused(String control, Said why, Scene scene) {
    boolean actuator = setup.moves().stream().anyMatch(m -> m.control().equals(control));
    if (actuator) {
      refused.put(control, why.text());
    }
    return actuator;
  }

  @Override
  public void leaving(Scene scene) {
    // What was seen until now is kept as it is.
  }

  @Override
  public AirSeen observed(Scene scene) {
    List<MoveSpec> not =
        setup.moves().stream().filter(m -> refused.containsKey(m.control())).toList();
    return new AirSeen(
        zeroIntake,
        zeroExhaust,
        points,
        not.stream().map(MoveSpec::id).toList(),
        not.stream().map(m -> refused.get(m.control())).toList(),
        air,
        ambient,
        scene.read(COOLANT).last(),
        stage,
        Math.min(move, setup.moves().size() - 1),
        complete);
  }
}
