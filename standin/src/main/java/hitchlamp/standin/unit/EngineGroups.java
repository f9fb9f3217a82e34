package hitchlamp.standin.unit;

import static hitchlamp.standin.module.Signal.put;

import hitchlamp.standin.model.Condition;
import hitchlamp.standin.model.EngineState;
import hitchlamp.standin.module.Signal;
import hitchlamp.standin.module.SimModule;
import java.util.SplittableRandom;
import java.util.function.Predicate;

/** The groups that an engine's module broadcasts (J1939-71, from memory). */
final class EngineGroups {
  private static final double NOMINAL_FRICTION = 3;

  /** Percent of torque a turn a minute. */
  private static final double NOMINAL_DRAG = 0.003;

  private final EngineModule engine;
  private final EngineState state;
  private final Condition condition;
  private final SplittableRandom random;
  private final Predicate<String> commandsLamp;

  /**
   * @param commandsLamp which lamps the module commands now
   */
  EngineGroups(
      EngineModule engine,
      EngineState state,
      Condition condition,
      SplittableRandom random,
      Predicate<String> commandsLamp) {
    this.engine = engine;
    this.state = state;
    this.condition = condition;
    this.random = random;
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
                put(Signal.NOTHING, 8, 8, state.pedal * 100, 0.4, 0),
                16,
                8,
                Math.min(125, state.fuelMgPerStroke / 2.45),
                1,
                0));
    m.broadcast(
        6,
        65247,
        250_000,
        () ->
            put(
                put(Signal.NOTHING, 0, 8, NOMINAL_FRICTION + NOMINAL_DRAG * state.rpm(), 1, -125),
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
                put(Signal.NOTHING, 0, 8, engine.told(EngineModule.COOLANT_TEMPERATURE), 1, -40),
                16,
                16,
                engine.told(EngineModule.OIL_TEMPERATURE),
                0.03125,
                -273));
    m.broadcast(
        6,
        65263,
        500_000,
        () -> {
          long p = put(Signal.NOTHING, 0, 8, engine.told(EngineModule.FUEL_SUPPLY), 4, 0);
          p = put(p, 8, 8, engine.told(EngineModule.CRANKCASE), 0.05, 0);
          p = put(p, 24, 8, engine.told(EngineModule.OIL_PRESSURE), 4, 0);
          p = put(p, 32, 16, engine.told(EngineModule.CRANKCASE), 0.0078125, -250);
          return put(p, 56, 8, condition.coolantShare * 100, 0.4, 0);
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
                        engine.told(EngineModule.INTAKE_PRESSURE) == Signal.ERROR
                            ? Signal.ERROR
                            : engine.reading(EngineModule.INTAKE_PRESSURE) - state.ambientKpa,
                        2,
                        0),
                    16,
                    8,
                    engine.told(EngineModule.INTAKE_TEMPERATURE),
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
        () ->
            put(
                Signal.NOTHING,
                0,
                16,
                engine.told(EngineModule.EXHAUST_PRESSURE),
                1 / 128.0,
                -250));
    m.broadcast(
        6,
        65252,
        1_000_000,
        () -> put(Signal.NOTHING, 24, 2, commandsLamp.test("wait-to-start") ? 1 : 0, 1, 0));
    m.broadcast(6, 65245, 1_000_000, () -> put(Signal.NOTHING, 8, 16, state.turboRpm, 4, 0));
  }

  private long speedGroup() {
    double rpm = state.rpm() < 1 ? 0 : state.rpm() + 1.5 * (random.nextDouble() - 0.5);
    long p = put(Signal.NOTHING, 8, 8, Math.min(125, state.pedal * 100), 1, -125);
    p = put(p, 16, 8, Math.min(125, state.fuelMgPerStroke / 2.45), 1, -125);
    return put(p, 24, 16, rpm, 0.125, 0);
  }
}
