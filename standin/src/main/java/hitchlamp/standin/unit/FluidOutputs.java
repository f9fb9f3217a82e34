package hitchlamp.standin.unit;

import hitchlamp.standin.aftertreatment.Aftertreatment;
import hitchlamp.standin.aftertreatment.FluidCheck;
import hitchlamp.standin.aftertreatment.FluidControl;
import hitchlamp.standin.aftertreatment.HeatUp;
import hitchlamp.standin.model.EngineState;
import hitchlamp.standin.module.Routine;
import hitchlamp.standin.module.Services;
import java.util.function.DoubleSupplier;

/** What a tester can read and start at the module of the aftertreatment, of its exhaust fluid. */
final class FluidOutputs {
  private static final int CHECK = 0x0420;
  private static final int STAGE = 0x0140;
  private static final int PRESSURE = 0x0141;
  private static final int EFFORT = 0x0142;
  private static final int DUTY = 0x0143;
  private static final int LEVEL = 0x0144;
  private static final int TEMPERATURE = 0x0145;
  private static final int QUALITY = 0x0146;
  private static final int ASKED = 0x0147;
  private static final int QUANTITY_INTO_BEAKER = 0x0421;
  private static final int RESTORE = 0x0422;
  private static final int RESTORE_STAGE = 0x0148;
  private static final int FLUSHED = 0x0149;
  private static final int NOT_THERE = 0x22;

  /** A request out of sequence: the pump is at another work. */
  private static final int OTHER_WORK = 0x24;

  private static final double GRAM_STEP = 0.01;
  private static final double GRAMS = 1_000;
  private static final double KPA_STEP = 0.1;
  private static final double KPA_FROM = -200;
  private static final double PART_STEP = 2.5e-5;
  private static final double PERCENT_STEP = 0.25;
  private static final double CELSIUS_FROM = -40;

  private final EngineUnit engine;
  private final FluidControl control;
  private final Aftertreatment after;

  FluidOutputs(EngineUnit engine) {
    this.engine = engine;
    this.after = engine.solver().after();
    this.control = after.fluid();
  }

  void answer(Services services) {
    services
        .identifier(STAGE, () -> Services.number(control.check().stage().ordinal(), 1))
        .identifier(
            PRESSURE, () -> number(reading(AfterSensors.FLUID_PRESSURE), KPA_FROM, KPA_STEP, 2))
        .identifier(EFFORT, () -> number(engine.solver().after().line().effort(), 0, PART_STEP, 2))
        .identifier(DUTY, () -> number(engine.solver().after().line().open(), 0, PART_STEP, 2))
        .identifier(LEVEL, () -> number(reading(AfterSensors.TANK_LEVEL), 0, PERCENT_STEP, 2))
        .identifier(
            TEMPERATURE, () -> number(reading(AfterSensors.TANK_TEMPERATURE), CELSIUS_FROM, 1, 1))
        .identifier(QUALITY, () -> number(reading(AfterSensors.FLUID_QUALITY), 0, PERCENT_STEP, 1))
        .identifier(
            ASKED, () -> number(control.check().asked(after.size()) * GRAMS, 0, GRAM_STEP, 2))
        .identifier(RESTORE_STAGE, () -> Services.number(control.restore().stage().ordinal(), 1))
        .identifier(FLUSHED, () -> Services.number(control.restore().flushed(), 1))
        .routine(RESTORE, new Restore(engine.state(), after, tankC()))
        .routine(CHECK, new Check(engine.state(), control, tankC(), control::beginCheck))
        .routine(
            QUANTITY_INTO_BEAKER,
            new Check(
                engine.state(),
                control,
                tankC(),
                () -> {
                  after.emptyBeaker();
                  control.beginQuantity();
                }));
  }

  private DoubleSupplier tankC() {
    return () -> reading(AfterSensors.TANK_TEMPERATURE);
  }

  private double reading(int spn) {
    return engine.after().reading(spn);
  }

  private static byte[] number(double value, double from, double step, int bytes) {
    long most = (1L << 8 * bytes) - 1;
    return Services.number(Math.max(0, Math.min(most, Math.round((value - from) / step))), bytes);
  }

  /** Fill, hold, rest, dose, empty; with the engine standing. */
  private record Check(
      EngineState state, FluidControl control, DoubleSupplier tankC, Runnable begins)
      implements Routine {
    private static final int ENGINE_RUNS = 0x83;
    private static final int STARTED = 1;
    private static final int KEY_WENT_OFF = 2;
    private static final int NO_PRESSURE = 3;

    @Override
    public double seconds() {
      return Math.max(1, control.check().whole());
    }

    @Override
    public int start(int tester) {
      if (state.seenRunning()) {
        return ENGINE_RUNS;
      }
      if (control.inHand()) {
        return OTHER_WORK;
      }
      if (!FluidControl.liquid(tankC.getAsDouble())) {
        return NOT_THERE;
      }
      begins.run();
      return 0;
    }

    @Override
    public int breaksOff() {
      if (state.seenRunning()) {
        return STARTED;
      }
      if (state.key == EngineState.Key.OFF) {
        return KEY_WENT_OFF;
      }
      FluidCheck check = control.check();
      return check.gaveUp() && !check.runs() ? NO_PRESSURE : 0;
    }

    @Override
    public void ends() {
      control.breakOff();
    }

    @Override
    public boolean stops() {
      return true;
    }
  }

  /** Warm, measure, flush, cool; with the engine running and the unit parked. */
  private record Restore(EngineState state, Aftertreatment after, DoubleSupplier tankC)
      implements Routine {
    private static final int ENGINE_STANDS = 0x84;
    private static final int STOPPED = 1;
    private static final int NO_PRESSURE = 3;
    private static final int NOT_WARM = 4;
    private static final int NOT_PARKED = 5;

    private FluidControl control() {
      return after.fluid();
    }

    @Override
    public double seconds() {
      return Math.max(1, control().restore().whole());
    }

    @Override
    public int start(int tester) {
      if (!state.seenRunning()) {
        return ENGINE_STANDS;
      }
      if (control().inHand()) {
        return OTHER_WORK;
      }
      boolean burns = after.heatUp().stage() != HeatUp.Stage.NONE;
      if (burns || !FluidControl.liquid(tankC.getAsDouble())) {
        return NOT_THERE;
      }
      control().beginRestore();
      return 0;
    }

    @Override
    public int breaksOff() {
      if (!state.seenRunning()) {
        return STOPPED;
      }
      return control().restore().runs()
          ? 0
          : switch (control().restore().ended()) {
            case NO_PRESSURE -> NO_PRESSURE;
            case NOT_WARM -> NOT_WARM;
            case NOT_PARKED -> NOT_PARKED;
            default -> 0;
          };
    }

    @Override
    public void ends() {
      control().breakOff();
    }

    @Override
    public boolean stops() {
      return true;
    }
  }
}
