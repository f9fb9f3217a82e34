package hitchlamp.standin.unit;

import hitchlamp.standin.engine.InjectorCoils;
import hitchlamp.standin.model.Condition;
import hitchlamp.standin.model.EngineState;
import java.util.Arrays;
import java.util.function.DoubleSupplier;

/**
 * What the module's drivers see of the circuits of its injectors while it drives them, one after
 * the other. What is not driven is not judged. Limits are common practice, no source.
 */
final class InjectorCircuits {
  /** What is wrong with a circuit, with its failure mode. */
  enum Wrong {
    /** The wire is at the supply. */
    TO_SUPPLY(3),
    /** The wire is at the ground. */
    TO_GROUND(4),
    /** No current flows. */
    OPEN(5),
    /** More current flows than a coil lets through. */
    TOO_MUCH(6),
    NOTHING(31);

    private final int fmi;

    Wrong(int fmi) {
      this.fmi = fmi;
    }

    int fmi() {
      return fmi;
    }
  }

  private static final double LOW_SHARE = 0.15;
  private static final double HIGH_SHARE = 0.85;
  private static final double NO_AMPS = 3;
  private static final double MOST_AMPS = 20;

  private final EngineState state;
  private final Condition condition;
  private final InjectorCoils coils;
  private final DoubleSupplier supply;
  private final Wrong[] wrong;
  private int next;

  /**
   * @param supply that the module measures, V
   */
  InjectorCircuits(
      EngineState state, Condition condition, InjectorCoils coils, DoubleSupplier supply) {
    this.state = state;
    this.condition = condition;
    this.coils = coils;
    this.supply = supply;
    this.wrong = new Wrong[state.cylinders];
    Arrays.fill(wrong, Wrong.NOTHING);
  }

  /** The next injector is driven and its current looked at. */
  void step() {
    int i = next;
    next = (next + 1) % wrong.length;
    if (state.seenRunning() && (state.cutOut & 1 << i) == 0) {
      wrong[i] =
          of(coils.drive(i, state.coolantC, state.batteryV, condition.coils), supply.getAsDouble());
    }
  }

  /** True where that is wrong with a cylinder's circuit, cylinder 0 the first. */
  boolean shows(int cylinder, Wrong which) {
    return wrong[cylinder] == which;
  }

  private static Wrong of(InjectorCoils.Sample s, double supply) {
    if (s.restVolts() > HIGH_SHARE * supply) {
      return Wrong.TO_SUPPLY;
    }
    if (s.earlyAmps() < NO_AMPS && Double.isNaN(s.riseSeconds())) {
      return Wrong.OPEN;
    }
    if (s.restVolts() < LOW_SHARE * supply) {
      return Wrong.TO_GROUND;
    }
    return s.earlyAmps() > MOST_AMPS ? Wrong.TOO_MUCH : Wrong.NOTHING;
  }
}
