package hitchlamp.standin.unit;

import static hitchlamp.standin.module.Signal.put;

import hitchlamp.standin.engine.Layout;
import hitchlamp.standin.fault.FaultMemory.Lamp;
import hitchlamp.standin.model.Chassis;
import hitchlamp.standin.model.Condition;
import hitchlamp.standin.model.Driveline;
import hitchlamp.standin.model.Duty;
import hitchlamp.standin.model.EngineParameters;
import hitchlamp.standin.model.Gearing;
import hitchlamp.standin.model.Load;
import hitchlamp.standin.module.ModuleText;
import hitchlamp.standin.module.Signal;
import hitchlamp.standin.wiring.Feed;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.SplittableRandom;
import java.util.function.DoubleSupplier;

/** The made-up yard tractor: four in line, six gears, trailers pulled and pushed about a yard. */
final class YardTractor implements Build {
  private static final double IDLE_RPM = 700;

  private Chassis chassis;
  private Driveline driveline;
  private Levers levers;

  @Override
  public EngineParameters nominal() {
    return EngineParameters.nominal(Layout.FOUR, IDLE_RPM);
  }

  @Override
  public Duty duty() {
    return Duty.SHUNTING;
  }

  @Override
  public boolean hasSpeedometer() {
    return true;
  }

  @Override
  public boolean numbersItsTests() {
    return true;
  }

  @Override
  public List<ModuleSpec> modules() {
    return List.of(
        ModuleSpec.of(
                "engine", 0, 0, "Orrendale", "Korvane 4Y", "KV4Y-BASE 3.01", "KV4Y-CAL 3.01.02")
            .keepsVin()
            .calibrated()
            .serves(),
        ModuleSpec.of("transmission", 3, 3, "Tessmoor", "Sixpush", "SP6 1.18").serves(),
        ModuleSpec.of("brakes", 11, 9, "Hallowfen", "Brakewright", "BW 7.1", "BW-YRD 7.1.1")
            .serves(),
        ModuleSpec.of("instruments", 23, 19, "Orrendale", "Dial Five", "D5 2.04").keepsVin(),
        ModuleSpec.of("body", 33, 26, "Orrendale", "Bodynode", "BN 5.47"),
        ModuleSpec.of("lift", 48, 27, "Ollergate", "Fifthwheel", "FW 1.2").stranger());
  }

  @Override
  public List<Feed> feeds() {
    return List.of(
        new Feed("transmission", "X5", "F28", "S11"),
        new Feed("brakes", "X6", "F29", "S13"),
        new Feed("body", "X9", "F32", "S15"),
        new Feed("instruments", "X12", "F34", "S17"));
  }

  @Override
  public List<Need> needs() {
    return List.of(
        new Need("transmission", "engine", 61444, 190),
        new Need("instruments", "engine", 65262, 110),
        new Need("engine", "transmission", 61442, 191),
        new Need("transmission", "brakes", 61441, 563),
        new Need("instruments", "body", 65265, 84));
  }

  @Override
  public List<Watched> monitors(SimUnit unit) {
    return List.of();
  }

  @Override
  public List<Telltale> telltales(SimUnit unit) {
    return List.of(
        Telltale.ofFaults("stop", Lamp.STOP, "engine"),
        Telltale.ofFaults("warning", Lamp.WARNING, "engine", "transmission", "brakes"),
        Telltale.ofFaults("malfunction", Lamp.MALFUNCTION, "engine"),
        new Telltale("wait-to-start", List.of("engine"), null, () -> false));
  }

  @Override
  public Load load(String engine, Condition condition, SplittableRandom own) {
    driveline = new Driveline(Gearing.YARD, own);
    levers =
        new Levers(
            driveline, "a yard tractor", Set.of("gear", "brake", Levers.ENGINE_BRAKE, "load"));
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

  @Override
  public void step(double dt, SimUnit unit, String engine, boolean steady) {
    if (chassis != null) {
      chassis.step(dt, unit.state());
    }
  }

  @Override
  public void stood(SimUnit unit) {
    chassis.gearboxOilC = unit.state().ambientC;
  }

  @Override
  public void attach(SimUnit unit) {
    chassis = new Chassis(unit.random().split(), unit.state());
    UnitSensors sensors = unit.sensors();
    Condition c = unit.condition();
    DoubleSupplier input = sensors.fit(161, UnitSensors.Kind.SHAFT, c, unit.state()::rpm);
    DoubleSupplier output =
        sensors.fit(
            191, UnitSensors.Kind.SHAFT, c, () -> driveline == null ? 0 : driveline.outputRpm());
    DoubleSupplier oil =
        sensors.fit(177, UnitSensors.Kind.TEMPERATURE, c, () -> chassis.gearboxOilC);
    DoubleSupplier fuel = sensors.fit(96, UnitSensors.Kind.LEVEL, c, () -> 100 * chassis.fuelShare);
    DoubleSupplier road = sensors.fit(84, UnitSensors.Kind.WHEEL, c, () -> unit.state().vehicleKmh);
    unit.module("transmission")
        .broadcast(
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
    unit.module("transmission")
        .broadcast(
            6,
            65272,
            1_000_000,
            () -> put(Signal.NOTHING, 32, 16, oil.getAsDouble(), 0.03125, -273));
    unit.module("brakes")
        .broadcast(
            6,
            61441,
            100_000,
            () -> put(Signal.NOTHING, 8, 8, driveline == null ? 0 : 100 * driveline.brake, 0.4, 0));
    unit.module("body")
        .broadcast(
            6, 65265, 100_000, () -> put(Signal.NOTHING, 8, 16, road.getAsDouble(), 1 / 256.0, 0));
    unit.module("instruments")
        .broadcast(
            6, 65276, 1_000_000, () -> put(Signal.NOTHING, 8, 8, fuel.getAsDouble(), 0.4, 0));
    unit.module("instruments").answer(65253, () -> ModuleText.counters(unit.hours() / 0.05, -1));
  }
}
