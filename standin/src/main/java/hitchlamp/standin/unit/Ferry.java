package hitchlamp.standin.unit;

import static hitchlamp.standin.module.Signal.put;

import hitchlamp.standin.bus.Agenda;
import hitchlamp.standin.fault.FaultMemory.Lamp;
import hitchlamp.standin.fault.Monitor;
import hitchlamp.standin.model.Condition;
import hitchlamp.standin.model.Duty;
import hitchlamp.standin.model.EngineState;
import hitchlamp.standin.model.Gear;
import hitchlamp.standin.model.Load;
import hitchlamp.standin.model.Propeller;
import hitchlamp.standin.module.ModuleText;
import hitchlamp.standin.module.Signal;
import hitchlamp.standin.nmea.Backbone;
import hitchlamp.standin.wiring.Feed;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SplittableRandom;
import java.util.function.DoubleSupplier;

/**
 * The made-up vehicle ferry: two engines with a gear each on one J1939 bus, 24 V, and an NMEA 2000
 * network for the rest of the vessel.
 */
final class Ferry implements Build {
  static final String PORT = "port";
  static final String STARBOARD = "starboard";
  private static final List<String> SIDES = List.of(PORT, STARBOARD);
  private static final double LEAST_GEAR_KPA = 1_100;

  private final Map<String, Gear> gears = new LinkedHashMap<>();
  private final Map<String, DoubleSupplier> gearOilPressure = new LinkedHashMap<>();
  private final Map<String, DoubleSupplier> gearOilHeat = new LinkedHashMap<>();
  private final Map<String, DoubleSupplier> speeds = new LinkedHashMap<>();
  private final Map<String, Double> ranSeconds = new LinkedHashMap<>();
  private final Tanks tanks = new Tanks();
  private boolean astern;

  @Override
  public List<String> engines() {
    return List.of("engine-port", "engine-starboard");
  }

  @Override
  public String sideOf(String module) {
    return module.endsWith(PORT) ? PORT : module.endsWith(STARBOARD) ? STARBOARD : "";
  }

  @Override
  public Duty duty() {
    return Duty.CROSSING;
  }

  @Override
  public Load load(String engine, Condition condition, SplittableRandom own) {
    return new Propeller(own, condition, () -> astern);
  }

  /** Both levers: ahead or astern, once the pedal takes them out of neutral. */
  @Override
  public void drive(String what, String value) {
    if (!what.equals("way") || !(value.equals("ahead") || value.equals("astern"))) {
      throw new IllegalArgumentException("a ferry has 'way', ahead or astern");
    }
    astern = value.equals("astern");
  }

  @Override
  public Map<String, String> driving() {
    return Map.of("way", astern ? "astern" : "ahead");
  }

  boolean astern() {
    return astern;
  }

  @Override
  public Optional<Backbone> backbone(SimUnit unit, Agenda agenda) {
    Backbone b =
        new Backbone(agenda, () -> unit.state().key != EngineState.Key.OFF, unit.random().split());
    b.gateway(
            SIDES.stream().map(side -> new FerryShaft(unit, this, side, gears.get(side))).toList())
        .tanks(50, new Backbone.Tank(0, 0, Tanks.FUEL_LITRES, () -> tanks.fuelShare(PORT)))
        .tanks(51, new Backbone.Tank(1, 0, Tanks.FUEL_LITRES, () -> tanks.fuelShare(STARBOARD)))
        .tanks(
            52,
            new Backbone.Tank(0, 1, Tanks.WATER_LITRES, tanks::waterShare),
            new Backbone.Tank(0, 2, Tanks.WATER_LITRES, tanks::greyShare))
        .batteries(
            List.of(
                () -> unit.measured("engine-" + PORT, EngineSensors.BATTERY),
                () -> unit.measured("engine-" + STARBOARD, EngineSensors.BATTERY),
                () -> unit.measured("engine-" + PORT, EngineSensors.BATTERY) - 0.3))
        .position(() -> unit.state().vehicleKmh);
    return Optional.of(b);
  }

  @Override
  public List<ModuleSpec> modules() {
    List<ModuleSpec> all = new ArrayList<>();
    for (int i = 0; i < SIDES.size(); i++) {
      String side = SIDES.get(i);
      all.add(
          ModuleSpec.of(
                  "engine-" + side,
                  i,
                  0,
                  "Orrendale",
                  "Korvane 6M",
                  "KV6M-BASE 2.11",
                  "KV6M-CAL 2.11.04")
              .instance(i)
              .calibrated()
              .serves());
      all.add(
          ModuleSpec.of("gear-" + side, 3 + i, 3, "Tessmoor", "Quayturn", "QT 1.08")
              .instance(i)
              .serves());
    }
    all.add(ModuleSpec.of("bridge", 5, 5, "Ollergate", "Leverhead", "LH 3.2"));
    all.add(ModuleSpec.of("instruments", 23, 19, "Orrendale", "Dial Seven", "D7 1.15"));
    return all;
  }

  @Override
  public List<Feed> feeds() {
    return List.of(
        new Feed("gear-port", "X51", "F41", "S41"), new Feed("bridge", "X52", "F42", "S42"));
  }

  @Override
  public List<Need> needs() {
    List<Need> all = new ArrayList<>();
    for (String side : SIDES) {
      all.add(new Need("engine-" + side, "gear-" + side, 61442, 191));
      all.add(new Need("gear-" + side, "engine-" + side, 61444, 190));
    }
    all.add(new Need("instruments", "bridge", 61445, 525));
    return all;
  }

  @Override
  public List<Telltale> telltales(SimUnit unit) {
    List<Telltale> all = new ArrayList<>();
    for (String side : SIDES) {
      all.add(Telltale.ofFaults("stop-" + side, Lamp.STOP, "engine-" + side));
      all.add(Telltale.ofFaults("warning-" + side, Lamp.WARNING, "engine-" + side, "gear-" + side));
    }
    all.add(new Telltale("wait-to-start", engines(), null, () -> false));
    return all;
  }

  @Override
  public void stood(SimUnit unit) {
    gears.forEach((side, gear) -> gear.oilC = unit.state("engine-" + side).ambientC);
  }

  @Override
  public void attach(SimUnit unit) {
    for (String side : SIDES) {
      EngineState state = unit.state("engine-" + side);
      Gear gear = new Gear();
      gears.put(side, gear);
      Condition c = unit.condition("engine-" + side);
      gearOilPressure.put(
          side, unit.sensors().fit(127, UnitSensors.Kind.PRESSURE, c, () -> gear.oilKpa));
      gearOilHeat.put(
          side, unit.sensors().fit(177, UnitSensors.Kind.TEMPERATURE, c, () -> gear.oilC));
      DoubleSupplier speed = unit.sensors().fit(161, UnitSensors.Kind.SHAFT, c, state::rpm);
      speeds.put(side, speed);
      unit.module("gear-" + side)
          .broadcast(
              3,
              61442,
              10_000,
              () ->
                  put(
                      put(
                          Signal.NOTHING,
                          8,
                          16,
                          gear.engaged ? speed.getAsDouble() / 2.4 : 0,
                          0.125,
                          0),
                      40,
                      16,
                      speed.getAsDouble(),
                      0.125,
                      0));
      unit.module("gear-" + side)
          .broadcast(
              6,
              65272,
              1_000_000,
              () ->
                  put(
                      put(Signal.NOTHING, 24, 8, gearKpa(side), 16, 0),
                      32,
                      16,
                      gearC(side),
                      0.03125,
                      -273));
    }
    unit.module("bridge").broadcast(6, 61445, 100_000, () -> put(Signal.NOTHING, 0, 8, 0, 1, -125));
    unit.module("instruments")
        .broadcast(
            6,
            65276,
            1_000_000,
            () -> put(Signal.NOTHING, 8, 8, tanks.fuelShare(PORT) * 100, 0.4, 0));
    unit.module("instruments").answer(65253, () -> ModuleText.counters(unit.hours() / 0.05, -1));
  }

  @Override
  public List<Watched> monitors(SimUnit unit) {
    List<Watched> all = new ArrayList<>();
    for (String side : SIDES) {
      all.add(
          new Watched(
              "gear-" + side,
              new Monitor(
                  127,
                  18,
                  Lamp.STOP,
                  6,
                  6,
                  () ->
                      ranSeconds.getOrDefault(side, 0.0) > 15 && gearKpa(side) < LEAST_GEAR_KPA)));
      all.add(
          new Watched(
              "gear-" + side, new Monitor(177, 16, Lamp.WARNING, 20, 20, () -> gearC(side) > 105)));
    }
    return all;
  }

  @Override
  public void step(double dt, SimUnit unit, String engine, boolean steady) {
    String side = sideOf(engine);
    Gear gear = gears.get(side);
    if (gear == null) {
      return;
    }
    EngineState s = unit.state(engine);
    boolean runs = speeds.get(side).getAsDouble() > 500;
    ranSeconds.put(side, runs ? ranSeconds.getOrDefault(side, 0.0) + dt : 0.0);
    gear.step(dt, s, unit.condition(engine), steady);
    if (!steady) {
      tanks.draw(side, s.fuelKgPerHour() / 0.835 * dt / 3600);
    }
  }

  /** Gear oil as the gear's module measures it. */
  double gearKpa(String side) {
    return gearOilPressure.get(side).getAsDouble();
  }

  double gearC(String side) {
    return gearOilHeat.get(side).getAsDouble();
  }
}
