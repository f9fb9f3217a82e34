package hitchlamp.standin.unit;

import hitchlamp.standin.model.EngineState;
import hitchlamp.standin.module.Routine;

/** The lift pump runs with the engine standing, to fill filters and lines after they were open. */
final class Priming implements Routine {
  private static final double SECONDS = 60;
  private static final int ENGINE_RUNS = 0x83;
  private static final int VOLTAGE_TOO_LOW = 0x93;
  private static final double LEAST_VOLTS = 22;
  private static final int STARTED = 1;
  private static final int SUPPLY_FELL = 2;

  private final EngineState state;

  Priming(EngineState state) {
    this.state = state;
  }

  @Override
  public double seconds() {
    return SECONDS;
  }

  @Override
  public int start(int tester) {
    if (state.omega > 0) {
      return ENGINE_RUNS;
    }
    if (state.batteryV < LEAST_VOLTS) {
      return VOLTAGE_TOO_LOW;
    }
    state.priming = true;
    return 0;
  }

  @Override
  public int breaksOff() {
    if (state.omega > 0) {
      return STARTED;
    }
    return state.batteryV < LEAST_VOLTS ? SUPPLY_FELL : 0;
  }

  @Override
  public void ends() {
    state.priming = false;
  }

  @Override
  public boolean stops() {
    return true;
  }
}
