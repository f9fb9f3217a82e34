package hitchlamp.standin.unit;

import hitchlamp.standin.model.EngineState;
import hitchlamp.standin.module.Routine;

/**
 * The engine is turned by its starter and not fired, so that its compression can be timed. Once
 * until the key was off.
 */
final class CrankOnly implements Routine {
  private static final double SECONDS = 90;
  private static final int SEQUENCE = 0x24;
  private static final int ENGINE_RUNS = 0x83;
  private static final double TURNS_RPM = 50;
  private static final int KEY_WENT_OFF = 1;

  private final EngineState state;
  private int usedUpIn = -1;

  CrankOnly(EngineState state) {
    this.state = state;
  }

  @Override
  public double seconds() {
    return SECONDS;
  }

  @Override
  public int start(int tester) {
    if (state.seenRunning() || state.seenRpm() > TURNS_RPM) {
      return ENGINE_RUNS;
    }
    if (usedUpIn == state.keyCycles) {
      return SEQUENCE;
    }
    usedUpIn = state.keyCycles;
    state.fuelOff = true;
    return 0;
  }

  @Override
  public int breaksOff() {
    return state.key == EngineState.Key.OFF ? KEY_WENT_OFF : 0;
  }

  @Override
  public void ends() {
    state.fuelOff = false;
  }

  @Override
  public boolean stops() {
    return true;
  }
}
