package hitchlamp.standin.unit;

import hitchlamp.standin.aftertreatment.Aftertreatment;
import hitchlamp.standin.aftertreatment.Inducement;
import hitchlamp.standin.aftertreatment.Inducement.Cause;
import hitchlamp.standin.module.Routine;
import hitchlamp.standin.module.Services;
import java.util.function.IntSupplier;

/**
 * What the module of the aftertreatment remembers beyond a repair, and how a tester tells it that
 * the repair was done: hours with fluid of the wrong quality, hours without dosing, what it makes
 * up for in its sensors of nitrogen oxides.
 */
final class DosingRecord {
  private static final int QUALITY_HOURS = 0x014A;
  private static final int DOSING_HOURS = 0x014B;
  private static final int CLEAR_QUALITY = 0x0424;
  private static final int CLEAR_DOSING = 0x0425;
  private static final int NEW_SENSOR_BEFORE = 0x0426;
  private static final int NEW_SENSOR_BEHIND = 0x0427;
  private static final int CONDITIONS = 0x22;
  private static final int ENGINE_RUNS = 0x83;
  private static final double HOUR_STEP = 0.01;
  private static final int MOST = 0xFAFF;

  private final EngineUnit engine;
  private final Aftertreatment after;

  DosingRecord(EngineUnit engine) {
    this.engine = engine;
    this.after = engine.solver().after();
  }

  void answer(Services services) {
    Inducement counts = after.inducement();
    services
        .identifier(QUALITY_HOURS, () -> hours(counts.hours(Cause.QUALITY)))
        .identifier(DOSING_HOURS, () -> hours(counts.hours(Cause.DOSING)))
        .routine(CLEAR_QUALITY, clear(Cause.QUALITY))
        .routine(CLEAR_DOSING, clear(Cause.DOSING))
        .routine(NEW_SENSOR_BEFORE, taught(false))
        .routine(NEW_SENSOR_BEHIND, taught(true));
  }

  private static byte[] hours(double counted) {
    return Services.number(Math.min(MOST, Math.round(counted / HOUR_STEP)), 2);
  }

  private Routine clear(Cause cause) {
    return new AtOnce(
        () ->
            after.inducement().clear(cause, engine.solver().readings(), after.fluid().failed())
                ? 0
                : CONDITIONS);
  }

  private Routine taught(boolean outlet) {
    return new AtOnce(
        () -> {
          if (engine.state().seenRunning()) {
            return ENGINE_RUNS;
          }
          engine.after().gas(outlet).taughtAsNew();
          return 0;
        });
  }

  /** Done or refused on the spot. */
  private record AtOnce(IntSupplier does) implements Routine {
    @Override
    public double seconds() {
      return 0;
    }

    @Override
    public int start(int tester) {
      return does.getAsInt();
    }
  }
}
