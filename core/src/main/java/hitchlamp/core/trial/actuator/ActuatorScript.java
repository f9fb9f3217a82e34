package hitchlamp.core.trial.actuator;

import hitchlamp.core.pack.MoveSpec;
import hitchlamp.core.quantity.Unit;
import hitchlamp.core.trial.Act;
import hitchlamp.core.trial.ControlState;
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

/** Asks which actuator, sends it through its course, asks what was seen of it, and asks again. */
final class ActuatorScript implements Script<ActuatorSeen> {
  private static final double MICROS = 1e6;

  /** Points of a way all the way are kept so far apart, and of a step. */
  private static final long FULL_APART_MICROS = 50_000;

  private static final long APART_MICROS = 100_000;
  private static final double STEP_SECONDS = 1.8;
  private static final double FULL_SECONDS = 1.6;

  /** All the way is held for so many of its time constants more. */
  private static final double CONSTANTS = 4;

  private final ActuatorSetup setup;
  private final Map<String, Run> runs = new LinkedHashMap<>();
  private Run now;
  private boolean asks;
  private boolean enough;
  private double duty;
  private double walk;
  private int repeats;

  /** One actuator on its way. */
  private static final class Run {
    private final MoveSpec spec;
    private final int full;
    private final List<Double> course;
    private final long begins;
    private final List<ActuatorPoint> points = new ArrayList<>();
    private int step;
    private long since = Long.MIN_VALUE;
    private long last = Long.MIN_VALUE / 2;
    private String refused = "";
    private ActuatorRun.Answer seen = ActuatorRun.Answer.NOT_ASKED;

    Run(MoveSpec spec, int times, double duty, long begins) {
      this.spec = spec;
      this.full = 2 * times;
      this.course = ActuatorSetup.course(spec, times, duty);
      this.begins = begins;
    }

    ActuatorRun kept() {
      return new ActuatorRun(spec.id(), full, course, step, points, refused, seen);
    }
  }

  ActuatorScript(ActuatorSetup setup) {
    this.setup = setup;
    this.walk = setup.walk();
    this.repeats = setup.repeats();
  }

  @Override
  public Step next(Scene scene) {
    if (now != null && (now.step >= now.course.size() || !now.refused.isEmpty())) {
      asks = now.refused.isEmpty() && now.spec.feedback().isEmpty();
      if (!asks || now.seen != ActuatorRun.Answer.NOT_ASKED) {
        now = null;
        asks = false;
      }
    }
    if (now != null) {
      return asks ? ask() : move(scene);
    }
    if (enough) {
      return new Step.Done(true, ActuatorWords.said("that-is-all"));
    }
    return held(scene)
        ? new Step.Set(List.of(), ActuatorWords.said("gives-back"))
        : new Step.Ask(choices(), ActuatorWords.said("which-one"));
  }

  private boolean held(Scene scene) {
    return setup.moves().stream().anyMatch(m -> !scene.control(m.control()).free());
  }

  private List<Step.Choice> choices() {
    List<Step.Choice> all = new ArrayList<>();
    for (MoveSpec m : setup.moves()) {
      all.add(new Step.Choice(Act.of(Actuators.MOVE, m.id()), Said.plain(m.title())));
    }
    if (!runs.isEmpty()) {
      all.add(new Step.Choice(Act.of(Actuators.ENOUGH), ActuatorWords.said("no-more")));
    }
    return all;
  }

  private Step ask() {
    return new Step.Ask(
        List.of(
            answer(ActuatorRun.Answer.MOVED, "it-moved"),
            answer(ActuatorRun.Answer.MOVED_A_LITTLE, "it-moved-a-little"),
            answer(ActuatorRun.Answer.STOOD, "it-stood"),
            answer(ActuatorRun.Answer.NOT_SEEN, "did-not-see")),
        ActuatorWords.said("did-it-move", now.spec.title()));
  }

  private static Step.Choice answer(ActuatorRun.Answer what, String says) {
    return new Step.Choice(Act.of(Actuators.SAW, what.name()), ActuatorWords.said(says));
  }

  private Step move(Scene scene) {
    Run run = now;
    if (scene.now() < run.begins) {
      long left = (long) Math.ceil((run.begins - scene.now()) / MICROS);
      return new Step.Ask(List.of(), ActuatorWords.said("moves-in", run.spec.title(), left));
    }
    double wanted = run.course.get(run.step);
    ControlState control = scene.control(run.spec.control());
    if (control.at(wanted)) {
      if (run.since == Long.MIN_VALUE) {
        run.since = control.sinceMicros();
      }
      note(scene, run, wanted);
      double stays =
          run.step < run.full ? FULL_SECONDS + CONSTANTS * run.spec.seconds() : STEP_SECONDS;
      if ((scene.now() - run.since) / MICROS >= stays) {
        run.step++;
        run.since = Long.MIN_VALUE;
        if (run.step >= run.course.size()) {
          return next(scene);
        }
        wanted = run.course.get(run.step);
      }
    }
    return new Step.Set(
        List.of(
            new Step.SetPoint(
                run.spec.control(),
                wanted,
                ActuatorWords.say("goes-to", run.spec.title(), Math.round(wanted)),
                ActuatorWords.say("give-back", run.spec.title()))),
        ActuatorWords.said(
            "is-sent",
            run.spec.title(),
            new Figure(wanted, Unit.PERCENT, 0),
            run.step + 1,
            run.course.size()));
  }

  private void note(Scene scene, Run run, double wanted) {
    if (run.spec.feedback().isEmpty()) {
      return;
    }
    SampleWindow position = scene.read(run.spec.feedback());
    long at = position.lastMicros();
    long apart = run.step < run.full ? FULL_APART_MICROS : APART_MICROS;
    if (at < run.last + apart || at < run.since || run.points.size() == ActuatorRun.MOST) {
      return;
    }
    run.last = at;
    run.points.add(new ActuatorPoint((at - run.since) / MICROS, run.step, wanted, position.last()));
  }

  @Override
  public Optional<Said> act(Act act, Scene scene) {
    switch (act.action()) {
      case Actuators.MOVE -> {
        if (now != null) {
          return Optional.of(ActuatorWords.said("one-moves-already", now.spec.title()));
        }
        MoveSpec m = setup.move(act.arguments().get(0)).orElseThrow();
        now = new Run(m, repeats, duty, scene.now() + Math.round(walk * MICROS));
        runs.remove(m.id());
        runs.put(m.id(), now);
        enough = false;
      }
      case Actuators.DUTY -> duty = Integer.parseInt(act.arguments().get(0));
      case Actuators.WALK -> walk = Integer.parseInt(act.arguments().get(0));
      case Actuators.REPEATS -> repeats = Integer.parseInt(act.arguments().get(0));
      case Actuators.SAW -> {
        if (now == null || !asks) {
          return Optional.of(ActuatorWords.said("nothing-is-asked"));
        }
        now.seen = ActuatorRun.Answer.valueOf(act.arguments().get(0));
      }
      default -> {
        if (now != null) {
          return Optional.of(ActuatorWords.said("one-moves-already", now.spec.title()));
        }
        enough = true;
      }
    }
    return Optional.empty();
  }

  @Override
  public boolean refused(String control, Said why, Scene scene) {
    if (now == null || !now.spec.control().equals(control)) {
      return false;
    }
    now.refused = why.text();
    return true;
  }

  @Override
  public void leaving(Scene scene) {
    // What was seen until now is kept as it is.
  }

  @Override
  public ActuatorSeen observed(Scene scene) {
    return new ActuatorSeen(
        runs.values().stream().map(Run::kept).toList(),
        now == null ? "" : now.spec.id(),
        now == null ? 0 : Math.max(0, (now.begins - scene.now()) / MICROS),
        duty,
        walk,
        repeats,
        enough);
  }
}
