package hitchlamp.core.trial.cutout;

import hitchlamp.core.pack.ControlSpec;
import hitchlamp.core.quantity.Unit;
import hitchlamp.core.trial.Act;
import hitchlamp.core.trial.ControlState;
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
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;

/** The course of a cutout by hand: cylinders and speed as the person wants them. */
final class CutoutScript implements Script<CutoutSeen> {
  /** Control: a bit for each cylinder, set where it must not fire. */
  static final String CYLINDERS = "cylinders";

  /** Control: engine speed that the governor holds. */
  static final String SPEED = "speed";

  /** Read: what is injected a stroke. */
  static final String FUELLING = "fuelling";

  static final String IDLE = "idle";

  private static final int ENGINE_SPEED = 190;
  private static final int EXHAUST = 173;
  private static final long BASE_MICROS = 2_000_000;
  private static final long DIP_MICROS = 1_500_000;
  private static final int MOST_OBSERVATIONS = 200;

  private final CutoutSetup setup;
  private final Set<Integer> wanted = new TreeSet<>();
  private final List<CutoutObservation> seen = new ArrayList<>();
  private Set<Integer> commanded = Set.of();
  private double speed = Double.NaN;
  private boolean most;
  private long observedSince = Long.MIN_VALUE;
  private Level rpmBase = Level.NONE;
  private Level fuelBase = Level.NONE;
  private double exhaustBase = Double.NaN;

  CutoutScript(CutoutSetup setup) {
    this.setup = setup;
  }

  @Override
  public Step next(Scene scene) {
    settleBase(scene);
    List<Step.SetPoint> points = new ArrayList<>();
    if (!Double.isNaN(speed)) {
      points.add(
          new Step.SetPoint(
              SPEED,
              speed,
              CutoutWords.say("speed-is-held", Math.round(speed)),
              CutoutWords.say("back-to-idle")));
    }
    if (!wanted.isEmpty()) {
      points.add(
          new Step.SetPoint(
              CYLINDERS,
              ControlSpec.mask(wanted),
              CutoutWords.say(wanted.size() == 1 ? "does-not-fire" : "do-not-fire", words(wanted)),
              CutoutWords.say("let-all-cylinders-fire")));
      commanded = Set.copyOf(wanted);
    }
    return new Step.Set(points, says(scene));
  }

  private Said says(Scene scene) {
    ControlState held = scene.control(SPEED);
    boolean reaching = !Double.isNaN(speed) && !held.at(speed);
    if (reaching) {
      return CutoutWords.said("waiting-for-the-speed", Figure.whole(speed, Unit.RPM));
    }
    if (wanted.isEmpty()) {
      return CutoutWords.said(seen.isEmpty() ? "switch-off-one-after-the-other" : "all-fire");
    }
    return scene.control(CYLINDERS).at(ControlSpec.mask(wanted))
        ? CutoutWords.said("listen", words(wanted))
        : CutoutWords.said("switching-off", words(wanted));
  }

  /** With all firing and the governor at rest, what was before the next cut is known. */
  private void settleBase(Scene scene) {
    ControlState cylinders = scene.control(CYLINDERS);
    ControlState held = scene.control(SPEED);
    boolean quiet = cylinders.free() && (held.free() || held.at(speed));
    long since = Math.max(cylinders.sinceMicros(), held.sinceMicros());
    if (quiet && scene.now() - since >= Math.max(setup.settleMicros(), BASE_MICROS)) {
      long from = scene.now() - BASE_MICROS;
      rpmBase = scene.value(ENGINE_SPEED).level(from, scene.now());
      fuelBase = scene.read(FUELLING).level(from, scene.now());
      exhaustBase = scene.value(EXHAUST).last();
    }
  }

  @Override
  public Optional<Said> act(Act act, Scene scene) {
    String with = act.arguments().isEmpty() ? "" : act.arguments().get(0);
    return switch (act.action()) {
      case Cutout.ALL_ON -> change(scene, Set.of());
      case Cutout.ALLOW_MOST -> {
        most = true;
        yield Optional.empty();
      }
      case Cutout.OFF -> off(Integer.parseInt(with), scene);
      case Cutout.ON -> {
        Set<Integer> rest = new TreeSet<>(wanted);
        rest.remove(Integer.parseInt(with));
        yield change(scene, rest);
      }
      case Cutout.SPEED -> hold(with);
      default -> heard(Integer.parseInt(with), act.arguments().get(1));
    };
  }

  private Optional<Said> off(int cylinder, Scene scene) {
    if (wanted.contains(cylinder)) {
      return Optional.empty();
    }
    if (wanted.size() >= allowed()) {
      return Optional.of(
          CutoutWords.said("are-off-already-no-more-than", wanted.size(), allowed()));
    }
    Set<Integer> more = new TreeSet<>(wanted);
    more.add(cylinder);
    return change(scene, more);
  }

  private Optional<Said> change(Scene scene, Set<Integer> to) {
    if (!to.equals(wanted)) {
      observe(scene);
      wanted.clear();
      wanted.addAll(to);
    }
    return Optional.empty();
  }

  private Optional<Said> hold(String with) {
    if (!wanted.isEmpty()) {
      return Optional.of(CutoutWords.said("let-all-fire-before-the-speed-changes"));
    }
    double to = with.equals(IDLE) ? Double.NaN : Integer.parseInt(with);
    if (Double.compare(to, speed) != 0) {
      speed = to;
      rpmBase = Level.NONE;
      fuelBase = Level.NONE;
    }
    return Optional.empty();
  }

  private Optional<Said> heard(int cylinder, String what) {
    for (int i = seen.size() - 1; i >= 0; i--) {
      if (seen.get(i).off().equals(List.of(cylinder))) {
        seen.set(i, seen.get(i).heard(CutoutObservation.Heard.valueOf(what)));
        return Optional.empty();
      }
    }
    return Optional.of(CutoutWords.said("this-cylinder-was-not-off-alone", cylinder));
  }

  private int allowed() {
    return most ? setup.most() : setup.atOnce();
  }

  @Override
  public void leaving(Scene scene) {
    observe(scene);
    wanted.clear();
    speed = Double.NaN;
  }

  /** What was seen since the last change, where a cut was confirmed. */
  private void observe(Scene scene) {
    ControlState c = scene.control(CYLINDERS);
    if (commanded.isEmpty()
        || !c.at(ControlSpec.mask(commanded))
        || c.sinceMicros() <= observedSince
        || seen.size() >= MOST_OBSERVATIONS) {
      return;
    }
    observedSince = c.sinceMicros();
    SampleWindow rpm = scene.value(ENGINE_SPEED);
    long now = scene.now();
    long confirmed = c.sinceMicros();
    long from = confirmed + setup.settleMicros();
    seen.add(
        new CutoutObservation(
            commanded.stream().sorted().toList(),
            confirmed,
            (now - confirmed) / 1e6,
            rpmBase,
            rpmBase.count() > 0 ? rpm.level(from, now) : Level.NONE,
            rpmBase.mean() - rpm.least(confirmed, Math.min(now, confirmed + DIP_MICROS)),
            fuelBase,
            fuelBase.count() > 0 ? scene.read(FUELLING).level(from, now) : Level.NONE,
            exhaustBase,
            scene.value(EXHAUST).last(),
            CutoutObservation.Heard.NOT_SAID));
  }

  @Override
  public CutoutSeen observed(Scene scene) {
    ControlState c = scene.control(CYLINDERS);
    boolean confirmed = c.state() == ControlState.State.SET;
    return new CutoutSeen(
        setup.cylinders(),
        c.free() ? List.of() : commanded.stream().sorted().toList(),
        confirmed ? (scene.now() - c.sinceMicros()) / 1e6 : 0,
        allowed(),
        scene.control(SPEED).free() ? Double.NaN : scene.control(SPEED).value(),
        setup.speed().map(CutoutSetup.Speeds::from).orElse(Double.NaN),
        setup.speed().map(CutoutSetup.Speeds::to).orElse(Double.NaN),
        rpmBase.count() > 0,
        seen);
  }

  private static String words(Set<Integer> cylinders) {
    String numbers =
        cylinders.stream().sorted().map(String::valueOf).collect(Collectors.joining(" and "));
    return CutoutWords.say(cylinders.size() == 1 ? "cylinder" : "cylinders", numbers);
  }
}
