package hitchlamp.standin.unit;

import hitchlamp.standin.engine.InjectorCoils;
import hitchlamp.standin.model.Condition;
import hitchlamp.standin.model.EngineSolver;
import hitchlamp.standin.model.EngineState;
import hitchlamp.standin.module.Services;
import java.nio.ByteBuffer;
import java.util.function.ToDoubleFunction;

/** What the module has last sampled of the circuit of each injector, two bytes each. */
final class CoilSamples {
  private static final int REST = 0x011B;
  private static final int EARLY = 0x011C;
  private static final int RISE = 0x011D;
  private static final int HOLD = 0x011E;
  private static final short NONE = (short) 0xFFFF;
  private static final int MOST = 0xFAFF;

  private final EngineState state;
  private final Condition condition;
  private final InjectorCoils coils;
  private final InjectorCoils.Sample[] last;

  CoilSamples(EngineState state, Condition condition, EngineSolver solver) {
    this.state = state;
    this.condition = condition;
    this.coils = solver.coils();
    this.last = new InjectorCoils.Sample[state.cylinders];
  }

  /** The coil that is driven is sampled. */
  void step() {
    if (state.clicking > 0) {
      int i = state.clicking - 1;
      last[i] = coils.drive(i, state.coolantC, state.batteryV, condition.coils);
    }
  }

  void answer(Services services) {
    services
        .identifier(REST, () -> all(s -> s.restVolts() / 0.01))
        .identifier(EARLY, () -> all(s -> s.earlyAmps() / 0.01))
        .identifier(RISE, () -> all(s -> s.riseSeconds() / 0.1e-6))
        .identifier(HOLD, () -> all(s -> s.holdShare() / 0.0001));
  }

  private byte[] all(ToDoubleFunction<InjectorCoils.Sample> of) {
    ByteBuffer out = ByteBuffer.allocate(2 * last.length);
    for (InjectorCoils.Sample s : last) {
      double counts = s == null ? Double.NaN : of.applyAsDouble(s);
      out.putShort(
          Double.isNaN(counts) ? NONE : (short) Math.round(Math.max(0, Math.min(MOST, counts))));
    }
    return out.array();
  }
}
