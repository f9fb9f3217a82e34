package hitchlamp.standin.unit;

import hitchlamp.standin.model.Actuator;
import hitchlamp.standin.model.EngineState;
import hitchlamp.standin.module.Position;
import hitchlamp.standin.module.Services;
import java.util.function.DoubleSupplier;

/** What a tester can command, start and adjust at the engine's module. */
final class EngineOutputs {
  private static final int CUTOUT = 0x0305;
  private static final int HELD_SPEED = 0x0306;
  private static final int CLICK = 0x0307;
  private static final int EGR_VALVE = 0x0310;
  private static final int VANES = 0x0311;
  private static final int THROTTLE = 0x0312;
  private static final int FLAP = 0x0313;
  private static final int IDLE_SPEED = 0x0130;
  private static final int PRIMING = 0x0402;
  private static final int CRANK_ONLY = 0x0410;
  private static final double STEP_RPM = 0.125;
  private static final double LEAST_HELD_RPM = 600;
  private static final double MOST_HELD_RPM = 1_600;
  private static final double MOST_TRIM_RPM = 100;
  private static final int MOST_CUT_OUT = 3;
  private static final int FEW_CYLINDERS = 5;
  private static final double STANDS_KMH = 3;
  private static final double TURNS_RPM = 50;
  private static final int WRONG_LENGTH = 0x13;
  private static final int CONDITIONS = 0x22;
  private static final int OUT_OF_RANGE = 0x31;

  private final EngineState state;
  private final double idleRpm;

  /**
   * @param idleRpm idle speed as the maker set it
   */
  EngineOutputs(EngineState state, double idleRpm) {
    this.state = state;
    this.idleRpm = idleRpm;
  }

  void answer(Services services) {
    services
        .control(CUTOUT, new Cutout())
        .control(HELD_SPEED, new HeldSpeed())
        .control(CLICK, new Click())
        .control(EGR_VALVE, valve(state.egrValve, () -> state.egr))
        .control(VANES, valve(state.vaneActuator, () -> state.vanes))
        .control(THROTTLE, valve(state.throttleValve, () -> state.throttle))
        .control(FLAP, valve(state.flapValve, () -> state.flap))
        .identifier(
            IDLE_SPEED,
            () -> Services.number(Math.round((idleRpm + state.idleTrimRpm) / STEP_RPM), 2))
        .written(IDLE_SPEED, this::setIdle)
        .routine(PRIMING, new Priming(state))
        .routine(CRANK_ONLY, new CrankOnly(state));
  }

  private Position valve(Actuator actuator, DoubleSupplier position) {
    return new Position(actuator, position, () -> moves() ? CONDITIONS : 0);
  }

  private boolean moves() {
    return state.vehicleKmh > STANDS_KMH;
  }

  private static double rpm(byte[] two) {
    return ((two[0] & 0xFF) << 8 | two[1] & 0xFF) * STEP_RPM;
  }

  private int setIdle(byte[] wanted) {
    if (wanted.length != 2) {
      return WRONG_LENGTH;
    }
    double trim = rpm(wanted) - idleRpm;
    if (Math.abs(trim) > MOST_TRIM_RPM) {
      return OUT_OF_RANGE;
    }
    state.idleTrimRpm = trim;
    return 0;
  }

  /** Cylinders that are not fuelled. */
  private final class Cutout implements Services.Control {
    @Override
    public int take(byte[] mask) {
      if (mask.length != 1 || (mask[0] & 0xFF) >= 1 << state.cylinders) {
        return OUT_OF_RANGE;
      }
      if (!state.seenRunning() || Integer.bitCount(mask[0] & 0xFF) > mostCutOut()) {
        return CONDITIONS;
      }
      state.cutOut = mask[0] & 0xFF;
      return 0;
    }

    /** One of four keeps it running; a unit that moves needs all but one. */
    private int mostCutOut() {
      return moves() || state.cylinders < FEW_CYLINDERS ? 1 : MOST_CUT_OUT;
    }

    @Override
    public byte[] state() {
      return new byte[] {(byte) state.cutOut};
    }

    @Override
    public void giveBack() {
      state.cutOut = 0;
    }
  }

  /** The injector of one cylinder is driven again and again, so that it clicks. */
  private final class Click implements Services.Control {
    @Override
    public int take(byte[] mask) {
      int wanted = mask.length == 1 ? mask[0] & 0xFF : 0;
      if (Integer.bitCount(wanted) != 1 || wanted >= 1 << state.cylinders) {
        return OUT_OF_RANGE;
      }
      if (state.seenRunning() || state.seenRpm() > TURNS_RPM) {
        return CONDITIONS;
      }
      state.clicking = 1 + Integer.numberOfTrailingZeros(wanted);
      return 0;
    }

    @Override
    public byte[] state() {
      return new byte[] {(byte) (state.clicking == 0 ? 0 : 1 << state.clicking - 1)};
    }

    @Override
    public void giveBack() {
      state.clicking = 0;
    }
  }

  /** A speed that the governor holds. */
  private final class HeldSpeed implements Services.Control {
    @Override
    public int take(byte[] wanted) {
      if (wanted.length != 2) {
        return WRONG_LENGTH;
      }
      double rpm = rpm(wanted);
      if (rpm < LEAST_HELD_RPM || rpm > MOST_HELD_RPM) {
        return OUT_OF_RANGE;
      }
      if (!state.seenRunning() || moves()) {
        return CONDITIONS;
      }
      state.heldRpm = rpm;
      return 0;
    }

    @Override
    public byte[] state() {
      return Services.number(Math.round(state.heldRpm / STEP_RPM), 2);
    }

    @Override
    public void giveBack() {
      state.heldRpm = 0;
    }
  }
}
