package hitchlamp.core.trial.conversion;

import hitchlamp.core.quantity.Unit;
import hitchlamp.core.trial.Act;
import hitchlamp.core.trial.Level;
import hitchlamp.core.trial.SampleWindow;
import hitchlamp.core.trial.Scene;
import hitchlamp.core.trial.Script;
import hitchlamp.core.trial.Step;
import hitchlamp.core.words.Said;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** One person drives; a row is kept each second, and what is still needed is said. */
final class ConversionScript implements Script<ConversionSeen> {
  private static final long ROW_MICROS = 1_000_000;
  private static final long FRESH_MICROS = 2_500_000;

  private final ConversionSetup setup;
  private final List<ConversionRow> rows = new ArrayList<>();
  private ConversionSeen seen = new ConversionSeen(List.of(), List.of(), List.of());
  private long began = Long.MIN_VALUE;
  private long rowAt;
  private boolean ends;

  ConversionScript(ConversionSetup setup) {
    this.setup = setup;
  }

  @Override
  public Step next(Scene scene) {
    if (began == Long.MIN_VALUE) {
      began = scene.now();
      rowAt = began;
    }
    if (!ends && scene.now() - rowAt >= ROW_MICROS) {
      rowAt = scene.now() - (scene.now() - rowAt) % ROW_MICROS;
      rows.add(row(scene));
      seen = new ConversionSeen(rows, List.of(), DrivePlan.of(rows, setup));
      ends = rows.size() >= ConversionSeen.MOST_ROWS || DrivePlan.over(seen.plan());
    }
    if (ends) {
      return new Step.Done(true, ConversionWords.said("it-was-driven"));
    }
    return new Step.Ask(
        List.of(new Step.Choice(Act.of(Conversion.ENOUGH), ConversionWords.said("that-is-all"))),
        says());
  }

  private Said says() {
    PlanStage now = seen.plan().stream().filter(s -> !s.over()).findFirst().orElse(null);
    boolean drives = setup.cruiseKmh() > 0;
    if (now == null || now.kind() == PlanStage.Kind.WARM) {
      return drives
          ? ConversionWords.said("warm-up-driving", kmh())
          : ConversionWords.said("warm-up-standing", rpm());
    }
    long left = Math.round(now.wanted() - now.done());
    if (now.kind() == PlanStage.Kind.STEADY && left <= 0) {
      return ConversionWords.said("hold-until-it-settles", drives ? kmh() : rpm());
    }
    if (now.kind() == PlanStage.Kind.STEADY) {
      return drives
          ? ConversionWords.said("hold-the-speed", kmh(), left)
          : ConversionWords.said("hold-the-engine", rpm(), left);
    }
    return ConversionWords.said("foot-off", Math.round(now.wanted()));
  }

  private Object kmh() {
    return new hitchlamp.core.words.Figure(setup.cruiseKmh(), Unit.KILOMETRE_PER_HOUR, 0);
  }

  private Object rpm() {
    return new hitchlamp.core.words.Figure(setup.standRpm(), Unit.RPM, 0);
  }

  private ConversionRow row(Scene scene) {
    return new ConversionRow(
        Math.rint((scene.now() - began) / 1e5) / 10,
        mean(scene, Gases.BEFORE),
        mean(scene, Gases.BEHIND),
        state(scene, Gases.BEFORE_STATES),
        state(scene, Gases.BEHIND_STATES),
        last(scene, Gases.CELSIUS),
        last(scene, Gases.DOSED),
        last(scene, Gases.FLUID_PRESSURE),
        last(scene, Gases.RPM),
        last(scene, Gases.KMH),
        last(scene, Gases.FUEL),
        last(scene, Gases.OXYGEN_BEFORE),
        last(scene, Gases.OXYGEN_BEHIND),
        last(scene, Gases.TANK_CELSIUS),
        last(scene, Gases.TANK_LEVEL),
        last(scene, Gases.REGENERATES));
  }

  private static GasSensorState state(Scene scene, List<Integer> bits) {
    return GasSensorState.of(
        last(scene, bits.get(0)), last(scene, bits.get(1)), last(scene, bits.get(2)));
  }

  /** Mean of the last second. */
  private static double mean(Scene scene, int spn) {
    Level level = scene.value(spn).level(scene.now() - ROW_MICROS, scene.now());
    return Math.rint(level.mean() * 100) / 100;
  }

  private static double last(Scene scene, int spn) {
    SampleWindow w = scene.value(spn);
    return scene.now() - w.lastMicros() <= FRESH_MICROS
        ? Math.rint(w.last() * 1_000) / 1_000
        : Double.NaN;
  }

  @Override
  public Optional<Said> act(Act act, Scene scene) {
    ends = true;
    return Optional.empty();
  }

  @Override
  public void leaving(Scene scene) {
    ends = true;
  }

  @Override
  public ConversionSeen observed(Scene scene) {
    return seen;
  }
}
