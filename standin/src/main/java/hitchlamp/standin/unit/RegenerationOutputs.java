package hitchlamp.standin.unit;

import hitchlamp.standin.aftertreatment.Aftertreatment;
import hitchlamp.standin.aftertreatment.HeatUp;
import hitchlamp.standin.module.Routine;
import hitchlamp.standin.module.Services;
import java.util.Set;
import java.util.function.Supplier;

/**
 * What a tester can read and start at the module of the aftertreatment, of burning the filter clean
 * with the unit parked.
 */
final class RegenerationOutputs {
  private static final int STAGE = 0x0150;
  private static final int DOSER_DUTY = 0x0151;
  private static final int DOSER_PRESSURE = 0x0152;
  private static final int SOOT = 0x0153;
  private static final int FLOW = 0x0154;
  private static final int FILTER_LOSS = 0x0155;
  private static final int PARKED = 0x0423;
  private static final double PART_STEP = 2.5e-5;
  private static final double KPA_STEP = 0.1;
  private static final double LOSS_STEP = 0.01;
  private static final double KPA_FROM = -200;
  private static final double SOOT_STEP = 0.001;
  private static final double FLOW_STEP = 0.2;
  private static final double AN_HOUR = 3_600;

  private final EngineUnit engine;
  private final Aftertreatment after;
  private final Supplier<Set<Inhibit>> inhibits;

  /**
   * @param inhibits what keeps it from beginning
   */
  RegenerationOutputs(EngineUnit engine, Supplier<Set<Inhibit>> inhibits) {
    this.engine = engine;
    this.after = engine.solver().after();
    this.inhibits = inhibits;
  }

  void answer(Services services) {
    services
        .identifier(STAGE, () -> Services.number(after.heatUp().stage().ordinal(), 1))
        .identifier(DOSER_DUTY, () -> number(after.heatUp().duty(), 0, PART_STEP))
        .identifier(
            DOSER_PRESSURE,
            () -> number(engine.after().reading(AfterSensors.DOSER_PRESSURE), KPA_FROM, KPA_STEP))
        .identifier(SOOT, () -> number(after.estimate().share(), 0, SOOT_STEP))
        .identifier(FLOW, () -> number(engine.solver().readings().flow * AN_HOUR, 0, FLOW_STEP))
        .identifier(
            FILTER_LOSS,
            () ->
                number(
                    engine.engine().sensors().reading(EngineSensors.FILTER_PRESSURE),
                    KPA_FROM,
                    LOSS_STEP))
        .routine(PARKED, parked());
  }

  Routine parked() {
    return new Parked(engine, after, inhibits);
  }

  private static byte[] number(double value, double from, double step) {
    return Services.number(Math.max(0, Math.min(0xFAFF, Math.round((value - from) / step))), 2);
  }

  /** Warm up, light, burn, cool down. It goes on when nobody looks any more. */
  private record Parked(EngineUnit engine, Aftertreatment after, Supplier<Set<Inhibit>> inhibits)
      implements Routine {
    private static final int ENGINE_STANDS = 0x84;
    private static final int CONDITIONS = 0x22;
    private static final int OTHER_WORK = 0x24;

    /** Share of a full filter below which nothing is burned, and above which it is taken out. */
    private static final double LEAST = 0.15;

    private static final double MOST = 1.25;
    private static final double USUAL_SECONDS = 2_100;
    private static final double LEFT_SECONDS = 300;

    private HeatUp heat() {
      return after.heatUp();
    }

    @Override
    public double seconds() {
      return heat().goesOn()
          ? Math.max(USUAL_SECONDS, heat().elapsed() + LEFT_SECONDS)
          : Math.max(1, heat().elapsed());
    }

    @Override
    public int start(int tester) {
      if (!engine.state().seenRunning()) {
        return ENGINE_STANDS;
      }
      if (heat().goesOn() || after.fluid().inHand()) {
        return OTHER_WORK;
      }
      double soot = after.estimate().share();
      if (!inhibits.get().isEmpty() || soot < LEAST || soot > MOST) {
        return CONDITIONS;
      }
      heat().ask();
      return 0;
    }

    @Override
    public int breaksOff() {
      return switch (heat().end()) {
        case NONE, CLEAN -> 0;
        case ENGINE_STOPPED -> 1;
        case PEDAL -> 2;
        case MOVES -> 3;
        case NOT_LIT -> 4;
        case NOT_HOT -> 5;
        case TOO_HOT -> 6;
        case TESTER -> 7;
        case NOT_CLEAN -> 8;
      };
    }

    @Override
    public void ends() {
      heat().stop();
    }

    @Override
    public boolean stops() {
      return true;
    }

    @Override
    public boolean outlivesSession() {
      return true;
    }
  }
}
