package hitchlamp.standin.aftertreatment;

/**
 * How the module washes crystals of urea out of its fluid injector, the unit parked and its engine
 * running: the exhaust is warmed, the flow of the injector is measured by what the pump has to work
 * more for it, and while that is too little the injector is flushed at most of its opening and
 * cools down, time and again. The module sees its sensors and what it commands, nothing else. Times
 * and limits: common practice, no source.
 */
public final class InjectorRestore implements FluidTask {
  /** Where it is. */
  public enum Stage {
    NONE,
    HEAT,
    HOLD,
    MEASURE,
    FLUSH,
    COOL
  }

  /** Why it gave up. */
  public enum End {
    NONE,
    BACK,
    TRIES_USED_UP,
    NO_PRESSURE,
    NOT_WARM,
    NOT_PARKED
  }

  /** Duty of the injector while its flow is measured, and while it is flushed. */
  public static final double MEASURES = 0.5;

  public static final double FLUSHES = 0.8;

  /** More flushes than these do not help. */
  public static final int TRIES = 4;

  private static final double WARM_C = 225;
  private static final double SOAKS_SECONDS = 20;
  private static final double LONGEST_HEAT = 900;
  private static final double FIRST_HEAT = 250;
  private static final double AGAIN_HEAT = 25;
  private static final double HELD_KPA = 850;
  private static final double HOLDS_SECONDS = 12;
  private static final double LONGEST_HOLD = 90;
  private static final double MEASURES_SECONDS = 15;
  private static final double SETTLES_SECONDS = 6;
  private static final double FLUSHES_SECONDS = 40;
  private static final double COOLS_SECONDS = 60;
  private static final double CYCLE_SECONDS =
      AGAIN_HEAT + HOLDS_SECONDS + MEASURES_SECONDS + FLUSHES_SECONDS + COOLS_SECONDS;
  private static final double BACK = 0.93;
  private static final double PEDAL = 0.05;
  private static final double MOVES_KMH = 3;

  private Stage stage = Stage.NONE;
  private End end = End.NONE;
  private double seconds;
  private double gone;
  private double warm;
  private double held;
  private double sum;
  private double summed;
  private double atRest;
  private double flow = Double.NaN;
  private int flushed;

  void begin() {
    end = End.NONE;
    gone = 0;
    flushed = 0;
    flow = Double.NaN;
    go(Stage.HEAT);
  }

  @Override
  public void end() {
    stage = Stage.NONE;
  }

  private void ends(End why) {
    end = why;
    stage = Stage.NONE;
  }

  private void go(Stage next) {
    stage = next;
    seconds = 0;
    warm = 0;
    held = 0;
    sum = 0;
    summed = 0;
  }

  void step(double dt, AfterReadings r) {
    seconds += dt;
    gone += dt;
    if (r.pedal > PEDAL || r.kmh > MOVES_KMH) {
      ends(End.NOT_PARKED);
      return;
    }
    switch (stage) {
      case HEAT -> heat(dt, r);
      case HOLD -> hold(dt, r);
      case MEASURE -> measure(dt, r);
      case FLUSH -> {
        if (seconds >= FLUSHES_SECONDS) {
          flushed++;
          go(Stage.COOL);
        }
      }
      case COOL -> {
        if (seconds >= COOLS_SECONDS) {
          go(Stage.HEAT);
        }
      }
      case NONE -> {}
    }
  }

  private void heat(double dt, AfterReadings r) {
    warm = r.scrInC > WARM_C ? warm + dt : 0;
    if (warm >= SOAKS_SECONDS) {
      go(Stage.HOLD);
    } else if (seconds > LONGEST_HEAT) {
      ends(End.NOT_WARM);
    }
  }

  private void hold(double dt, AfterReadings r) {
    held = r.fluidKpa > HELD_KPA ? held + dt : 0;
    if (held > SETTLES_SECONDS) {
      sum += r.fluidEffort * dt;
      summed += dt;
    }
    if (held >= HOLDS_SECONDS) {
      atRest = sum / summed;
      go(Stage.MEASURE);
    } else if (seconds > LONGEST_HOLD) {
      ends(End.NO_PRESSURE);
    }
  }

  private void measure(double dt, AfterReadings r) {
    if (seconds > SETTLES_SECONDS) {
      sum += r.fluidEffort * dt;
      summed += dt;
    }
    if (seconds < MEASURES_SECONDS) {
      return;
    }
    flow = (sum / summed - atRest) / FluidLine.effortFor(MEASURES);
    if (flow >= BACK) {
      ends(End.BACK);
    } else if (flushed == TRIES) {
      ends(End.TRIES_USED_UP);
    } else {
      go(Stage.FLUSH);
    }
  }

  /** True while the exhaust is kept warm. */
  boolean heats() {
    return stage != Stage.NONE && stage != Stage.COOL;
  }

  public Stage stage() {
    return stage;
  }

  /** How the last one ended. */
  public End ended() {
    return end;
  }

  /** Flushes so far. */
  public int flushed() {
    return flushed;
  }

  /** Flow that was measured last, share of what a sound injector passes; not a number before. */
  public double flow() {
    return flow;
  }

  @Override
  public boolean runs() {
    return stage != Stage.NONE;
  }

  /** How long it takes in all where every try is needed, s. */
  public double whole() {
    if (!runs()) {
      return gone;
    }
    boolean cold = stage == Stage.HEAT && flushed == 0;
    double left = Math.max(1, (cold ? FIRST_HEAT : usual(stage)) - seconds);
    for (Stage s : Stage.values()) {
      boolean last = flushed == TRIES && s.compareTo(Stage.MEASURE) > 0;
      left += s.compareTo(stage) > 0 && !last ? usual(s) : 0;
    }
    // A flush that is behind it belongs to the cycle that cools.
    int whole = TRIES - flushed - (stage == Stage.COOL ? 0 : 1);
    double measures = usual(Stage.HEAT) + usual(Stage.HOLD) + usual(Stage.MEASURE);
    return gone + left + (flushed == TRIES ? 0 : Math.max(0, whole) * CYCLE_SECONDS + measures);
  }

  private static double usual(Stage s) {
    return switch (s) {
      case HEAT -> AGAIN_HEAT;
      case HOLD -> HOLDS_SECONDS;
      case MEASURE -> MEASURES_SECONDS;
      case FLUSH -> FLUSHES_SECONDS;
      case COOL -> COOLS_SECONDS;
      case NONE -> 0;
    };
  }

  @Override
  public double duty() {
    return switch (stage) {
      case MEASURE -> MEASURES;
      case FLUSH -> FLUSHES;
      default -> 0;
    };
  }

  @Override
  public FluidLine.Mode mode() {
    return switch (stage) {
      case HOLD, MEASURE, FLUSH -> FluidLine.Mode.DELIVER;
      default -> FluidLine.Mode.OFF;
    };
  }

  @Override
  public FluidControl.Stage told() {
    return switch (stage) {
      case HOLD -> held > 0 ? FluidControl.Stage.HOLD : FluidControl.Stage.PRIME;
      case MEASURE, FLUSH -> FluidControl.Stage.DOSE;
      default -> FluidControl.Stage.OFF;
    };
  }
}
