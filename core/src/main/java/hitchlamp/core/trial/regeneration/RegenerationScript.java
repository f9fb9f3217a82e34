package hitchlamp.core.trial.regeneration;

import hitchlamp.core.quantity.Unit;
import hitchlamp.core.trial.Act;
import hitchlamp.core.trial.RoutineEnd;
import hitchlamp.core.trial.SampleWindow;
import hitchlamp.core.trial.Scene;
import hitchlamp.core.trial.Script;
import hitchlamp.core.trial.Step;
import hitchlamp.core.words.Figure;
import hitchlamp.core.words.Said;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** The module warms, lights, burns and cools; every two seconds is kept what was told. */
final class RegenerationScript implements Script<RegenerationSeen> {
  /** Routine: the module burns its filter clean, parked. */
  static final String BURN = "burn";

  /** Reads. */
  static final String STAGE = "stage";

  static final String DOSER = "doser";
  static final String DUTY = "duty";
  static final String SOOT = "soot";
  static final String FLOW = "flow";

  /** Read where the module tells it with its sign; else the value is taken, which has none. */
  static final String LOSS = "loss";

  /** SPNs of the values that are looked at. */
  static final int IN = 4765;

  static final int OUT = 4766;
  static final int BEHIND = 3246;
  static final int LOSS_TOLD = 3251;
  static final int COOLANT = 110;

  private static final long ROW_MICROS = 2_000_000;
  private static final long FRESH_MICROS = 6_000_000;
  private static final double MINUTE = 60;

  private final RegenerationSetup setup;
  private final List<BurnRow> rows = new ArrayList<>();
  private long began = Long.MIN_VALUE;
  private long rowAt;
  private BurnStage stage = BurnStage.NONE;
  private Optional<TimeLeft> left = Optional.empty();
  private Optional<Hindrance> hindered = Optional.empty();
  private boolean over;

  RegenerationScript(RegenerationSetup setup) {
    this.setup = setup;
  }

  @Override
  public Step next(Scene scene) {
    if (began == Long.MIN_VALUE) {
      began = scene.now();
      rowAt = began - ROW_MICROS;
    }
    Optional<RoutineEnd> end = scene.routine(BURN);
    if (end.isEmpty()) {
      note(scene);
      return new Step.Run(BURN, says());
    }
    return end.get().done()
        ? new Step.Done(true, RegenerationWords.said("it-is-over"))
        : new Step.Done(false, RegenerationWords.said("the-module-says", end.get().says()));
  }

  /** What was told before it began is of another time. */
  private void note(Scene scene) {
    if (scene.now() - rowAt < ROW_MICROS || rows.size() >= RegenerationSeen.MOST_ROWS) {
      return;
    }
    rowAt = scene.now();
    SampleWindow told = scene.read(STAGE);
    stage = told.lastMicros() >= began ? setup.stage(told.last()) : stage;
    rows.add(
        new BurnRow(
            Math.rint((scene.now() - began) / 1e5) / 10,
            stage,
            fresh(scene, scene.value(IN)),
            fresh(scene, scene.value(OUT)),
            fresh(scene, scene.value(BEHIND)),
            fresh(scene, scene.read(DOSER)),
            fresh(scene, scene.read(DUTY)),
            fresh(scene, scene.read(SOOT)),
            loss(scene),
            fresh(scene, scene.read(FLOW)),
            fresh(scene, scene.value(COOLANT))));
    left = TimeLeft.of(rows, setup);
    hindered = Hindrance.of(rows, setup);
  }

  private static double loss(Scene scene) {
    double read = fresh(scene, scene.read(LOSS));
    return Double.isNaN(read) ? fresh(scene, scene.value(LOSS_TOLD)) : read;
  }

  private static double fresh(Scene scene, SampleWindow w) {
    return scene.now() - w.lastMicros() <= FRESH_MICROS
        ? Math.rint(w.last() * 100) / 100
        : Double.NaN;
  }

  private Said says() {
    return switch (stage) {
      case NONE -> RegenerationWords.said("begins");
      case WARM_UP -> RegenerationWords.said("warms-up");
      case LIGHT_OFF -> RegenerationWords.said("lights-off");
      case BURN ->
          left.map(
                  l ->
                      RegenerationWords.said(
                          "burns-for", minutes(l.seconds()), minutes(l.least()), minutes(l.most())))
              .orElse(RegenerationWords.said("burns"));
      case COOL_DOWN -> RegenerationWords.said("cools-down");
    };
  }

  private static Figure minutes(double seconds) {
    return new Figure(Math.rint(seconds / MINUTE), Unit.MINUTE, 0);
  }

  @Override
  public Optional<Said> act(Act act, Scene scene) {
    return Optional.of(RegenerationWords.said("nothing-to-say"));
  }

  @Override
  public void leaving(Scene scene) {
    // What was burned until now is burned; the module lets it cool by itself.
    over = true;
  }

  @Override
  public RegenerationSeen observed(Scene scene) {
    Optional<RoutineEnd> end = scene.routine(BURN);
    return new RegenerationSeen(
        rows,
        over || end.isPresent() ? BurnStage.NONE : stage,
        over || end.isPresent() ? Optional.empty() : left,
        hindered.map(h -> RegenerationWords.said(h.word())).orElse(Said.plain("")),
        end.isPresent(),
        end.map(RoutineEnd::done).orElse(false),
        end.map(RoutineEnd::says).orElse(""));
  }
}
