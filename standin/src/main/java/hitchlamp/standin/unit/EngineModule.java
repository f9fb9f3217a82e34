package hitchlamp.standin.unit;

import hitchlamp.standin.fault.FaultMemory;
import hitchlamp.standin.fault.FaultMemory.Lamp;
import hitchlamp.standin.fault.Monitor;
import hitchlamp.standin.model.Condition;
import hitchlamp.standin.model.EngineState;
import hitchlamp.standin.model.Sensor;
import hitchlamp.standin.module.Services;
import hitchlamp.standin.module.Signal;
import hitchlamp.standin.module.SimModule;
import hitchlamp.standin.story.Protection;
import hitchlamp.standin.wiring.SensorRun;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.SplittableRandom;
import java.util.function.BooleanSupplier;
import java.util.function.Predicate;

/**
 * The engine's control module: its sensors, its monitors, and the groups it broadcasts (J1939-71,
 * from memory).
 */
final class EngineModule {
  static final int OIL_PRESSURE = 100;
  static final int INTAKE_PRESSURE = 102;
  static final int INTAKE_TEMPERATURE = 105;
  static final int COOLANT_TEMPERATURE = 110;
  static final int FUEL_SUPPLY = 94;
  static final int FUEL_FILTER_DROP = 95;
  static final int CRANKCASE = 101;
  static final int TURBO_SPEED = 103;
  static final int OIL_TEMPERATURE = 175;
  static final int EXHAUST_PRESSURE = 1209;
  static final int FILTER_PRESSURE = 3251;
  static final int EGR_TEMPERATURE = 412;
  static final int RAIL_PRESSURE = 157;
  private static final int COOLANT_LEVEL = 111;
  private static final int BATTERY = 168;
  private static final int EGR_VALVE = 2791;
  private static final int EGR_FLOW = 2659;
  private static final int TURBO_ACTUATOR = 641;
  private static final int THROTTLE = 3464;
  private static final int DERATE = 1569;
  private static final int[] SUPPLY_SPN = {0, 3509, 3510};
  private static final double VIBRATES_ABOVE_RPM = 1_200;
  private static final double STUCK_SHARE = 0.12;
  private static final int FIRST_VALUE = 0x0100;
  private static final int LAST_VALUE = 0x0117;
  private static final int INJECTED = 0x0118;
  private static final double INJECTED_STEP_MG = 0.01;
  private static final int THERMISTOR_GROUND = 3;
  private static final int FIRST_PLUG = 21;
  private static final int FIRST_CONTACT = 31;

  private final EngineState state;
  private final Condition condition;
  private final SplittableRandom random;
  private final EngineOutputs outputs;
  private final FaultMemory memory = new FaultMemory();
  private final List<Monitor> monitors = new ArrayList<>();
  private final List<Monitor> coldMonitors = new ArrayList<>();
  private final Map<Integer, Sensor> sensors = new LinkedHashMap<>();
  private double badSupplySeconds;
  private double ranSeconds;
  private double loadedSeconds;

  private Predicate<String> commandsLamp = lamp -> false;

  EngineModule(EngineState state, Condition condition, double idleRpm, SplittableRandom random) {
    this.outputs = new EngineOutputs(state, idleRpm);
    this.state = state;
    this.condition = condition;
    this.random = random;
    sensor(OIL_PRESSURE, Sensor.Kind.RATIOMETRIC, 1, 0, 1_000, 0.2, 3);
    sensor(FUEL_SUPPLY, Sensor.Kind.RATIOMETRIC, 1, 0, 1_200, 0.2, 4);
    sensor(FUEL_FILTER_DROP, Sensor.Kind.RATIOMETRIC, 1, 0, 400, 0.2, 2);
    sensor(CRANKCASE, Sensor.Kind.RATIOMETRIC, 1, -10, 20, 0.3, 0.05);
    sensor(INTAKE_PRESSURE, Sensor.Kind.RATIOMETRIC, 2, 20, 450, 0.05, 1);
    sensor(EXHAUST_PRESSURE, Sensor.Kind.RATIOMETRIC, 2, 20, 550, 0.1, 1.5);
    sensor(FILTER_PRESSURE, Sensor.Kind.RATIOMETRIC, 2, 0, 60, 0.3, 0.1);
    sensor(COOLANT_TEMPERATURE, Sensor.Kind.THERMISTOR, 0, 0, 0, 4, 0.3);
    sensor(INTAKE_TEMPERATURE, Sensor.Kind.THERMISTOR, 0, 0, 0, 3, 0.3);
    sensor(OIL_TEMPERATURE, Sensor.Kind.THERMISTOR, 0, 0, 0, 5, 0.3);
    sensor(EGR_TEMPERATURE, Sensor.Kind.THERMISTOR, 0, 0, 0, 3, 0.5);
    circuits();
    performance();
    rationality();
  }

  private void sensor(
      int spn, Sensor.Kind kind, int line, double low, double high, double lag, double noise) {
    // One ground for each supply, and one for the thermistors.
    int ground = kind == Sensor.Kind.THERMISTOR ? THERMISTOR_GROUND : line;
    sensors.put(spn, new Sensor(spn, kind, line, ground, low, high, lag, noise, random));
  }

  private Monitor watch(int spn, int fmi, Lamp lamp, double seconds, BooleanSupplier bad) {
    Monitor m = new Monitor(spn, fmi, lamp, seconds, Math.max(3, seconds), bad);
    m.freezing(this::freeze);
    monitors.add(m);
    return m;
  }

  private void circuits() {
    for (Sensor s : sensors.values()) {
      watch(s.spn(), 3, Lamp.WARNING, 1.5, s::tooHigh).circuit();
      watch(s.spn(), 4, Lamp.WARNING, 1.5, s::tooLow).circuit();
    }
    for (int line = 1; line <= 2; line++) {
      int supply = line;
      watch(
              SUPPLY_SPN[line],
              4,
              Lamp.WARNING,
              1,
              () -> Sensor.supplyVolts(supply, condition) < 4.75)
          .circuit();
    }
  }

  private void performance() {
    watch(COOLANT_LEVEL, 1, Lamp.STOP, 10, () -> condition.coolantShare < 0.8);
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
        OIL_PRESSURE,
        1,
        Lamp.STOP,
        4,
        () -> runs() && sound(OIL_PRESSURE) && reading(OIL_PRESSURE) < 45 + 0.03 * state.rpm());
    watch(BATTERY, 1, Lamp.WARNING, 10, () -> runs() && state.batteryV < 24.3);
    watch(
            INTAKE_PRESSURE,
            18,
            Lamp.WARNING,
            8,
            () ->
                sound(INTAKE_PRESSURE)
                    && state.fuelMgPerStroke > 150
                    && reading(INTAKE_PRESSURE) - state.ambientKpa
                        < 0.74 * (1.55 * state.fuelKgPerHour() + 0.0065 * state.rpm()))
        .emission();
    watch(TURBO_SPEED, 16, Lamp.WARNING, 5, () -> state.turboRpm > 111_000);
    watch(
        INTAKE_TEMPERATURE,
        16,
        Lamp.WARNING,
        15,
        () ->
            runs()
                && sound(INTAKE_TEMPERATURE)
                && reading(INTAKE_TEMPERATURE) > state.ambientC + 48);
    watch(
            EGR_VALVE,
            7,
            Lamp.MALFUNCTION,
            6,
            () -> runs() && Math.abs(state.egr - state.egrWanted) > STUCK_SHARE)
        .emission();
    watch(
            EGR_FLOW,
            18,
            Lamp.MALFUNCTION,
            10,
            () ->
                runs()
                    && state.egrWanted > 0.2
                    && Math.abs(state.egr - state.egrWanted) < STUCK_SHARE
                    && state.egrCleanFlow > 25
                    && state.egrFlow < 0.6 * state.egrCleanFlow)
        .emission();
    watch(
        EGR_TEMPERATURE,
        16,
        Lamp.WARNING,
        15,
        () -> runs() && sound(EGR_TEMPERATURE) && reading(EGR_TEMPERATURE) > 165);
    watch(
        TURBO_ACTUATOR,
        7,
        Lamp.WARNING,
        6,
        () -> runs() && Math.abs(state.vanes - state.vanesWanted) > STUCK_SHARE);
    watch(
        THROTTLE,
        7,
        Lamp.WARNING,
        6,
        () -> runs() && Math.abs(state.throttle - state.throttleWanted) > STUCK_SHARE);
    watch(
        FUEL_SUPPLY,
        18,
        Lamp.WARNING,
        10,
        () ->
            runs()
                && sound(FUEL_SUPPLY)
                && reading(FUEL_SUPPLY) < 0.7 * (420 + 0.25 * state.rpm()));
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
        () -> runs() && state.railWantedMpa - state.railMpa > 8);
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
    // The generic one: the module takes power away whatever the cause is.
    watch(
        DERATE,
        31,
        Lamp.WARNING,
        2,
        () ->
            memory.kept().stream()
                .anyMatch(
                    k ->
                        k.active()
                            && (k.spn() == COOLANT_TEMPERATURE && k.fmi() == 0
                                || k.spn() == OIL_PRESSURE && k.fmi() == 1
                                || k.spn() == RAIL_PRESSURE
                                || k.spn() == TURBO_SPEED
                                || k.spn() == INTAKE_PRESSURE && k.fmi() != 3
                                || k.spn() == EGR_VALVE)));
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
                  () -> sound(spn) && Math.abs(reading(spn) - state.ambientC) > 8)
              .freezing(this::freeze));
    }
  }

  /** Limits whose crossing it keeps, each a little on the safe side of the fault's. */
  Protection protection() {
    return new Protection()
        .guard(1, 2, true, 104, -40, 1, () -> measured(COOLANT_TEMPERATURE))
        .guard(2, 3, false, 110, 0, 4, () -> runs() ? measured(OIL_PRESSURE) : Double.NaN)
        .guard(3, 3, true, 2_200, 0, 0.125, state::rpm)
        .guard(4, 1, true, 75, -40, 1, () -> measured(INTAKE_TEMPERATURE))
        .guard(5, 2, true, 155, -273, 0.03125, () -> measured(EGR_TEMPERATURE))
        .guard(6, 1, true, 2.4, -250, 0.0078125, () -> measured(CRANKCASE))
        .guard(7, 1, true, 85, 0, 0.1, () -> measured(FUEL_FILTER_DROP))
        .guard(8, 2, false, 330, 0, 4, () -> runs() ? measured(FUEL_SUPPLY) : Double.NaN)
        .guard(9, 2, true, 108_500, 0, 4, () -> state.turboRpm)
        .guard(10, 2, true, 14.5, 0, 0.1, () -> measured(FILTER_PRESSURE))
        .guard(11, 1, false, 24.8, 0, 0.05, () -> runs() ? state.batteryV : Double.NaN);
  }

  private boolean runs() {
    return state.running && state.rpm() > 500 && ranSeconds > 10;
  }

  /** Its sensors with their wires. */
  List<SensorRun> wires() {
    List<SensorRun> runs = new ArrayList<>();
    int number = 0;
    for (Sensor s : sensors.values()) {
      // Plugs X21 and following and contacts 31 and following, in the order of the sensors.
      String line = s.kind() == Sensor.Kind.THERMISTOR ? "" : String.valueOf(s.line());
      runs.add(
          new SensorRun(
              s,
              "X" + (FIRST_PLUG + number),
              "X1/" + (FIRST_CONTACT + number),
              line.isEmpty() ? "" : "X1/1" + line,
              line.isEmpty() ? "" : "S2" + line,
              "X1/2" + s.groundNumber(),
              "S2" + (2 + s.groundNumber())));
      number++;
    }
    return runs;
  }

  FaultMemory memory() {
    return memory;
  }

  /** Monitors that a self-test runs. */
  List<Monitor> monitors() {
    return monitors;
  }

  /** What it measures; not a number while the sensor's voltage cannot be. */
  double measured(int spn) {
    return sound(spn) ? reading(spn) : Double.NaN;
  }

  double reading(int spn) {
    return sensors.get(spn).reading(random);
  }

  private boolean sound(int spn) {
    Sensor s = sensors.get(spn);
    return !s.tooHigh() && !s.tooLow();
  }

  /**
   * What the module broadcasts for a sensor: the reading, or "error" while its voltage cannot be.
   */
  double told(int spn) {
    return sound(spn) ? reading(spn) : Signal.ERROR;
  }

  /** Sensors follow the truth. */
  void sense(double dt) {
    EngineState s = state;
    boolean shakes =
        s.running && s.rpm() > VIBRATES_ABOVE_RPM && random.nextDouble() < 0.15 * Math.min(1, dt);
    if (!condition.looseConnectors.isEmpty()) {
      sensors.values().forEach(sensor -> sensor.shake(shakes));
    }
    sense(OIL_PRESSURE, dt, s.oilKpa);
    sense(FUEL_SUPPLY, dt, s.fuelSupplyKpa);
    sense(FUEL_FILTER_DROP, dt, s.fuelDropKpa);
    sense(CRANKCASE, dt, s.crankcaseKpa);
    sense(INTAKE_PRESSURE, dt, s.intakeKpa);
    sense(EXHAUST_PRESSURE, dt, s.exhaustKpa);
    sense(FILTER_PRESSURE, dt, s.filterKpa);
    // Without coolant around it the probe hangs in steam and reads low; cold, there is no steam.
    double steam =
        condition.coolantShare < 0.5 ? 25 * Math.max(0, Math.min(1, (s.coolantC - 60) / 25)) : 0;
    sense(COOLANT_TEMPERATURE, dt, s.coolantC - steam);
    sense(INTAKE_TEMPERATURE, dt, s.intakeC);
    sense(OIL_TEMPERATURE, dt, s.oilC);
    sense(EGR_TEMPERATURE, dt, s.egrC);
  }

  private void sense(int spn, double dt, double truth) {
    sensors.get(spn).step(dt, truth, condition);
  }

  /** The module looks at its sensors. */
  void monitor(double dt, double hours) {
    ranSeconds = state.running ? ranSeconds + dt : 0;
    loadedSeconds =
        state.running && state.fuelMgPerStroke > 30 ? loadedSeconds + dt : loadedSeconds;
    loadedSeconds = state.running ? loadedSeconds : 0;
    // A module whose own supply is too low to trust its converters judges nothing.
    badSupplySeconds = state.batteryV < 16 ? badSupplySeconds + dt : 0;
    if (badSupplySeconds == 0) {
      for (int i = 0; i < monitors.size(); i++) {
        monitors.get(i).step(dt, hours, memory);
      }
    }
  }

  /** Key on after a night: the thermometers are compared. */
  void coldCheck(double hours) {
    for (int i = 0; i < coldMonitors.size(); i++) {
      coldMonitors.get(i).step(10, hours, memory);
    }
    loadedSeconds = 0;
    ranSeconds = 0;
  }

  /** Values that are frozen with a fault, in the counts of the standard, high byte first. */
  private byte[] freeze() {
    return values().bytes();
  }

  private Frozen values() {
    return new Frozen()
        .put(0x0100, 2, state.rpm() / 0.125)
        .put(0x0101, 1, Math.min(125, state.fuelMgPerStroke / 2.45))
        .put(0x0102, 1, state.pedal * 100 / 0.4)
        .put(0x0103, 1, told(COOLANT_TEMPERATURE), 40, 1)
        .put(0x0104, 1, told(INTAKE_TEMPERATURE), 40, 1)
        .put(0x0105, 2, state.ambientC, 273, 0.03125)
        .put(0x0106, 1, state.ambientKpa / 0.5)
        .put(0x0107, 2, told(INTAKE_PRESSURE), 0, 0.1)
        .put(0x0108, 2, told(EXHAUST_PRESSURE), 0, 0.1)
        .put(0x0109, 2, state.egrWanted * 100 / 0.0025)
        .put(0x010A, 2, state.egr * 100 / 0.0025)
        .put(0x010B, 2, state.railWantedMpa * 256)
        .put(0x010C, 2, state.railMpa * 256)
        .put(0x010D, 1, told(FUEL_SUPPLY), 0, 4)
        .put(0x010E, 2, told(FUEL_FILTER_DROP), 0, 0.1)
        .put(0x010F, 1, told(OIL_PRESSURE), 0, 4)
        .put(0x0111, 2, state.turboRpm / 4)
        .put(0x0112, 2, told(CRANKCASE), 250, 0.0078125)
        .put(0x0113, 2, told(FILTER_PRESSURE), 0, 0.1)
        .put(0x0114, 2, state.batteryV / 0.05)
        .put(0x0115, 2, state.vanesWanted * 100 / 0.0025)
        .put(0x0116, 2, state.vanes * 100 / 0.0025)
        .put(0x0117, 2, state.vehicleKmh * 256);
  }

  /** Values that it tells when asked, in the layout in which it freezes them. */
  void answer(Services services) {
    for (int id = FIRST_VALUE; id <= LAST_VALUE; id++) {
      int identifier = id;
      if (identifier != Services.HOURS) {
        services.identifier(identifier, () -> values().value(identifier));
      }
    }
    services.identifier(
        INJECTED,
        () ->
            Services.number(
                Math.round(Math.min(640, state.fuelMgPerStroke) / INJECTED_STEP_MG), 2));
    outputs.answer(services);
  }

  /** Tells which lamps it commands. */
  void commandsLamps(Predicate<String> which) {
    commandsLamp = which;
  }

  /** Puts its groups on the bus. */
  void attach(SimModule m) {
    new EngineGroups(this, state, condition, random, lamp -> commandsLamp.test(lamp)).attach(m);
  }
}
