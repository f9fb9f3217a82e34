package hitchlamp.standin.unit;

import hitchlamp.standin.engine.Expected;
import hitchlamp.standin.engine.MisfireCount;
import hitchlamp.standin.engine.SegmentClock;
import hitchlamp.standin.engine.SmoothRunning;
import hitchlamp.standin.fault.FaultMemory;
import hitchlamp.standin.fault.Monitor;
import hitchlamp.standin.model.Condition;
import hitchlamp.standin.model.EngineParameters;
import hitchlamp.standin.model.EngineSolver;
import hitchlamp.standin.model.EngineState;
import hitchlamp.standin.model.Sensor;
import hitchlamp.standin.module.Services;
import hitchlamp.standin.module.SimModule;
import hitchlamp.standin.story.Protection;
import hitchlamp.standin.wiring.SensorRun;
import java.nio.ByteBuffer;
import java.util.ArrayList;
import java.util.List;
import java.util.SplittableRandom;
import java.util.function.DoubleSupplier;
import java.util.function.Predicate;

/** The engine's control module: its sensors, its monitors, what it tells and what it lets do. */
final class EngineModule {
  private static final int FIRST_VALUE = 0x0100;
  private static final int LAST_VALUE = 0x0117;
  private static final int INJECTED = 0x0118;
  private static final double INJECTED_STEP_MG = 0.01;
  private static final int SEGMENTS = 0x0119;
  private static final int CORRECTIONS = 0x011A;
  private static final int MISFIRES = 0x011F;
  private static final int THROTTLE_COMMANDED = 0x0120;
  private static final int THROTTLE_MEASURED = 0x0121;
  private static final int FLAP_COMMANDED = 0x0122;
  private static final int FLAP_MEASURED = 0x0123;
  private static final int RECIRCULATED = 0x0124;
  private static final int RECIRCULATED_C = 0x0125;
  private static final int EXHAUST_C = 0x0126;
  private static final int METERING = 0x0127;
  private static final double SHARE_STEP = 0.0025;
  private static final double ABSOLUTE = 273;
  private static final double CELSIUS_STEP = 0.03125;
  private static final long LONGEST_PART = 0xFF_FFFF;
  private static final int MOST_MISFIRES = 0xFAFF;
  private static final double CORRECTION_STEP = 1e-4;
  private static final int CORRECTION_ZERO = 0x8000;
  private static final int FIRST_PLUG = 21;
  private static final int FIRST_CONTACT = 31;

  private final EngineState state;
  private final Condition condition;
  private CoilSamples coils;
  private InjectorCircuits circuits;
  private final SplittableRandom random;
  private final EngineOutputs outputs;
  private final EngineSensors sensors;
  private final EngineMonitors monitors;
  private final Expected expected;
  private Predicate<String> commandsLamp = lamp -> false;

  /**
   * @param nominal what the maker knows of engines of this kind
   */
  EngineModule(
      EngineState state, Condition condition, EngineParameters nominal, SplittableRandom random) {
    this.outputs = new EngineOutputs(state, nominal.idleSpeed());
    this.state = state;
    this.condition = condition;
    this.random = random;
    this.sensors = new EngineSensors(state, condition, random);
    this.expected = new Expected(nominal.layout(), nominal.air());
    this.monitors = new EngineMonitors(state, sensors, expected, () -> values().bytes());
  }

  /** What its exhaust pressure tells beside the charge with the engine standing, kPa. */
  double exhaustAtRest() {
    return monitors.exhaustAtRest();
  }

  /** What its maker expects of a sound one. */
  Expected expected() {
    return expected;
  }

  /** Limits whose crossing it keeps. */
  Protection protection() {
    return monitors.protection();
  }

  /** Its sensors with their wires. */
  List<SensorRun> wires() {
    List<SensorRun> runs = new ArrayList<>();
    int number = 0;
    for (Sensor s : sensors.wired()) {
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
    return monitors.memory();
  }

  /** Share of full fuelling that the module of the aftertreatment leaves. */
  void leaves(DoubleSupplier share) {
    monitors.leaves(share);
  }

  /** Monitors that a self-test runs. */
  List<Monitor> monitors() {
    return monitors.all();
  }

  /** By which it knows its engine. */
  EngineSensors sensors() {
    return sensors;
  }

  /** What it reports for a sensor: the reading, or "error" while its voltage cannot be. */
  double told(int spn) {
    return sensors.told(spn);
  }

  /** Sensors follow the truth. */
  void sense(double dt) {
    if (coils != null && !sensors.held()) {
      coils.step();
      circuits.step();
    }
    sensors.sense(dt);
  }

  /** The module looks at its sensors. */
  void monitor(double dt, double hours) {
    monitors.step(dt, hours);
  }

  /** Key on after a night: the thermometers are compared. */
  void coldCheck(double hours) {
    monitors.coldCheck(hours);
  }

  private Frozen values() {
    return new Frozen()
        .put(0x0100, 2, told(EngineSensors.SPEED) / 0.125)
        .put(0x0101, 1, Math.min(125, state.loadShare * 100))
        .put(0x0102, 1, told(EngineSensors.PEDAL) / 0.4)
        .put(0x0103, 1, told(EngineSensors.COOLANT_TEMPERATURE), 40, 1)
        .put(0x0104, 1, told(EngineSensors.INTAKE_TEMPERATURE), 40, 1)
        .put(0x0105, 2, told(EngineSensors.AMBIENT), 273, 0.03125)
        .put(0x0106, 1, told(EngineSensors.BAROMETER) / 0.5)
        .put(0x0107, 2, told(EngineSensors.INTAKE_PRESSURE), 0, 0.1)
        .put(0x0108, 2, told(EngineSensors.EXHAUST_PRESSURE), 0, 0.1)
        .put(0x0109, 2, state.egrWanted * 100 / 0.0025)
        .put(0x010A, 2, told(EngineSensors.EGR_POSITION), 0, 0.0025)
        .put(0x010B, 2, state.railWantedMpa * 256)
        .put(0x010C, 2, told(EngineSensors.RAIL_PRESSURE) * 256)
        .put(0x010D, 1, told(EngineSensors.FUEL_SUPPLY), 0, 4)
        .put(0x010E, 2, told(EngineSensors.FUEL_FILTER_DROP), 0, 0.1)
        .put(0x010F, 1, told(EngineSensors.OIL_PRESSURE), 0, 4)
        .put(0x0111, 2, told(EngineSensors.TURBO_SPEED) / 4)
        .put(0x0112, 2, told(EngineSensors.CRANKCASE), 250, 0.0078125)
        .put(0x0113, 2, told(EngineSensors.FILTER_PRESSURE), 0, 0.1)
        .put(0x0114, 2, told(EngineSensors.BATTERY) / 0.05)
        .put(0x0115, 2, state.vanesWanted * 100 / 0.0025)
        .put(0x0116, 2, told(EngineSensors.VANES), 0, 0.0025)
        .put(0x0117, 2, told(EngineSensors.ROAD_SPEED) * 256);
  }

  /** Values that it tells when asked, in the layout in which it freezes them. */
  void answer(Services services, EngineSolver solver) {
    coils = new CoilSamples(state, condition, solver);
    coils.answer(services);
    circuits =
        new InjectorCircuits(
            state, condition, solver.coils(), () -> sensors.reading(EngineSensors.BATTERY));
    monitors.injectors(circuits, state.cylinders);
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
    services
        .identifier(SEGMENTS, () -> segments(solver.crank().clock()))
        .identifier(CORRECTIONS, () -> corrections(solver.crank().smooth()))
        .identifier(MISFIRES, () -> misfires(solver.crank().misfires()));
    air(services);
    outputs.answer(services);
  }

  /** What it tells of actuators, recirculated gas and metering valve. */
  private void air(Services services) {
    services
        .identifier(THROTTLE_COMMANDED, () -> share(100 * state.throttleWanted))
        .identifier(THROTTLE_MEASURED, () -> share(told(EngineSensors.THROTTLE_POSITION)))
        .identifier(FLAP_COMMANDED, () -> share(100 * state.flapWanted))
        .identifier(FLAP_MEASURED, () -> share(told(EngineSensors.FLAP_POSITION)))
        .identifier(RECIRCULATED, () -> word(told(EngineSensors.EGR_FLOW), 0, 0.1))
        .identifier(
            RECIRCULATED_C, () -> word(told(EngineSensors.EGR_TEMPERATURE), ABSOLUTE, CELSIUS_STEP))
        .identifier(
            EXHAUST_C, () -> word(told(EngineSensors.EXHAUST_TEMPERATURE), ABSOLUTE, CELSIUS_STEP))
        .identifier(METERING, () -> share(100 * state.metering));
  }

  private static byte[] share(double percent) {
    return word(percent, 0, SHARE_STEP);
  }

  private static byte[] word(double value, double plus, double step) {
    return new Frozen().put(0, 2, value, plus, step).value(0);
  }

  /**
   * Cycles timed, then the parts of each cylinder's segment in the last, µs, three bytes each, all
   * ones where it took longer.
   */
  private byte[] segments(SegmentClock clock) {
    ByteBuffer out = ByteBuffer.allocate(2 + 3 * SegmentClock.PARTS * state.cylinders);
    out.putShort((short) clock.cycles());
    for (int i = 0; i < SegmentClock.PARTS * state.cylinders; i++) {
      double seconds = clock.part(i / SegmentClock.PARTS, i % SegmentClock.PARTS);
      long micros = Math.min(LONGEST_PART, Math.round(seconds * 1e6));
      out.put((byte) (micros >> 16)).putShort((short) micros);
    }
    return out.array();
  }

  /** What each cylinder gets more or less so that the engine idles evenly, two bytes each. */
  private byte[] corrections(SmoothRunning smooth) {
    ByteBuffer out = ByteBuffer.allocate(2 * state.cylinders);
    for (int i = 0; i < state.cylinders; i++) {
      out.putShort((short) (CORRECTION_ZERO + Math.round(smooth.share(i) / CORRECTION_STEP)));
    }
    return out.array();
  }

  /** Strokes of each cylinder that did not fire since the engine runs, two bytes each. */
  private byte[] misfires(MisfireCount misfires) {
    ByteBuffer out = ByteBuffer.allocate(2 * state.cylinders);
    for (int i = 0; i < state.cylinders; i++) {
      out.putShort((short) Math.min(MOST_MISFIRES, misfires.count(i)));
    }
    return out.array();
  }

  /** Tells which lamps it commands. */
  void commandsLamps(Predicate<String> which) {
    commandsLamp = which;
  }

  /** Puts its groups on the bus. */
  void attach(SimModule m) {
    new EngineGroups(sensors, state, lamp -> commandsLamp.test(lamp)).attach(m);
  }
}
