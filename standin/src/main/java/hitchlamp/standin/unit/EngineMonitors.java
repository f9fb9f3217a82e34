package hitchlamp.standin.unit;

import static hitchlamp.standin.unit.EngineSensors.AMBIENT;
import static hitchlamp.standin.unit.EngineSensors.BAROMETER;
import static hitchlamp.standin.unit.EngineSensors.BATTERY;
import static hitchlamp.standin.unit.EngineSensors.COOLANT_LEVEL;
import static hitchlamp.standin.unit.EngineSensors.COOLANT_TEMPERATURE;
import static hitchlamp.standin.unit.EngineSensors.CRANKCASE;
import static hitchlamp.standin.unit.EngineSensors.EGR_FLOW;
import static hitchlamp.standin.unit.EngineSensors.EGR_POSITION;
import static hitchlamp.standin.unit.EngineSensors.EGR_TEMPERATURE;
import static hitchlamp.standin.unit.EngineSensors.EXHAUST_PRESSURE;
import static hitchlamp.standin.unit.EngineSensors.EXHAUST_TEMPERATURE;
import static hitchlamp.standin.unit.EngineSensors.FILTER_PRESSURE;
import static hitchlamp.standin.unit.EngineSensors.FUEL_FILTER_DROP;
import static hitchlamp.standin.unit.EngineSensors.FUEL_SUPPLY;
import static hitchlamp.standin.unit.EngineSensors.INTAKE_PRESSURE;
import static hitchlamp.standin.unit.EngineSensors.INTAKE_TEMPERATURE;
import static hitchlamp.standin.unit.EngineSensors.OIL_PRESSURE;
import static hitchlamp.standin.unit.EngineSensors.OIL_TEMPERATURE;
import static hitchlamp.standin.unit.EngineSensors.RAIL_PRESSURE;
import static hitchlamp.standin.unit.EngineSensors.SPEED;
import static hitchlamp.standin.unit.EngineSensors.THROTTLE_POSITION;
import static hitchlamp.standin.unit.EngineSensors.TURBO_SPEED;
import static hitchlamp.standin.unit.EngineSensors.VANES;

import hitchlamp.standin.engine.Expected;
import hitchlamp.standin.fault.FaultMemory;
import hitchlamp.standin.fault.FaultMemory.Lamp;
import hitchlamp.standin.fault.Monitor;
import hitchlamp.standin.model.EngineState;
import hitchlamp.standin.model.Sensor;
import hitchlamp.standin.story.Protection;
import hitchlamp.standin.unit.InjectorCircuits.Wrong;
import java.util.ArrayList;
import java.util.List;
import java.util.function.BooleanSupplier;
import java.util.function.DoubleSupplier;
import java.util.function.Supplier;

/**
 * The monitors of the engine's module: they know what its sensors tell and what it commands itself,
 * nothing else. Limits are common practice, no source.
 */
final class EngineMonitors {
  private static final int EGR_VALVE = 2791;
  private static final int VANE_ACTUATOR = 641;
  private static final int WASTEGATE_ACTUATOR = 646;
  private static final int THROTTLE = 3464;
  private static final int DERATE = 1569;
  private static final int FIRST_INJECTOR = 651;
  private static final int[] SUPPLY_SPN = {0, 3509, 3510};
  private static final double STUCK_PERCENT = 12;
  private static final double FULL = 100;

  /** Rise of the charge above the air that is too much in mild air, K, and for each K colder. */
  private static final double CHARGE_RISES = 48;

  private static final double RISES_WHEN_COLD = 0.25;
  private static final double MILD_C = 20;

  /** Charge is short below this share of what is expected. */
  private static final double CHARGE_SHARE = 0.78;

  /** A turbocharger that turns faster than its charge needs by this share feeds a leak. */
  private static final double SPINS_OVER = 1.045;

  /** Share of full fuelling that is left while the module protects its engine. */
  private static final double PROTECTED_SHARE = 0.7;

  private static final double POWER_GOES_SECONDS = 20;
  private static final double LOADED = 0.55;
  private static final double SETTLES_SECONDS = 10;

  /** Most that one pressure may tell beside the other with the engine standing, to be learned. */
  private static final double MOST_LEARNED_KPA = 9;

  private final EngineState state;
  private final EngineSensors sensors;
  private final Expected expected;
  private final FaultMemory memory = new FaultMemory();
  private final List<Monitor> monitors = new ArrayList<>();
  private final List<Monitor> coldMonitors = new ArrayList<>();
  private final Supplier<byte[]> freeze;
  private double exhaustAtRest;
  private double badSupplySeconds;
  private double ranSeconds;
  private double sinceCutSeconds = SETTLES_SECONDS + 1;
  private double loadedSeconds;
  private DoubleSupplier induced = () -> 1;

  /**
   * @param freeze values that are kept with a fault
   */
  EngineMonitors(
      EngineState state, EngineSensors sensors, Expected expected, Supplier<byte[]> freeze) {
    this.state = state;
    this.sensors = sensors;
    this.expected = expected;
    this.freeze = freeze;
    circuits();
    temperatures();
    pressures();
    air();
    actuators();
    derate();
    rationality();
  }

  private Monitor watch(int spn, int fmi, Lamp lamp, double seconds, BooleanSupplier bad) {
    Monitor m = new Monitor(spn, fmi, lamp, seconds, Math.max(3, seconds), bad);
    m.freezing(freeze);
    monitors.add(m);
    return m;
  }

  private void circuits() {
    for (Sensor s : sensors.wired()) {
      watch(s.spn(), 3, Lamp.WARNING, 1.5, s::tooHigh).circuit();
      watch(s.spn(), 4, Lamp.WARNING, 1.5, s::tooLow).circuit();
    }
    for (int line = 1; line <= 2; line++) {
      int supply = line;
      watch(SUPPLY_SPN[line], 4, Lamp.WARNING, 1, () -> sensors.supplyVolts(supply) < 4.75)
          .circuit();
    }
  }

  private void temperatures() {
    watch(COOLANT_LEVEL, 1, Lamp.STOP, 10, () -> reading(COOLANT_LEVEL) < 80);
    watch(
        COOLANT_TEMPERATURE,
        0,
        Lamp.STOP,
        3,
        () -> sound(COOLANT_TEMPERATURE) && reading(COOLANT_TEMPERATURE) > 112);
    watch(
        COOLANT_TEMPERATURE,
        16,
        Lamp.WARNING,
        10,
        () -> sound(COOLANT_TEMPERATURE) && reading(COOLANT_TEMPERATURE) > 106);
    watch(
            COOLANT_TEMPERATURE,
            18,
            Lamp.MALFUNCTION,
            60,
            () ->
                loadedSeconds > 1_500
                    && sound(COOLANT_TEMPERATURE)
                    && reading(COOLANT_TEMPERATURE) < 71)
        .emission();
    watch(
        INTAKE_TEMPERATURE,
        16,
        Lamp.WARNING,
        15,
        () ->
            runs()
                && sound(INTAKE_TEMPERATURE)
                && reading(INTAKE_TEMPERATURE) > warmestCharge(reading(AMBIENT)));
    watch(
        EGR_TEMPERATURE,
        16,
        Lamp.WARNING,
        15,
        () -> runs() && sound(EGR_TEMPERATURE) && reading(EGR_TEMPERATURE) > 165);
  }

  /**
   * Charge warmer than this has not been cooled: recirculated gas comes as warm as the coolant, so
   * that the rise is the larger the colder the air is.
   */
  private static double warmestCharge(double ambientC) {
    return ambientC + CHARGE_RISES + RISES_WHEN_COLD * Math.max(0, MILD_C - ambientC);
  }

  private void pressures() {
    watch(
        OIL_PRESSURE,
        1,
        Lamp.STOP,
        4,
        () -> runs() && sound(OIL_PRESSURE) && reading(OIL_PRESSURE) < 45 + 0.03 * reading(SPEED));
    watch(BATTERY, 1, Lamp.WARNING, 10, () -> runs() && reading(BATTERY) < 24.3);
    watch(
        FUEL_SUPPLY,
        18,
        Lamp.WARNING,
        10,
        () ->
            runs()
                && sound(FUEL_SUPPLY)
                && reading(FUEL_SUPPLY)
                    < 0.7 * Expected.supplyKpa(reading(SPEED), state.loadShare));
    watch(
        FUEL_FILTER_DROP,
        16,
        Lamp.WARNING,
        10,
        () -> runs() && sound(FUEL_FILTER_DROP) && reading(FUEL_FILTER_DROP) > 100);
    watch(
        RAIL_PRESSURE,
        18,
        Lamp.WARNING,
        10,
        () -> runs() && state.railWantedMpa - reading(RAIL_PRESSURE) > 8);
    watch(
        CRANKCASE,
        16,
        Lamp.WARNING,
        10,
        () -> runs() && sound(CRANKCASE) && reading(CRANKCASE) > 3);
    watch(
            FILTER_PRESSURE,
            16,
            Lamp.MALFUNCTION,
            15,
            () -> runs() && sound(FILTER_PRESSURE) && reading(FILTER_PRESSURE) > 16)
        .emission();
  }

  private void air() {
    watch(
            INTAKE_PRESSURE,
            18,
            Lamp.WARNING,
            8,
            () ->
                runs()
                    && firesWhole()
                    && sound(INTAKE_PRESSURE)
                    && state.loadShare > LOADED
                    && reading(INTAKE_PRESSURE) - reading(BAROMETER)
                        < CHARGE_SHARE
                            * expected.chargeKpa(
                                reading(SPEED), state.fuelMgPerStroke, reading(BAROMETER)))
        .emission();
    watch(
        TURBO_SPEED,
        16,
        Lamp.WARNING,
        8,
        () ->
            runs()
                && sound(INTAKE_PRESSURE)
                && sound(INTAKE_TEMPERATURE)
                && state.loadShare > LOADED
                && reading(TURBO_SPEED)
                    > SPINS_OVER
                        * expected.turboRpm(
                            reading(SPEED),
                            reading(INTAKE_PRESSURE),
                            reading(INTAKE_TEMPERATURE),
                            reading(EGR_FLOW),
                            reading(BAROMETER),
                            reading(AMBIENT)));
    watch(EGR_FLOW, 18, Lamp.MALFUNCTION, 10, this::littleRecirculated).emission();
  }

  /** With a cylinder cut by command there is less charge, and for a while behind it. */
  private boolean firesWhole() {
    return sinceCutSeconds > SETTLES_SECONDS;
  }

  private boolean littleRecirculated() {
    if (!runs()
        || !sound(INTAKE_PRESSURE)
        || !sound(EXHAUST_PRESSURE)
        || stuck(EGR_POSITION, state.egrWanted)) {
      return false;
    }
    double open = reading(EGR_POSITION) / FULL;
    double intake = reading(INTAKE_PRESSURE);
    double exhaust = reading(EXHAUST_PRESSURE) - exhaustAtRest;
    if (open < 0.2 || exhaust - intake < 6) {
      return false;
    }
    double clean =
        expected.recirculated(
            exhaust,
            reading(EXHAUST_TEMPERATURE),
            intake,
            sound(INTAKE_TEMPERATURE) ? reading(INTAKE_TEMPERATURE) : 40,
            open);
    return clean > 60 && reading(EGR_FLOW) < 0.6 * clean;
  }

  private void actuators() {
    watch(EGR_VALVE, 7, Lamp.MALFUNCTION, 6, () -> runs() && stuck(EGR_POSITION, state.egrWanted))
        .emission();
    int turbo = expected.wastegate() ? WASTEGATE_ACTUATOR : VANE_ACTUATOR;
    watch(turbo, 7, Lamp.WARNING, 6, () -> runs() && stuck(VANES, state.vanesWanted));
    watch(
        THROTTLE,
        7,
        Lamp.WARNING,
        6,
        () -> runs() && stuck(THROTTLE_POSITION, state.throttleWanted));
  }

  /** True where an actuator reports itself elsewhere than it was sent. */
  private boolean stuck(int position, double wanted) {
    return Math.abs(reading(position) - wanted * FULL) > STUCK_PERCENT;
  }

  /** The generic one: the module takes power away whatever the cause is. */
  private void derate() {
    watch(DERATE, 31, Lamp.WARNING, 2, this::protects);
  }

  private boolean protects() {
    return memory.kept().stream()
        .anyMatch(
            k ->
                k.active()
                    && (k.spn() == COOLANT_TEMPERATURE && k.fmi() == 0
                        || k.spn() == OIL_PRESSURE && k.fmi() == 1
                        || k.spn() == RAIL_PRESSURE
                        || k.spn() == TURBO_SPEED
                        || k.spn() == INTAKE_PRESSURE && k.fmi() != 3
                        || k.spn() == EGR_VALVE));
  }

  /** Power goes slowly, so that nobody is surprised on a hill, and is back at the next start. */
  private void allow(double dt) {
    if (ranSeconds == 0) {
      state.allowedShare = 1;
    } else {
      double most = Math.min(induced.getAsDouble(), protects() ? PROTECTED_SHARE : 1);
      if (state.allowedShare > most) {
        state.allowedShare = Math.max(most, state.allowedShare - dt / POWER_GOES_SECONDS);
      }
    }
  }

  /** After a cold night all thermometers should agree. */
  private void rationality() {
    int[] thermometers = {COOLANT_TEMPERATURE, INTAKE_TEMPERATURE, OIL_TEMPERATURE};
    for (int spn : thermometers) {
      coldMonitors.add(
          new Monitor(
                  spn,
                  2,
                  Lamp.WARNING,
                  5,
                  5,
                  () -> sound(spn) && Math.abs(reading(spn) - reading(AMBIENT)) > 8)
              .freezing(freeze));
    }
  }

  /** Share of full fuelling that the module of the aftertreatment leaves, as the bus tells it. */
  void leaves(DoubleSupplier share) {
    induced = share;
  }

  /** Circuits of the injectors, of which it sees what its drivers see. */
  void injectors(InjectorCircuits circuits, int cylinders) {
    for (int i = 0; i < cylinders; i++) {
      int cylinder = i;
      for (Wrong w : Wrong.values()) {
        if (w != Wrong.NOTHING) {
          watch(FIRST_INJECTOR + i, w.fmi(), Lamp.WARNING, 2, () -> circuits.shows(cylinder, w));
        }
      }
    }
  }

  /** Limits whose crossing it keeps, each a little on the safe side of the fault's. */
  Protection protection() {
    return new Protection()
        .guard(1, 2, true, 104, -40, 1, () -> sensors.measured(COOLANT_TEMPERATURE))
        .guard(2, 3, false, 110, 0, 4, () -> running(OIL_PRESSURE))
        .guard(3, 3, true, 2_200, 0, 0.125, () -> reading(SPEED))
        .guard(4, 1, true, 75, -40, 1, () -> sensors.measured(INTAKE_TEMPERATURE))
        .guard(5, 2, true, 155, -273, 0.03125, () -> sensors.measured(EGR_TEMPERATURE))
        .guard(6, 1, true, 2.4, -250, 0.0078125, () -> sensors.measured(CRANKCASE))
        .guard(7, 1, true, 85, 0, 0.1, () -> sensors.measured(FUEL_FILTER_DROP))
        .guard(8, 2, false, 230, 0, 4, () -> running(FUEL_SUPPLY))
        .guard(9, 2, true, expected.fastestRpm(), 0, 4, () -> reading(TURBO_SPEED))
        .guard(10, 2, true, 14.5, 0, 0.1, () -> sensors.measured(FILTER_PRESSURE))
        .guard(11, 1, false, 24.8, 0, 0.05, () -> running(BATTERY));
  }

  private double running(int spn) {
    return runs() ? sensors.measured(spn) : Double.NaN;
  }

  private boolean runs() {
    return ranSeconds > 10;
  }

  private boolean sound(int spn) {
    return sensors.sound(spn);
  }

  private double reading(int spn) {
    return sensors.reading(spn);
  }

  /** What one pressure tells beside the other with the engine standing, as it was learned, kPa. */
  double exhaustAtRest() {
    return exhaustAtRest;
  }

  FaultMemory memory() {
    return memory;
  }

  /** Monitors that a self-test runs. */
  List<Monitor> all() {
    return monitors;
  }

  /** The module looks at its sensors. */
  void step(double dt, double hours) {
    sinceCutSeconds = state.cutOut != 0 ? 0 : sinceCutSeconds + dt;
    boolean turns = reading(SPEED) > 500;
    ranSeconds = turns ? ranSeconds + dt : 0;
    loadedSeconds = turns && state.fuelMgPerStroke > 30 ? loadedSeconds + dt : loadedSeconds;
    loadedSeconds = turns ? loadedSeconds : 0;
    // A module whose own supply is too low to trust its converters judges nothing.
    badSupplySeconds = reading(BATTERY) < 16 ? badSupplySeconds + dt : 0;
    if (badSupplySeconds == 0) {
      for (int i = 0; i < monitors.size(); i++) {
        monitors.get(i).step(dt, hours, memory);
      }
    }
    allow(dt);
  }

  /** Key on after a night: the thermometers are compared, what stands is learned. */
  void coldCheck(double hours) {
    if (sound(EXHAUST_PRESSURE) && sound(INTAKE_PRESSURE)) {
      double learned = reading(EXHAUST_PRESSURE) - reading(INTAKE_PRESSURE);
      exhaustAtRest = Math.max(-MOST_LEARNED_KPA, Math.min(MOST_LEARNED_KPA, learned));
    }
    for (int i = 0; i < coldMonitors.size(); i++) {
      coldMonitors.get(i).step(10, hours, memory);
    }
    loadedSeconds = 0;
    ranSeconds = 0;
    state.allowedShare = 1;
  }
}
