package hitchlamp.standin.aftertreatment;

import hitchlamp.standin.engine.Cylinders;

/**
 * How the module burns the particulate filter clean, at work by itself or parked when it is asked
 * to: it makes the exhaust hot with a raised speed, late injection, throttle and vanes until the
 * catalyst lights, then doses fuel by the temperature behind the catalyst until it believes the
 * filter clean, and lets everything cool. Temperatures and limits: common practice, no source.
 */
public final class HeatUp {
  /** Where it is. */
  public enum Stage {
    NONE,
    WARM_UP,
    LIGHT_OFF,
    BURN,
    COOL_DOWN
  }

  /** Why it ended. */
  public enum End {
    NONE,
    CLEAN,
    ENGINE_STOPPED,
    PEDAL,
    MOVES,
    TESTER,
    /** The catalyst never got warm enough to light. */
    NOT_LIT,
    /** It lit, and never got as hot as soot needs. */
    NOT_HOT,
    /** The filter got too hot. */
    TOO_HOT,
    /** It burned for an hour, and was not clean. */
    NOT_CLEAN
  }

  /**
   * A regeneration that is over.
   *
   * @param seconds from its begin to its end
   * @param soot share that was believed to lie in the filter at its begin
   */
  public record Past(End end, boolean parked, double seconds, double soot) {}

  private static final double PARKED_RPM = 1_050;
  private static final double BEGINS_AT = 0.6;
  private static final double CLEAN_AT = 0.12;
  private static final double AT_WORK_C = 235;
  private static final double AT_WORK_LOAD = 0.12;

  /** Once broken off it does not begin by itself for so long. */
  private static final double WAITS_SECONDS = 600;

  private static final double CATALYST_IN_C = 318;
  private static final double LIGHTS_C = 272;
  private static final double GOES_OUT_C = 225;
  private static final double CATALYST_OUT_C = 530;
  private static final double TOO_HOT_C = 620;

  /** Duty at which nothing passes, and the doser counts as on. */
  private static final double LEAST = 1e-3;

  private static final double BURNS_C = 470;

  /** Parked it gives up after so long without lighting, and without getting hot. */
  private static final double LIGHTS_SECONDS = 1_500;

  private static final double GETS_HOT_SECONDS = 1_200;

  private static final double BURNS_SECONDS = 3_600;

  /** Behind the filter: then it ends, so that nothing melts. */
  private static final double ENDS_C = 720;

  private static final double RISES_A_SECOND = 0.8;
  private static final double LATE_MOST = 1;
  private static final double LATE_INTEGRAL = 2.0e-4;
  private static final double LATE_PROPORTIONAL = 4e-3;
  private static final double LATE_BELOW_LOAD = 0.35;
  private static final double DOSER_INTEGRAL = 6e-4;
  private static final double DOSER_PROPORTIONAL = 1.5e-3;
  private static final double SHUT = 0.62;
  private static final double CLOSED = 0.62;
  private static final double COOLS_SECONDS = 180;
  private static final double PEDAL_ENDS = 0.05;
  private static final double MOVES_KMH = 3;
  private static final double GAS_CP = 1_100;

  private final double size;
  private Stage stage = Stage.NONE;
  private End end = End.NONE;
  private boolean parked;
  private boolean asked;
  private boolean warms;
  private double target;
  private double trim;
  private double lateIntegral;
  private double late;
  private double duty;
  private double seconds;
  private Stage was = Stage.NONE;
  private double inStage;
  private double elapsed;
  private double pause;
  private double lasts;
  private double sootAtBegin;
  private Past past = new Past(End.NONE, false, 0, 0);
  private int completed;
  private int broken;

  public HeatUp(double size) {
    this.size = size;
  }

  /** A tester wants it, with the unit parked. */
  public void ask() {
    asked = true;
    end = stage == Stage.NONE ? End.NONE : end;
    elapsed = 0;
  }

  /** The parked unit's exhaust is to be warm, with nothing burned in it. */
  void warms(boolean on) {
    warms = on;
  }

  /** A tester wants it ended. */
  public void stop() {
    asked = false;
    if (stage != Stage.NONE) {
      leave(End.TESTER);
    }
  }

  /**
   * Decides.
   *
   * @param soot share that is believed to lie in the filter
   */
  public void step(double dt, AfterReadings r, double soot) {
    elapsed += dt;
    if (stage == Stage.NONE) {
      duty = 0;
      if (warms && r.running) {
        // Who asks for it meanwhile asks again: it must not begin by itself afterwards.
        asked = false;
        warm(dt, r);
        return;
      }
      late = 0;
      lateIntegral = 0;
      begin(dt, r, soot);
      return;
    }
    seconds += dt;
    lasts += dt;
    if (!r.running) {
      leave(End.ENGINE_STOPPED);
      return;
    }
    if (parked && r.kmh > MOVES_KMH) {
      leave(End.MOVES);
      return;
    }
    if (parked && r.pedal > PEDAL_ENDS) {
      leave(End.PEDAL);
      return;
    }
    if (stage == Stage.COOL_DOWN) {
      late = 0;
      duty = 0;
      if (seconds > COOLS_SECONDS) {
        stage = Stage.NONE;
      }
      return;
    }
    warm(dt, r);
    dose(dt, r);
    if (givesUp(dt, r)) {
      return;
    }
    if (soot <= CLEAN_AT && stage == Stage.BURN) {
      completed++;
      end = End.CLEAN;
      past = new Past(end, parked, lasts, sootAtBegin);
      stage = parked ? Stage.COOL_DOWN : Stage.NONE;
      seconds = 0;
      asked = false;
    }
  }

  /** What does not get where it should is not gone on with; at work the next hill may help. */
  private boolean givesUp(double dt, AfterReadings r) {
    inStage = stage == was ? inStage + dt : 0;
    was = stage;
    if (r.filterOutC > ENDS_C) {
      leave(End.TOO_HOT);
    } else if (parked && stage == Stage.WARM_UP && inStage > LIGHTS_SECONDS) {
      leave(End.NOT_LIT);
    } else if (parked && stage == Stage.LIGHT_OFF && inStage > GETS_HOT_SECONDS) {
      leave(End.NOT_HOT);
    } else if (parked && stage == Stage.BURN && inStage > BURNS_SECONDS) {
      leave(End.NOT_CLEAN);
    }
    return stage == Stage.NONE;
  }

  /** The engine stands, and stood for long. */
  void engineStopped() {
    if (stage != Stage.NONE) {
      leave(End.ENGINE_STOPPED);
    }
  }

  private void begin(double dt, AfterReadings r, double soot) {
    pause = Math.max(0, pause - dt);
    boolean atWork =
        soot >= BEGINS_AT && r.catalystInC > AT_WORK_C && r.loadShare > AT_WORK_LOAD && pause == 0;
    if (!asked && !atWork || !r.running) {
      return;
    }
    parked = asked;
    stage = Stage.WARM_UP;
    end = End.NONE;
    seconds = 0;
    lasts = 0;
    sootAtBegin = soot;
    trim = 0;
    lateIntegral = 0;
    target = r.catalystOutC;
  }

  private void leave(End why) {
    if (stage != Stage.COOL_DOWN) {
      broken++;
      end = why;
      past = new Past(end, parked, lasts, sootAtBegin);
    }
    stage = Stage.NONE;
    asked = false;
    pause = WAITS_SECONDS;
    late = 0;
    duty = 0;
  }

  private void warm(double dt, AfterReadings r) {
    double error = CATALYST_IN_C - r.catalystInC;
    boolean little = r.loadShare < LATE_BELOW_LOAD;
    lateIntegral =
        little ? Math.max(0, Math.min(LATE_MOST, lateIntegral + LATE_INTEGRAL * error * dt)) : 0;
    late = little ? Math.max(0, Math.min(LATE_MOST, LATE_PROPORTIONAL * error + lateIntegral)) : 0;
  }

  private void dose(double dt, AfterReadings r) {
    boolean lit = r.catalystOutC > LIGHTS_C || stage != Stage.WARM_UP && duty > 0;
    if (!lit || r.catalystInC < GOES_OUT_C) {
      duty = 0;
      trim = 0;
      target = r.catalystOutC;
      stage = Stage.WARM_UP;
      return;
    }
    target = Math.min(CATALYST_OUT_C, Math.max(target, r.catalystInC) + RISES_A_SECOND * dt);
    double error = target - r.catalystOutC;
    trim = Math.max(-0.5, Math.min(1, trim + DOSER_INTEGRAL * error * dt));
    double needs = r.flow * GAS_CP * Math.max(0, target - r.catalystInC) / Cylinders.HEATING_VALUE;
    double wanted = needs * Math.max(0, 1 + trim + DOSER_PROPORTIONAL * error);
    boolean tooHot = r.catalystOutC > TOO_HOT_C || r.filterOutC > TOO_HOT_C;
    duty = tooHot ? LEAST : Math.max(LEAST, FuelDoser.duty(wanted, r.supplyKpa * 1e3, size));
    stage =
        r.catalystOutC > BURNS_C ? Stage.BURN : stage == Stage.BURN ? Stage.BURN : Stage.LIGHT_OFF;
  }

  public Stage stage() {
    return stage;
  }

  /** Seconds since a tester asked for it. */
  public double elapsed() {
    return elapsed;
  }

  /** True from when a tester asked for it until it has ended, cooled down. */
  public boolean goesOn() {
    return asked || stage != Stage.NONE;
  }

  /** Why the last one ended. */
  public End end() {
    return end;
  }

  /** Speed that it wants with the unit parked, rpm; 0 where none. */
  public double heldRpm() {
    return parked && stage != Stage.NONE || stage == Stage.NONE && warms ? PARKED_RPM : 0;
  }

  /** Late injection at a load, share of the most: under load the gas is hot by itself. */
  public double late(double load) {
    return heats(load) ? late : 0;
  }

  /** How far throttle and vanes are closed at least at a load, 0 to 1. */
  public double throttle(double load) {
    return heats(load) ? SHUT : 0;
  }

  public double vanes(double load) {
    return heats(load) ? CLOSED : 0;
  }

  private boolean heats(double load) {
    return late > 0 && load < LATE_BELOW_LOAD;
  }

  /** Duty of the fuel doser, 0 to 1. */
  public double duty() {
    return duty;
  }

  /** Regenerations that came to their end, and that were broken off. */
  public int completed() {
    return completed;
  }

  public int broken() {
    return broken;
  }

  /** The last one that is over. */
  public Past past() {
    return past;
  }
}
