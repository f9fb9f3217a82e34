package hitchlamp.standin.unit;

import hitchlamp.standin.aftertreatment.AfterReadings;
import hitchlamp.standin.aftertreatment.Aftertreatment;
import hitchlamp.standin.aftertreatment.FluidControl;
import hitchlamp.standin.engine.Expected;
import hitchlamp.standin.fault.ScaledTest;
import hitchlamp.standin.fault.ScaledTest.About;
import hitchlamp.standin.fault.ScaledTest.Scaling;
import hitchlamp.standin.fault.ScaledTest.Work;
import hitchlamp.standin.model.EngineState;
import java.util.List;
import java.util.SplittableRandom;

/**
 * The tests that monitors run while the engine works. They know what the sensors of their module
 * tell and what it commands itself, nothing else. What they found before the lived time is what a
 * sound one finds. Limits and times: common practice, no source.
 */
final class MonitorTests {
  private static final Scaling PERCENT = new Scaling(1_001, 0.0025);
  private static final Scaling KILOPASCAL = new Scaling(1_002, 0.1);
  private static final double NONE = Double.NaN;
  private static final double HUNDRED = 100;
  private static final double LOADED = 0.55;
  private static final double RUNS_RPM = 500;
  private static final double WARM_C = 250;
  private static final double HOT_C = 450;
  private static final double LEAST_PPM = 100;
  private static final double CLEAN_KPA = 5;
  private static final double NEW_CATALYST = 93;
  private static final double HELD_KPA = 900;
  private static final int CONVERSION = 4364;

  private final EngineState state;
  private final EngineSensors sensors;
  private final SplittableRandom own;

  private MonitorTests(EngineUnit plant, long seed) {
    this.state = plant.state();
    this.sensors = plant.engine().sensors();
    // Drawn apart, so that nothing else of the unit changes by it.
    this.own = new SplittableRandom(seed * 89 + plant.id().hashCode());
  }

  /** Those of the module of an engine. */
  static List<ScaledTest> ofEngine(EngineUnit plant, Expected expected, long seed) {
    MonitorTests t = new MonitorTests(plant, seed);
    return List.of(
        new ScaledTest(
            new About(EngineSensors.EGR_FLOW, 18, PERCENT, 60, NONE),
            HUNDRED,
            new Work(5, 120),
            () -> t.recirculated(expected, plant.engine().exhaustAtRest())),
        new ScaledTest(
            new About(EngineSensors.INTAKE_PRESSURE, 18, PERCENT, 78, NONE),
            HUNDRED,
            new Work(6, 60),
            () -> t.charge(expected)),
        new ScaledTest(
            new About(EngineSensors.FILTER_PRESSURE, 16, KILOPASCAL, NONE, 16),
            CLEAN_KPA,
            new Work(5, 120),
            t::filterDrop));
  }

  /** Those of the module that cleans an engine's exhaust. */
  static List<ScaledTest> ofAftertreatment(EngineUnit plant, long seed) {
    MonitorTests t = new MonitorTests(plant, seed);
    Aftertreatment after = plant.solver().after();
    return List.of(
        new ScaledTest(
            new About(CONVERSION, 18, PERCENT, 60, NONE),
            NEW_CATALYST,
            new Work(15, 300),
            () -> t.converted(plant)),
        new ScaledTest(
            new About(AfterSensors.FLUID_PRESSURE, 18, KILOPASCAL, 650, 1_150),
            HELD_KPA,
            new Work(10, 60),
            () ->
                after.fluid().stage() == FluidControl.Stage.DOSE
                    ? plant.solver().readings().fluidKpa
                    : NONE));
  }

  private boolean runs() {
    return reading(EngineSensors.SPEED) > RUNS_RPM;
  }

  private double reading(int spn) {
    return sensors.reading(spn, own);
  }

  private double recirculated(Expected expected, double atRest) {
    double open = reading(EngineSensors.EGR_POSITION) / HUNDRED;
    if (!runs()
        || open < 0.2
        || !sensors.sound(EngineSensors.INTAKE_PRESSURE)
        || !sensors.sound(EngineSensors.EXHAUST_PRESSURE)) {
      return NONE;
    }
    double intake = reading(EngineSensors.INTAKE_PRESSURE);
    double exhaust = reading(EngineSensors.EXHAUST_PRESSURE) - atRest;
    if (exhaust - intake < 6) {
      return NONE;
    }
    double clean =
        expected.recirculated(
            exhaust,
            reading(EngineSensors.EXHAUST_TEMPERATURE),
            intake,
            reading(EngineSensors.INTAKE_TEMPERATURE),
            open);
    return clean > 60 ? HUNDRED * reading(EngineSensors.EGR_FLOW) / clean : NONE;
  }

  private double charge(Expected expected) {
    if (!runs()
        || state.cutOut != 0
        || state.loadShare < LOADED
        || !sensors.sound(EngineSensors.INTAKE_PRESSURE)) {
      return NONE;
    }
    double air = reading(EngineSensors.BAROMETER);
    double wanted = expected.chargeKpa(reading(EngineSensors.SPEED), state.fuelMgPerStroke, air);
    return wanted > 20 ? HUNDRED * (reading(EngineSensors.INTAKE_PRESSURE) - air) / wanted : NONE;
  }

  private double filterDrop() {
    return runs() && state.loadShare > LOADED && sensors.sound(EngineSensors.FILTER_PRESSURE)
        ? reading(EngineSensors.FILTER_PRESSURE)
        : NONE;
  }

  /** By its own two sensors, as long as they measure and it doses. */
  private double converted(EngineUnit plant) {
    AfterReadings r = plant.solver().readings();
    boolean steady =
        plant.after().gas(false).stable()
            && plant.after().gas(true).stable()
            && plant.solver().after().fluid().stage() == FluidControl.Stage.DOSE
            && r.scrInC > WARM_C
            && r.scrInC < HOT_C;
    double before = steady ? plant.after().gas(false).ppm(own) : NONE;
    return before > LEAST_PPM
        ? HUNDRED * Math.max(0, 1 - plant.after().gas(true).ppm(own) / before)
        : NONE;
  }
}
