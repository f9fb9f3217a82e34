package hitchlamp.standin.unit;

import static hitchlamp.standin.module.Signal.put;

import hitchlamp.standin.aftertreatment.Inducement;
import hitchlamp.standin.engine.Gas;
import hitchlamp.standin.fault.FaultMemory;
import hitchlamp.standin.fault.Monitor;
import hitchlamp.standin.model.Chassis;
import hitchlamp.standin.model.Condition;
import hitchlamp.standin.model.Driveline;
import hitchlamp.standin.model.EngineState;
import hitchlamp.standin.model.Gearing;
import hitchlamp.standin.model.Load;
import hitchlamp.standin.module.ModuleText;
import hitchlamp.standin.module.Services;
import hitchlamp.standin.module.Signal;
import hitchlamp.standin.module.SimModule;
import hitchlamp.standin.wiring.Feed;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.SplittableRandom;
import java.util.function.DoubleSupplier;

/** The made-up road truck: a dozen modules around the engine. It stands in the yard. */
final class RoadTruck implements Build {
  private static final int PER_CENT = 100;
  private static final int INDUCEMENT = 5246;

  /** FMI of the fault by which it tells its stage: least, moderate, most severe. */
  private static final Map<Inducement.Stage, Integer> INDUCED =
      new EnumMap<>(
          Map.of(
              Inducement.Stage.WARNS, 15,
              Inducement.Stage.LESS_POWER, 16,
              Inducement.Stage.CRAWL, 0));

  /** What the fitted tyre module tells, in a group of its maker's own. */
  private static final int TYRES = 0xFF42;

  private static final double TYRE_KPA = 830;
  private static final double TYRE_FILLED_C = 15;
  private static final double TYRE_REST_K = 2;
  private static final double TYRE_K_A_KMH = 0.3;

  private Chassis chassis;
  private Driveline driveline;
  private Levers levers;
  private DoubleSupplier road;
  private DoubleSupplier air;

  @Override
  public List<ModuleSpec> modules() {
    return List.of(
        ModuleSpec.of("engine", 0, 0, "Orrendale", "Korvane 6", "KV6-BASE 4.18", "KV6-CAL 4.18.07")
            .keepsVin()
            .calibrated()
            .serves(),
        ModuleSpec.of("transmission", 3, 3, "Tessmoor", "Twelvestep", "TS12 2.05")
            .keepsVin()
            .serves(),
        ModuleSpec.of("brakes", 11, 9, "Hallowfen", "Brakewright", "BW 7.1", "BW-ESP 7.1.3")
            .keepsVin()
            .serves(),
        ModuleSpec.of("retarder", 16, 13, "Tessmoor", "Drag Two", "DR2 1.12"),
        ModuleSpec.of("steering", 19, 16, "Hallowfen", "Helmsway", "HW 1.4"),
        ModuleSpec.of("instruments", 23, 19, "Orrendale", "Dial Nine", "D9 3.30", "D9-LANG 3.2")
            .keepsVin(),
        ModuleSpec.of("climate", 25, 21, "Orrendale", "Airbox", "AB 1.02"),
        ModuleSpec.of("body", 33, 26, "Orrendale", "Bodynode", "BN 5.44").keepsVin(),
        ModuleSpec.of("suspension", 47, 35, "Hallowfen", "Levelmate", "LM 2.2"),
        ModuleSpec.of(
                "aftertreatment", 85, 44, "Orrendale", "Clearstack", "CS 4.18", "CS-CAL 4.18.02")
            .calibrated()
            .serves(),
        ModuleSpec.of("recorder", 238, 20, "Ollergate", "Triproll", "TR 9.0").keepsVin(),
        ModuleSpec.of("tyres", 51, 38, "Ollergate", "Treadwatch", "TW 1.7").stranger());
  }

  @Override
  public List<Feed> feeds() {
    return List.of(
        new Feed("transmission", "X5", "F28", "S11"),
        new Feed("retarder", "X7", "F31", "S12"),
        new Feed("brakes", "X6", "F29", "S13"),
        new Feed("aftertreatment", "X8", "F30", "S14"),
        new Feed("body", "X9", "F32", "S15"),
        new Feed("steering", "X10", "F33", "S16"),
        new Feed("instruments", "X12", "F34", "S17"),
        new Feed("suspension", "X13", "F35", "S18"));
  }

  @Override
  public boolean hasSpeedometer() {
    return true;
  }

  @Override
  public List<Need> needs() {
    return List.of(
        new Need("brakes", "retarder", 61440, 520),
        new Need("transmission", "retarder", 61440, 520),
        new Need("brakes", "transmission", 61442, 191),
        new Need("engine", "transmission", 61442, 191),
        new Need("transmission", "brakes", 61441, 563),
        new Need("engine", "brakes", 65215, 904),
        new Need("transmission", "engine", 61444, 190),
        new Need("instruments", "engine", 65262, 110),
        new Need("engine", "aftertreatment", 64947, 3246),
        new Need("instruments", "body", 65265, 84));
  }

  @Override
  public List<Watched> monitors(SimUnit unit) {
    // While it makes somebody mend the dosing it says so by a fault; a low tank is none.
    Inducement inducement = unit.first.solver().after().inducement();
    return INDUCED.entrySet().stream()
        .map(
            e ->
                new Watched(
                    "aftertreatment",
                    new Monitor(
                        INDUCEMENT,
                        e.getValue(),
                        FaultMemory.Lamp.WARNING,
                        2,
                        2,
                        () -> inducement.counted() == e.getKey())))
        .toList();
  }

  @Override
  public List<Telltale> telltales(SimUnit unit) {
    return List.of(
        Telltale.ofFaults("stop", FaultMemory.Lamp.STOP, "engine"),
        Telltale.ofFaults(
            "warning",
            FaultMemory.Lamp.WARNING,
            "engine",
            "transmission",
            "brakes",
            "aftertreatment"),
        Telltale.ofFaults("malfunction", FaultMemory.Lamp.MALFUNCTION, "engine", "aftertreatment"),
        Telltale.ofFaults("protect", FaultMemory.Lamp.PROTECT, "engine"),
        new Telltale("wait-to-start", List.of("engine"), null, () -> false),
        new Telltale("anti-lock", List.of("brakes"), null, () -> false),
        new Telltale(
            "filter",
            List.of("aftertreatment"),
            null,
            () -> unit.first.solver().after().estimate().share() > 0.9));
  }

  @Override
  public void serve(String module, Services services, SimUnit unit) {
    if (module.equals("aftertreatment")) {
      new FluidOutputs(unit.first).answer(services);
      new DosingRecord(unit.first).answer(services);
      new RegenerationOutputs(unit.first, () -> inhibits(unit)).answer(services);
      Inducement inducement = unit.first.solver().after().inducement();
      unit.first.engine().leaves(() -> inducement.stage().allowed());
    }
  }

  @Override
  public void step(double dt, SimUnit unit, String engine, boolean steady) {
    if (chassis != null) {
      chassis.step(dt, unit.state());
    }
  }

  @Override
  public Load load(String engine, Condition condition, SplittableRandom own) {
    driveline = new Driveline(Gearing.HAULAGE, own);
    levers =
        new Levers(
            driveline, "a truck", Set.of("gear", "brake", Levers.ENGINE_BRAKE, "grade", "load"));
    return driveline;
  }

  @Override
  public void drive(String what, String value) {
    levers.set(what, value);
  }

  @Override
  public Map<String, String> driving() {
    return levers == null ? Map.of() : levers.stand();
  }

  private double outputRpm() {
    return driveline == null ? 0 : driveline.outputRpm();
  }

  /** What keeps its filter from being burned clean with the truck parked. */
  private Set<Inhibit> inhibits(SimUnit unit) {
    return Inhibit.of(unit.first, gearIn() != 0);
  }

  private int gearIn() {
    return driveline == null ? 0 : driveline.gear();
  }

  private int gearWanted() {
    return driveline == null || driveline.shifting() ? 0 : driveline.gear();
  }

  private double brakePedal() {
    return driveline == null ? 0 : driveline.brake * PER_CENT;
  }

  @Override
  public void stood(SimUnit unit) {
    chassis.gearboxOilC = unit.state().ambientC;
  }

  /** What somebody fitted tells in a group of its own: pressure and temperature of a tyre. */
  private static void tyres(SimUnit unit, EngineState state) {
    if (unit.module("tyres") == null) {
      return;
    }
    DoubleSupplier warm = () -> state.ambientC + TYRE_REST_K + TYRE_K_A_KMH * state.vehicleKmh;
    DoubleSupplier full =
        () -> TYRE_KPA * (warm.getAsDouble() + Gas.ZERO_C) / (TYRE_FILLED_C + Gas.ZERO_C);
    unit.module("tyres")
        .broadcast(
            6,
            TYRES,
            500_000,
            () ->
                put(
                    put(Signal.NOTHING, 8, 8, full.getAsDouble(), 4, 0),
                    16,
                    16,
                    warm.getAsDouble(),
                    0.03125,
                    -273));
  }

  @Override
  public void attach(SimUnit unit) {
    EngineState state = unit.state();
    chassis = new Chassis(unit.random().split(), state);
    UnitSensors sensors = unit.sensors();
    Condition c = unit.condition();
    DoubleSupplier input = sensors.fit(161, UnitSensors.Kind.SHAFT, c, state::rpm);
    DoubleSupplier output = sensors.fit(191, UnitSensors.Kind.SHAFT, c, this::outputRpm);
    DoubleSupplier oil =
        sensors.fit(177, UnitSensors.Kind.TEMPERATURE, c, () -> chassis.gearboxOilC);
    DoubleSupplier fuel =
        sensors.fit(96, UnitSensors.Kind.LEVEL, c, () -> chassis.fuelShare * PER_CENT);
    road = sensors.fit(84, UnitSensors.Kind.WHEEL, c, () -> state.vehicleKmh);
    air = sensors.fit(46, UnitSensors.Kind.PRESSURE, c, () -> chassis.airKpa);
    SimModule gearbox = unit.module("transmission");
    gearbox.broadcast(
        3,
        61442,
        10_000,
        () ->
            put(
                put(Signal.NOTHING, 8, 16, output.getAsDouble(), 0.125, 0),
                40,
                16,
                input.getAsDouble(),
                0.125,
                0));
    gearbox.broadcast(
        6,
        61445,
        100_000,
        () -> put(put(Signal.NOTHING, 0, 8, gearWanted(), 1, -125), 24, 8, gearIn(), 1, -125));
    gearbox.broadcast(
        6, 65272, 1_000_000, () -> put(Signal.NOTHING, 32, 16, oil.getAsDouble(), 0.03125, -273));
    brakes(unit, state);
    tyres(unit, state);
    unit.module("retarder")
        .broadcast(
            6, 61440, 100_000, () -> put(put(Signal.NOTHING, 0, 4, 0, 1, 0), 8, 8, 0, 1, -125));
    unit.module("instruments")
        .broadcast(
            6, 65276, 1_000_000, () -> put(Signal.NOTHING, 8, 8, fuel.getAsDouble(), 0.4, 0));
    unit.module("body")
        .broadcast(
            6,
            65265,
            100_000,
            () ->
                put(
                    put(Signal.NOTHING, 2, 2, road.getAsDouble() < 1 ? 1 : 0, 1, 0),
                    8,
                    16,
                    road.getAsDouble(),
                    1 / 256.0,
                    0));
    unit.module("climate").broadcast(6, 65181, 1_000_000, () -> Signal.NOTHING);
    unit.module("suspension").broadcast(6, 65112, 100_000, () -> Signal.NOTHING);
    unit.module("recorder")
        .broadcast(
            3, 65132, 50_000, () -> put(Signal.NOTHING, 48, 16, road.getAsDouble(), 1 / 256.0, 0));
    unit.module("steering")
        .broadcast(
            6,
            61449,
            10_000,
            () -> put(Signal.NOTHING, 0, 16, chassis.steeringRad, 1 / 1024.0, -31.374));
    new AfterGroups(
            unit.first,
            () -> unit.telltales().commands("aftertreatment", "filter"),
            () -> inhibits(unit))
        .attach(unit.module("aftertreatment"));
    counters(unit);
  }

  private void brakes(SimUnit unit, EngineState state) {
    SimModule brakes = unit.module("brakes");
    brakes.broadcast(
        6,
        61441,
        100_000,
        () ->
            put(
                put(Signal.NOTHING, 8, 8, brakePedal(), 0.4, 0),
                44,
                2,
                unit.telltales().commands("brakes", "anti-lock") ? 1 : 0,
                1,
                0));
    brakes.broadcast(
        6, 65215, 100_000, () -> put(Signal.NOTHING, 0, 16, road.getAsDouble(), 1 / 256.0, 0));
    brakes.broadcast(
        6,
        65198,
        1_000_000,
        () ->
            put(
                put(Signal.NOTHING, 16, 8, air.getAsDouble(), 8, 0),
                24,
                8,
                air.getAsDouble() - 10,
                8,
                0));
  }

  private static void counters(SimUnit unit) {
    unit.module("instruments")
        .answer(
            65248,
            () ->
                ModuleText.counters(unit.kilometres() % 1_000 / 0.125, unit.kilometres() / 0.125));
    unit.module("instruments")
        .answer(
            65217,
            () ->
                ModuleText.counters(unit.kilometres() / 0.005, unit.kilometres() % 1_000 / 0.005));
    unit.module("recorder")
        .answer(
            65217,
            () ->
                ModuleText.counters(unit.kilometres() / 0.005, unit.kilometres() % 1_000 / 0.005));
  }
}
