package hitchlamp.standin.unit;

import static hitchlamp.standin.module.Signal.put;

import hitchlamp.standin.fault.FaultMemory.Lamp;
import hitchlamp.standin.fault.Monitor;
import hitchlamp.standin.model.Condition;
import hitchlamp.standin.model.Digging;
import hitchlamp.standin.model.EngineState;
import hitchlamp.standin.model.Hydraulics;
import hitchlamp.standin.model.Load;
import hitchlamp.standin.model.Sensor;
import hitchlamp.standin.module.ModuleText;
import hitchlamp.standin.module.Signal;
import hitchlamp.standin.wiring.Feed;
import hitchlamp.standin.wiring.SensorRun;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.SplittableRandom;
import java.util.function.DoubleSupplier;

/** The made-up loading shovel: engine, transmission, hydraulics, body and instruments on 24 V. */
final class Shovel implements Build {
  private static final int PUMP_PRESSURE = 1762;
  private static final int OIL_TEMPERATURE = 1638;
  private static final int SUPPLY_LINE = 3;

  private final Hydraulics hydraulics = new Hydraulics();
  private final Digging digging = new Digging();
  private Sensor pressure;
  private Sensor temperature;
  private DoubleSupplier filter;
  private DoubleSupplier clutchOil;
  private DoubleSupplier slip;
  private DoubleSupplier gearOil;
  private DoubleSupplier speed;
  private boolean held;
  private SplittableRandom random;
  private double ranSeconds;
  private double supplyVolts = Double.NaN;

  @Override
  public Load load(String engine, Condition condition, SplittableRandom own) {
    return digging;
  }

  @Override
  public void drive(String what, String value) {
    if (!what.equals("dig")) {
      throw new IllegalArgumentException("a loading shovel has no '" + what + "'");
    }
    try {
      double share = Double.parseDouble(value);
      if (share >= 0 && share <= 1) {
        digging.share = share;
        return;
      }
    } catch (NumberFormatException e) {
      // said below
    }
    throw new IllegalArgumentException("dig can be 0 to 1, not '" + value + "'");
  }

  @Override
  public Map<String, String> driving() {
    return Map.of("dig", String.format(Locale.ROOT, "%.2f", digging.share));
  }

  @Override
  public List<ModuleSpec> modules() {
    return List.of(
        ModuleSpec.of(
                "engine", 0, 0, "Orrendale", "Korvane 6L", "KV6L-BASE 4.20", "KV6L-CAL 4.20.01")
            .keepsVin()
            .calibrated()
            .serves(),
        ModuleSpec.of("transmission", 3, 3, "Tessmoor", "Fourpush", "FP4 1.30").serves(),
        ModuleSpec.of("hydraulics", 46, 34, "Hallowfen", "Liftline", "LL 3.11").serves(),
        ModuleSpec.of("body", 33, 26, "Orrendale", "Bodynode", "BN 5.46"),
        ModuleSpec.of("instruments", 23, 19, "Orrendale", "Dial Five", "D5 2.02").keepsVin(),
        ModuleSpec.of("scales", 57, 27, "Ollergate", "Bucketsum", "BS 1.1").stranger());
  }

  @Override
  public List<Telltale> telltales(SimUnit unit) {
    return List.of(
        Telltale.ofFaults("stop", Lamp.STOP, "engine"),
        Telltale.ofFaults("warning", Lamp.WARNING, "engine", "transmission", "hydraulics"),
        Telltale.ofFaults("malfunction", Lamp.MALFUNCTION, "engine"),
        Telltale.ofFaults("protect", Lamp.PROTECT, "engine"),
        new Telltale("wait-to-start", List.of("engine"), null, () -> false));
  }

  @Override
  public List<Feed> feeds() {
    return List.of(
        new Feed("transmission", "X5", "F28", "S11"),
        new Feed("hydraulics", "X41", "F36", "S19"),
        new Feed("body", "X9", "F32", "S15"),
        new Feed("instruments", "X12", "F34", "S17"));
  }

  @Override
  public List<SensorRun> runs() {
    return List.of(
        new SensorRun(pressure, "X42", "X40/31", "X40/11", "S26", "X40/21", ""),
        new SensorRun(temperature, "X43", "X40/32", "", "", "X40/22", ""));
  }

  @Override
  public List<Need> needs() {
    return List.of(
        new Need("engine", "transmission", 61442, 191),
        new Need("transmission", "engine", 61444, 190),
        new Need("instruments", "engine", 65262, 110),
        new Need("hydraulics", "transmission", 61442, 191),
        new Need("instruments", "hydraulics", 65128, OIL_TEMPERATURE),
        new Need("transmission", "hydraulics", 65128, OIL_TEMPERATURE),
        new Need("instruments", "body", 65265, 84),
        new Need("transmission", "body", 65265, 84));
  }

  @Override
  public void stood(SimUnit unit) {
    hydraulics.rest(unit.state());
  }

  @Override
  public void attach(SimUnit unit) {
    EngineState state = unit.state();
    random = unit.random().split();
    pressure =
        new Sensor(
            PUMP_PRESSURE, Sensor.Kind.RATIOMETRIC, SUPPLY_LINE, 0, 0, 40_000, 0.1, 60, random);
    temperature = new Sensor(OIL_TEMPERATURE, Sensor.Kind.THERMISTOR, 0, 0, 0, 0, 6, 0.3, random);
    UnitSensors sensors = unit.sensors();
    Condition c = unit.condition();
    filter = sensors.fit(1713, UnitSensors.Kind.LOSS, c, () -> hydraulics.filterKpa);
    clutchOil = sensors.fit(127, UnitSensors.Kind.PRESSURE, c, () -> hydraulics.clutchOilKpa);
    slip = sensors.fit(522, UnitSensors.Kind.SLIP, c, () -> hydraulics.slipShare * 100);
    gearOil = sensors.fit(177, UnitSensors.Kind.TEMPERATURE, c, () -> hydraulics.gearOilC);
    speed = sensors.fit(161, UnitSensors.Kind.SHAFT, c, state::rpm);
    DoubleSupplier road = sensors.fit(84, UnitSensors.Kind.WHEEL, c, () -> state.vehicleKmh);
    hydraulics.rest(state);
    unit.module("transmission")
        .broadcast(
            3,
            61442,
            10_000,
            () ->
                put(
                    put(put(Signal.NOTHING, 8, 16, 0, 0.125, 0), 24, 8, slip.getAsDouble(), 0.4, 0),
                    40,
                    16,
                    speed.getAsDouble(),
                    0.125,
                    0));
    unit.module("transmission")
        .broadcast(
            6,
            65272,
            1_000_000,
            () ->
                put(
                    put(Signal.NOTHING, 24, 8, clutchOil.getAsDouble(), 16, 0),
                    32,
                    16,
                    gearOil.getAsDouble(),
                    0.03125,
                    -273));
    unit.module("hydraulics")
        .broadcast(
            6,
            65128,
            1_000_000,
            () ->
                put(
                    Signal.NOTHING,
                    0,
                    8,
                    ok(temperature) ? temperature.reading(random) : Signal.ERROR,
                    1,
                    -40));
    unit.module("body")
        .broadcast(
            6, 65265, 100_000, () -> put(Signal.NOTHING, 8, 16, road.getAsDouble(), 1 / 256.0, 0));
    unit.module("instruments")
        .broadcast(6, 65276, 1_000_000, () -> put(Signal.NOTHING, 8, 8, 58, 0.4, 0));
    unit.module("instruments").answer(65253, () -> ModuleText.counters(unit.hours() / 0.05, -1));
  }

  private static boolean ok(Sensor s) {
    return !s.tooHigh() && !s.tooLow();
  }

  @Override
  public List<Watched> monitors(SimUnit unit) {
    List<Watched> all = new ArrayList<>();
    Condition c = unit.condition();
    for (Sensor s : List.of(pressure, temperature)) {
      watch(all, "hydraulics", new Monitor(s.spn(), 3, Lamp.WARNING, 1.5, 3, s::tooHigh).circuit());
      watch(all, "hydraulics", new Monitor(s.spn(), 4, Lamp.WARNING, 1.5, 3, s::tooLow).circuit());
    }
    watch(
        all,
        "hydraulics",
        new Monitor(3509, 4, Lamp.WARNING, 1, 3, () -> supplyVolts(c) < 4.75).circuit());
    watch(
        all,
        "hydraulics",
        new Monitor(
            OIL_TEMPERATURE,
            16,
            Lamp.WARNING,
            20,
            20,
            () -> ok(temperature) && temperature.reading(random) > 95));
    watch(
        all,
        "hydraulics",
        new Monitor(
            PUMP_PRESSURE,
            18,
            Lamp.WARNING,
            8,
            8,
            () ->
                ran()
                    && ok(pressure)
                    && hydraulics.pumpWantedKpa > 12_000
                    && pressure.reading(random) < 0.75 * hydraulics.pumpWantedKpa));
    watch(
        all,
        "hydraulics",
        new Monitor(1713, 16, Lamp.WARNING, 15, 15, () -> ran() && filter.getAsDouble() > 160));
    watch(
        all,
        "transmission",
        new Monitor(127, 18, Lamp.STOP, 6, 6, () -> ran() && clutchOil.getAsDouble() < 1_000));
    watch(
        all,
        "transmission",
        new Monitor(522, 16, Lamp.WARNING, 10, 10, () -> ran() && slip.getAsDouble() > 8));
    watch(
        all,
        "transmission",
        new Monitor(177, 16, Lamp.WARNING, 20, 20, () -> gearOil.getAsDouble() > 118));
    return all;
  }

  private boolean ran() {
    return ranSeconds > 15;
  }

  private static void watch(List<Watched> all, String module, Monitor m) {
    all.add(new Watched(module, m));
  }

  @Override
  public void step(double dt, SimUnit unit, String engine, boolean steady) {
    if (pressure == null) {
      return;
    }
    EngineState s = unit.state();
    ranSeconds = speed.getAsDouble() > 500 ? ranSeconds + dt : 0;
    if (steady && !s.running) {
      hydraulics.rest(s);
    }
    hydraulics.step(dt, s, unit.condition(), steady);
    if (held) {
      return;
    }
    Condition c = unit.condition();
    pressure.step(dt, hydraulics.pumpKpa, c);
    temperature.step(dt, hydraulics.oilC, c);
    supplyVolts = Sensor.supplyVolts(SUPPLY_LINE, c);
  }

  private double supplyVolts(Condition c) {
    return Double.isNaN(supplyVolts) ? Sensor.supplyVolts(SUPPLY_LINE, c) : supplyVolts;
  }

  @Override
  public void holdSensors() {
    held = true;
  }
}
