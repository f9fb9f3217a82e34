package hitchlamp.standin.aftertreatment;

/**
 * The check of the fluid's circuit that a tester asks for with the engine standing: the line is
 * filled and held, rests with the pump standing, the injector takes a little and much, and the line
 * is emptied again. Or, for a beaker below the injector: filled, held, dosed at half duty for a
 * minute, emptied. The module sees its pressure sensor and its clock, nothing else.
 */
public final class FluidCheck implements FluidTask {
  /** Where it is. */
  public enum Stage {
    NONE,
    FILL,
    HOLD,
    REST,
    DOSE_LITTLE,
    DOSE_MUCH,
    EMPTY
  }

  /** Duty of the injector while it takes a little and much. */
  public static final double LITTLE = 0.15;

  public static final double MUCH = 0.8;

  private static final double FILLED_KPA = 850;
  private static final double FILLED_SECONDS = 2;
  private static final double LONGEST_FILL = 75;
  private static final double USUAL_FILL = 25;
  private static final double HOLDS = 20;
  private static final double RESTS = 60;
  private static final double DOSES = 12;
  private static final double EMPTIES = 45;

  /** Duty of the injector over a beaker, and how long, s. */
  public static final double HALF = 0.5;

  private static final double INTO_BEAKER = 60;
  private static final double SETTLES = 6;

  private Stage stage = Stage.NONE;
  private double seconds;
  private double filled;
  private double gone;
  private boolean gaveUp;
  private boolean beaker;
  private double asked;

  /**
   * It begins.
   *
   * @param intoBeaker true where only a quantity is to be caught
   */
  void begin(boolean intoBeaker) {
    beaker = intoBeaker;
    asked = 0;
    go(Stage.FILL);
    gone = 0;
    filled = 0;
    gaveUp = false;
  }

  @Override
  public void end() {
    stage = Stage.NONE;
  }

  void step(double dt, double kpa) {
    seconds += dt;
    gone += dt;
    switch (stage) {
      case FILL -> fill(dt, kpa);
      case HOLD -> after(beaker ? SETTLES : HOLDS, beaker ? Stage.DOSE_MUCH : Stage.REST);
      case REST -> after(RESTS, Stage.DOSE_LITTLE);
      case DOSE_LITTLE -> after(DOSES, Stage.DOSE_MUCH);
      case DOSE_MUCH -> {
        asked += beaker ? duty() * dt : 0;
        after(much(), Stage.EMPTY);
      }
      case EMPTY -> after(EMPTIES, Stage.NONE);
      case NONE -> {}
    }
  }

  private double much() {
    return beaker ? INTO_BEAKER : DOSES;
  }

  /**
   * Fluid that was to come out until now, kg: what a sound injector passes at the held pressure.
   */
  public double asked(double size) {
    return asked * FluidLine.MOST * size;
  }

  private void fill(double dt, double kpa) {
    filled = kpa > FILLED_KPA ? filled + dt : 0;
    if (filled >= FILLED_SECONDS) {
      go(Stage.HOLD);
    } else if (seconds > LONGEST_FILL) {
      gaveUp = true;
      go(Stage.EMPTY);
    }
  }

  private void after(double took, Stage next) {
    if (seconds >= took) {
      go(next);
    }
  }

  private void go(Stage next) {
    stage = next;
    seconds = 0;
  }

  public Stage stage() {
    return stage;
  }

  @Override
  public boolean runs() {
    return stage != Stage.NONE;
  }

  /** True where the pressure was not reached. */
  public boolean gaveUp() {
    return gaveUp;
  }

  /** How long it takes in all, as far as it can be known now, s. */
  public double whole() {
    if (beaker) {
      return gone + Math.max(0, leftOfBeaker());
    }
    double left =
        switch (stage) {
          case NONE -> 0;
          case FILL -> Math.max(3, USUAL_FILL - seconds) + HOLDS + RESTS + 2 * DOSES + EMPTIES;
          case HOLD -> HOLDS - seconds + RESTS + 2 * DOSES + EMPTIES;
          case REST -> RESTS - seconds + 2 * DOSES + EMPTIES;
          case DOSE_LITTLE -> 2 * DOSES - seconds + EMPTIES;
          case DOSE_MUCH -> DOSES - seconds + EMPTIES;
          case EMPTY -> EMPTIES - seconds;
        };
    return gone + Math.max(0, left);
  }

  private double leftOfBeaker() {
    return switch (stage) {
      case FILL -> Math.max(3, USUAL_FILL - seconds) + SETTLES + INTO_BEAKER + EMPTIES;
      case HOLD -> SETTLES - seconds + INTO_BEAKER + EMPTIES;
      case DOSE_MUCH -> INTO_BEAKER - seconds + EMPTIES;
      case EMPTY -> EMPTIES - seconds;
      default -> 0;
    };
  }

  @Override
  public double duty() {
    return switch (stage) {
      case DOSE_LITTLE -> LITTLE;
      case DOSE_MUCH -> beaker ? HALF : MUCH;
      default -> 0;
    };
  }

  @Override
  public FluidLine.Mode mode() {
    return switch (stage) {
      case NONE, REST -> FluidLine.Mode.OFF;
      case EMPTY -> FluidLine.Mode.EMPTY;
      default -> FluidLine.Mode.DELIVER;
    };
  }

  @Override
  public FluidControl.Stage told() {
    return switch (stage) {
      case NONE -> FluidControl.Stage.OFF;
      case FILL -> FluidControl.Stage.PRIME;
      case HOLD, REST -> FluidControl.Stage.HOLD;
      case DOSE_LITTLE, DOSE_MUCH -> FluidControl.Stage.DOSE;
      case EMPTY -> FluidControl.Stage.EMPTY;
    };
  }
}
