package hitchlamp.standin.unit;

import static hitchlamp.standin.module.Signal.put;

import hitchlamp.standin.fault.FaultMemory;
import hitchlamp.standin.fault.Monitor;
import hitchlamp.standin.model.Condition;
import hitchlamp.standin.model.EngineState;
import hitchlamp.standin.model.Sensor;
import hitchlamp.standin.module.Signal;
import hitchlamp.standin.module.SimModule;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.SplittableRandom;

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
  static final int OIL_TEMPERATURE = 175;
  static final int EXHAUST_PRESSURE = 1209;
  static final int FILTER_PRESSURE = 3251;
  private static final int COOLANT_LEVEL = 111;
  private static final int BATTERY = 168;
  private static final int[] SUPPLY_SPN = {0, 3509, 3510};

  private final EngineState state;
  private final Condition condition;
  private final SplittableRandom random;
  private final FaultMemory memory = new FaultMemory();
  private final List<Monitor> monitors = new ArrayList<>();
  private final Map<Integer, Sensor> sensors = new LinkedHashMap<>();
  private double badSupplySeconds;

  EngineModule(EngineState state, Condition condition, SplittableRandom random) {
    this.state = state;
    this.condition = condition;
    this.random = random;
    sensor(OIL_PRESSURE, Sensor.Kind.RATIOMETRIC, 1, 0, 1_000, 0.2, 3);
    sensor(FUEL_SUPPLY, Sensor.Kind.RATIOMETRIC, 1, 0, 1_000, 0.2, 4);
    sensor(INTAKE_PRESSURE, Sensor.Kind.RATIOMETRIC, 2, 20, 450, 0.05, 1);
    sensor(EXHAUST_PRESSURE, Sensor.Kind.RATIOMETRIC, 2, 20, 550, 0.1, 1.5);
    sensor(FILTER_PRESSURE, Sensor.Kind.RATIOMETRIC, 2, 0, 35, 0.3, 0.1);
    sensor(COOLANT_TEMPERATURE, Sensor.Kind.THERMISTOR, 0, 0, 0, 4, 0.3);
    sensor(INTAKE_TEMPERATURE, Sensor.Kind.THERMISTOR, 0, 0, 0, 3, 0.3);
    sensor(OIL_TEMPERATURE, Sensor.Kind.THERMISTOR, 0, 0, 0, 5, 0.3);
    for (Sensor s : sensors.values()) {
      monitors.add(new Monitor(s.spn(), 3, FaultMemory.Lamp.WARNING, 1.5, 3, s::tooHigh));
      monitors.add(new Monitor(s.spn(), 4, FaultMemory.Lamp.WARNING, 1.5, 3, s::tooLow));
    }
    for (int line = 1; line <= 2; line++) {
      int supply = line;
      monitors.add(
          new Monitor(
              SUPPLY_SPN[line],
              4,
              FaultMemory.Lamp.WARNING,
              1,
              3,
              () -> Sensor.supplyVolts(supply, condition) < 4.75));
    }
    monitors.add(
        new Monitor(
            COOLANT_LEVEL, 1, FaultMemory.Lamp.STOP, 10, 10, () -> condition.coolantShare < 0.8));
    monitors.add(
        new Monitor(
            COOLANT_TEMPERATURE,
            0,
            FaultMemory.Lamp.STOP,
            3,
            5,
            () -> sound(COOLANT_TEMPERATURE) && reading(COOLANT_TEMPERATURE) > 112));
    monitors.add(
        new Monitor(
            OIL_PRESSURE,
            1,
            FaultMemory.Lamp.STOP,
            4,
            4,
            () ->
                state.running
                    && state.rpm() > 500
                    && sound(OIL_PRESSURE)
                    && reading(OIL_PRESSURE) < 45 + 0.03 * state.rpm()));
    monitors.add(
        new Monitor(
            BATTERY,
            1,
            FaultMemory.Lamp.WARNING,
            10,
            10,
            () -> state.running && state.batteryV < 24.2));
    monitors.add(
        new Monitor(
            INTAKE_PRESSURE,
            18,
            FaultMemory.Lamp.WARNING,
            8,
            8,
            () ->
                sound(INTAKE_PRESSURE)
                    && state.fuelMgPerStroke > 150
                    && reading(INTAKE_PRESSURE)
                        < 0.7 * (state.ambientKpa + 1.55 * state.fuelKgPerHour())));
  }

  private void sensor(
      int spn, Sensor.Kind kind, int line, double low, double high, double lag, double noise) {
    sensors.put(spn, new Sensor(spn, kind, line, low, high, lag, noise, random));
  }

  FaultMemory memory() {
    return memory;
  }

  private double reading(int spn) {
    return sensors.get(spn).reading(random);
  }

  private boolean sound(int spn) {
    Sensor s = sensors.get(spn);
    return !s.tooHigh() && !s.tooLow();
  }

  /**
   * What the module broadcasts for a sensor: the reading, or "error" while its voltage cannot be.
   */
  private double told(int spn) {
    return sound(spn) ? reading(spn) : Signal.ERROR;
  }

  /** Sensors follow the truth. */
  void sense(double dt) {
    EngineState s = state;
    sensors.get(OIL_PRESSURE).step(dt, s.oilKpa, condition);
    sensors.get(FUEL_SUPPLY).step(dt, s.fuelSupplyKpa, condition);
    sensors.get(INTAKE_PRESSURE).step(dt, s.intakeKpa, condition);
    sensors.get(EXHAUST_PRESSURE).step(dt, s.exhaustKpa, condition);
    sensors.get(FILTER_PRESSURE).step(dt, s.filterKpa, condition);
    // Without coolant around it the probe hangs in steam and reads low.
    double probe = condition.coolantShare < 0.5 ? s.coolantC - 25 : s.coolantC;
    sensors.get(COOLANT_TEMPERATURE).step(dt, probe, condition);
    sensors.get(INTAKE_TEMPERATURE).step(dt, s.intakeC, condition);
    sensors.get(OIL_TEMPERATURE).step(dt, s.oilC, condition);
  }

  /** The module looks at its sensors. */
  void monitor(double dt, double hours) {
    // A module whose own supply is too low to trust its converters judges nothing.
    badSupplySeconds = state.batteryV < 16 ? badSupplySeconds + dt : 0;
    if (badSupplySeconds == 0) {
      for (int i = 0; i < monitors.size(); i++) {
        monitors.get(i).step(dt, hours, memory);
      }
    }
  }

  /** Puts its groups on the bus. */
  void attach(SimModule m) {
    m.broadcast(3, 61444, 20_000, this::speedGroup);
    m.broadcast(
        3,
        61443,
        50_000,
        () ->
            put(
                put(Signal.NOTHING, 8, 8, state.pedal * 100, 0.4, 0),
                16,
                8,
                Math.min(125, state.fuelMgPerStroke / 2.45),
                1,
                0));
    m.broadcast(
        6, 65247, 250_000, () -> put(put(Signal.NOTHING, 0, 8, 5, 1, -125), 8, 16, 600, 0.125, 0));
    m.broadcast(
        6,
        65262,
        1_000_000,
        () ->
            put(
                put(Signal.NOTHING, 0, 8, told(COOLANT_TEMPERATURE), 1, -40),
                16,
                16,
                told(OIL_TEMPERATURE),
                0.03125,
                -273));
    m.broadcast(
        6,
        65263,
        500_000,
        () ->
            put(
                put(
                    put(Signal.NOTHING, 0, 8, told(FUEL_SUPPLY), 4, 0),
                    24,
                    8,
                    told(OIL_PRESSURE),
                    4,
                    0),
                56,
                8,
                condition.coolantShare * 100,
                0.4,
                0));
    m.broadcast(
        6,
        65270,
        500_000,
        () ->
            put(
                put(
                    put(
                        Signal.NOTHING,
                        8,
                        8,
                        told(INTAKE_PRESSURE) == Signal.ERROR
                            ? Signal.ERROR
                            : reading(INTAKE_PRESSURE) - state.ambientKpa,
                        2,
                        0),
                    16,
                    8,
                    told(INTAKE_TEMPERATURE),
                    1,
                    -40),
                40,
                16,
                state.exhaustC,
                0.03125,
                -273));
    m.broadcast(
        6,
        65269,
        1_000_000,
        () ->
            put(
                put(Signal.NOTHING, 0, 8, state.ambientKpa, 0.5, 0),
                24,
                16,
                state.ambientC,
                0.03125,
                -273));
    m.broadcast(
        6,
        65271,
        1_000_000,
        () ->
            put(
                put(
                    Signal.NOTHING,
                    32,
                    16,
                    state.batteryV + 0.02 * (random.nextDouble() - 0.5),
                    0.05,
                    0),
                48,
                16,
                state.batteryV - 0.2,
                0.05,
                0));
    m.broadcast(
        6,
        65266,
        100_000,
        () -> put(Signal.NOTHING, 0, 16, state.fuelKgPerHour() / 0.835, 0.05, 0));
    m.broadcast(6, 65243, 500_000, () -> put(Signal.NOTHING, 16, 16, state.railMpa, 1 / 256.0, 0));
    m.broadcast(
        6,
        65209,
        1_000_000,
        () -> put(Signal.NOTHING, 0, 16, told(EXHAUST_PRESSURE), 1 / 128.0, -250));
  }

  private long speedGroup() {
    double rpm = state.rpm() < 1 ? 0 : state.rpm() + 1.5 * (random.nextDouble() - 0.5);
    long p = put(Signal.NOTHING, 8, 8, Math.min(125, state.pedal * 100), 1, -125);
    p = put(p, 16, 8, Math.min(125, state.fuelMgPerStroke / 2.45), 1, -125);
    return put(p, 24, 16, rpm, 0.125, 0);
  }
}
