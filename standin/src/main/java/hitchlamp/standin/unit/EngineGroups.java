package hitchlamp.standin.unit;

import static hitchlamp.standin.module.Signal.put;

import hitchlamp.standin.model.EngineState;
import hitchlamp.standin.module.Signal;
import hitchlamp.standin.module.SimModule;
import java.util.function.Predicate;

/** The groups that an engine's module broadcasts (J1939-71, from memory). */
final class EngineGroups {
  private static final double NOMINAL_FRICTION = 2.3;

  /** Percent of torque a turn a minute. */
  private static final double NOMINAL_DRAG = 0.0043;

  private final EngineSensors sensors;
  private final EngineState state;
  private final Predicate<String> commandsLamp;

  /**
   * @param state of which only commands are told
   * @param commandsLamp which lamps the module commands now
   */
  EngineGroups(EngineSensors sensors, EngineState state, Predicate<String> commandsLamp) {
    this.sensors = sensors;
    this.state = state;
    this.commandsLamp = commandsLamp;
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
                put(Signal.NOTHING, 8, 8, sensors.told(EngineSensors.PEDAL), 0.4, 0),
                16,
                8,
                Math.min(125, state.loadShare * 100),
                1,
                0));
    m.broadcast(
        6,
        65247,
        250_000,
        () ->
            put(
                put(
                    Signal.NOTHING,
                    0,
                    8,
                    NOMINAL_FRICTION + NOMINAL_DRAG * sensors.told(EngineSensors.SPEED),
                    1,
                    -125),
                8,
                16,
                600,
                0.125,
                0));
    m.broadcast(
        6,
        65262,
        1_000_000,
        () ->
            put(
                put(Signal.NOTHING, 0, 8, sensors.told(EngineSensors.COOLANT_TEMPERATURE), 1, -40),
                16,
                16,
                sensors.told(EngineSensors.OIL_TEMPERATURE),
                0.03125,
                -273));
    m.broadcast(
        6,
        65188,
        1_000_000,
        () ->
            put(
                Signal.NOTHING,
                48,
                16,
                sensors.told(EngineSensors.EGR_TEMPERATURE),
                0.03125,
                -273));
    m.broadcast(
        6,
        65263,
        500_000,
        () -> {
          long p = put(Signal.NOTHING, 0, 8, sensors.told(EngineSensors.FUEL_SUPPLY), 4, 0);
          p = put(p, 8, 8, sensors.told(EngineSensors.CRANKCASE), 0.05, 0);
          p = put(p, 24, 8, sensors.told(EngineSensors.OIL_PRESSURE), 4, 0);
          p = put(p, 32, 16, sensors.told(EngineSensors.CRANKCASE), 0.0078125, -250);
          return put(p, 56, 8, sensors.told(EngineSensors.COOLANT_LEVEL), 0.4, 0);
        });
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
                        sensors.told(EngineSensors.INTAKE_PRESSURE) == Signal.ERROR
                            ? Signal.ERROR
                            : sensors.reading(EngineSensors.INTAKE_PRESSURE)
                                - sensors.reading(EngineSensors.BAROMETER),
                        2,
                        0),
                    16,
                    8,
                    sensors.told(EngineSensors.INTAKE_TEMPERATURE),
                    1,
                    -40),
                40,
                16,
                sensors.told(EngineSensors.EXHAUST_TEMPERATURE),
                0.03125,
                -273));
    m.broadcast(
        6,
        65269,
        1_000_000,
        () ->
            put(
                put(Signal.NOTHING, 0, 8, sensors.told(EngineSensors.BAROMETER), 0.5, 0),
                24,
                16,
                sensors.told(EngineSensors.AMBIENT),
                0.03125,
                -273));
    m.broadcast(
        6,
        65271,
        1_000_000,
        () ->
            put(
                put(Signal.NOTHING, 32, 16, sensors.told(EngineSensors.BATTERY), 0.05, 0),
                48,
                16,
                sensors.reading(EngineSensors.BATTERY) - 0.2,
                0.05,
                0));
    m.broadcast(
        6,
        65266,
        100_000,
        () -> put(Signal.NOTHING, 0, 16, state.commandedKgPerHour() / 0.835, 0.05, 0));
    m.broadcast(
        6,
        65243,
        500_000,
        () -> put(Signal.NOTHING, 16, 16, sensors.told(EngineSensors.RAIL_PRESSURE), 1 / 256.0, 0));
    m.broadcast(
        6,
        65170,
        1_000_000,
        () ->
            put(
                Signal.NOTHING,
                8,
                16,
                sensors.told(EngineSensors.EXHAUST_PRESSURE),
                1 / 128.0,
                -250));
    m.broadcast(
        6,
        65252,
        1_000_000,
        () -> put(Signal.NOTHING, 24, 2, commandsLamp.test("wait-to-start") ? 1 : 0, 1, 0));
    m.broadcast(
        6,
        65245,
        1_000_000,
        () -> put(Signal.NOTHING, 8, 16, sensors.told(EngineSensors.TURBO_SPEED), 4, 0));
  }

  private long speedGroup() {
    double rpm = Math.max(0, sensors.told(EngineSensors.SPEED));
    long p = put(Signal.NOTHING, 8, 8, sensors.told(EngineSensors.PEDAL), 1, -125);
    p = put(p, 16, 8, Math.min(125, state.indicatedShare * 100), 1, -125);
    return put(p, 24, 16, rpm, 0.125, 0);
  }
}
