package hitchlamp.standin.unit;

import hitchlamp.standin.aftertreatment.HeatUp;
import hitchlamp.standin.bus.Agenda;
import hitchlamp.standin.bus.SimBus;
import hitchlamp.standin.fault.AuxiliaryTimers;
import hitchlamp.standin.fault.FaultMemory;
import hitchlamp.standin.fault.MonitorRecord;
import hitchlamp.standin.model.Condition;
import hitchlamp.standin.model.EngineState;
import hitchlamp.standin.module.ModuleText;
import hitchlamp.standin.module.SimModule;
import hitchlamp.standin.nmea.Backbone;
import hitchlamp.standin.scenario.Scenario;
import hitchlamp.standin.wiring.Harness;
import hitchlamp.standin.wiring.SensorRun;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SplittableRandom;
import java.util.function.Consumer;
import java.util.stream.Collectors;

/**
 * A simulated unit: engine, modules, a bus, a cab. All of it runs in virtual time, in the thread
 * that steps it. What kind of unit it is stands in its {@link Build}.
 */
public final class SimUnit {
  /** Name of the bus that runs at 250 kbit/s, and of the one at 500. */
  public static final String BUS_250 = "can250";

  public static final String BUS_500 = "can500";

  /** Name of the network of a vessel. */
  public static final String BACKBONE = "n2k250";

  /** Longer than any sensor lags, s. */
  private static final double LONG_SECONDS = 120;

  private static final double PHYSICS_SECONDS = 0.02;
  private static final double MONITOR_SECONDS = 0.1;
  private static final double WARM_C = 60;

  final Scenario scenario;
  final Agenda agenda = new Agenda();
  final SimBus bus;
  final SplittableRandom random;
  final Build build;
  private final Optional<Backbone> backbone;
  final List<EngineUnit> plants = new ArrayList<>();
  final EngineUnit first;
  private final Harness harness;
  final Map<String, SimModule> modules = new LinkedHashMap<>();
  private final List<SimModule> twins = new ArrayList<>();
  final Map<String, FaultMemory> memories = new LinkedHashMap<>();
  final Map<String, MonitorRecord> monitorRecords = new LinkedHashMap<>();
  final Map<String, AuxiliaryTimers> auxiliaryTimers = new LinkedHashMap<>();
  final List<Build.Watched> watched = new ArrayList<>();
  private final UnitSensors sensors;
  private Telltales telltales;
  PlainFrozen frozen;
  final Map<String, Double> clockOffsets = new LinkedHashMap<>();
  boolean living;
  private double kilometres;
  private double kilometresPerHour;
  private double litres;
  private boolean plugged = true;

  public SimUnit(Scenario scenario) {
    this.scenario = scenario;
    // Split, so that units of neighbouring seeds share nothing.
    this.random = new SplittableRandom(scenario.seed() + 17).split();
    this.bus = new SimBus(agenda, scenario.bus().bitsPerSecond());
    build =
        switch (scenario.unit()) {
          case ROAD_TRUCK -> new RoadTruck();
          case LOADING_SHOVEL -> new Shovel();
          case FERRY -> new Ferry();
          case GENERATING_SET -> new GeneratingSet();
          case YARD_TRACTOR -> new YardTractor();
        };
    sensors = new UnitSensors(new SplittableRandom(scenario.seed() * 57 + 3));
    Scenario.History h = scenario.history();
    for (String id : build.engines()) {
      double from = h.hoursOf(plants.size()) - (h.hours() - h.from());
      plants.add(new EngineUnit(id, build.sideOf(id), scenario, build.nominal(), from, random));
    }
    first = plants.get(0);
    build();
    backbone = build.backbone(this, agenda);
    UnitHistory history = new UnitHistory(this);
    UnitHistory.Lived lived = history.live();
    kilometres = lived.kilometres();
    kilometresPerHour = lived.kilometresPerHour();
    litres = lived.litres();
    history.remember();
    living = true;
    settle();
    for (EngineUnit p : plants) {
      // Of its own, so that a unit is the same whether or not it drives.
      SplittableRandom own = new SplittableRandom(scenario.seed() * 131 + p.id().hashCode());
      p.drives(build.load(p.id(), p.condition(), own));
    }
    List<SensorRun> runs = new ArrayList<>(first.engine().wires());
    runs.addAll(build.runs());
    harness = new Harness(runs, build.feeds(), first.condition());
    new ScenarioCheck(
            scenario,
            build.modules().stream().map(ModuleSpec::id).collect(Collectors.toSet()),
            build.engines().stream().map(build::sideOf).collect(Collectors.toSet()),
            runs.stream().map(r -> r.sensor().spn()).collect(Collectors.toSet()),
            first.inside(),
            build.telltales(this).stream().map(Build.Telltale::id).collect(Collectors.toSet()))
        .check();
    agenda.every(0, Math.round(PHYSICS_SECONDS * 1e6), this::physics);
    agenda.every(50_000, Math.round(MONITOR_SECONDS * 1e6), this::monitors);
    new Background(this).begin();
  }

  private void build() {
    Scenario.Trouble t = scenario.trouble();
    UnitModules made = new UnitModules(this);
    int serial = 1000 + random.nextInt(900_000);
    for (ModuleSpec spec : build.modules()) {
      if (spec.usual() || t.strangers()) {
        SimModule m = made.module(spec, serial + spec.address());
        modules.put(spec.id(), m);
        if (t.twins().contains(spec.id())) {
          twins.add(made.module(spec, serial + spec.address() + 5_000));
        }
      }
    }
    for (EngineUnit p : plants) {
      SimModule m = modules.get(p.id());
      p.engine().attach(m);
      p.story().answer(m);
      m.answer(65253, () -> ModuleText.counters(p.hours() / 0.05, p.hours() * 60 * 1_250 / 1_000));
    }
    telltales =
        new Telltales(agenda, modules, memories::get, first.condition(), build.telltales(this));
    build.attach(this);
    plants.forEach(p -> p.engine().commandsLamps(lamp -> telltales.commands(p.id(), lamp)));
    watched.addAll(build.monitors(this));
    frozen = new PlainFrozen(first.engine(), first.state(), first::hours, build.hasSpeedometer());
    frozen.answer(modules.get(PlainFrozen.KEEPER), memories.get(PlainFrozen.KEEPER));
    new MissedModules(this).watch();
    for (ModuleSpec spec : build.modules()) {
      SimModule m = modules.get(spec.id());
      if (m != null) {
        made.diagnostics(spec, m);
      }
    }
    bus.listen(
        (stamped, sender) -> {
          if (SimModule.heeds(stamped.frame().identifier())) {
            modules.values().forEach(m -> m.hear(stamped, sender));
            twins.forEach(m -> m.hear(stamped, sender));
          }
        });
  }

  /** The engine that a module is of; empty for the others. */
  Optional<EngineUnit> plant(String module) {
    return plants.stream().filter(p -> p.id().equals(module)).findFirst();
  }

  /**
   * The driver presses the switch that burns the filter clean with the unit parked: each engine
   * that idles warm begins.
   */
  public void regenerate() {
    for (EngineUnit p : plants) {
      if (p.state().seenRunning()
          && p.state().vehicleKmh < 1
          && p.state().seenCoolantC() > WARM_C) {
        p.solver().after().heatUp().ask();
      }
    }
  }

  /** True while one of its filters is burned clean. */
  public boolean regenerates() {
    return plants.stream().anyMatch(p -> p.solver().after().heatUp().stage() != HeatUp.Stage.NONE);
  }

  /** Hands do something at each of its engines. */
  public void eachEngine(Consumer<EngineUnit> does) {
    plants.forEach(does);
  }

  /** Its first engine, for those who grade what was said of it. */
  public EngineUnit firstEngine() {
    return first;
  }

  /** From now on every sensor of the unit stays as it is, whatever happens to it. */
  public void holdSensors() {
    sensors.hold();
    plants.forEach(
        p -> {
          p.engine().sensors().hold();
          p.after().hold();
        });
    build.holdSensors();
  }

  /** True where the engine runs that a module belongs to. */
  boolean runs(String module) {
    return plantOf(module).state().seenRunning();
  }

  /** The engine on whose side a module is; the first for one of the whole unit. */
  EngineUnit plantOf(String module) {
    String side = build.sideOf(module);
    var there = plants.stream().filter(p -> !side.isEmpty() && p.side().equals(side));
    return there.findFirst().orElse(first);
  }

  double clock(String module) {
    return plantOf(module).hours() - clockOffsets.getOrDefault(module, 0.0);
  }

  /** The unit as it stands in the yard now. */
  private void settle() {
    applyDefects();
    plants.forEach(p -> p.settle(scenario.start().engine()));
    if (!scenario.start().engine()) {
      build.stood(this);
    }
    // Sensors forget what was before.
    plants.forEach(p -> p.sense(LONG_SECONDS));
    sensors.step(LONG_SECONDS);
    for (int i = 0; i < 50; i++) {
      for (EngineUnit p : plants) {
        p.sense(0.2);
        build.step(0.2, this, p.id(), false);
      }
      sensors.step(0.2);
    }
    key(scenario.start().keyOn() ? EngineState.Key.ON : EngineState.Key.OFF);
  }

  private void applyDefects() {
    plants.forEach(p -> p.apply(scenario, p == first));
  }

  private void physics() {
    for (EngineUnit p : plants) {
      p.step(PHYSICS_SECONDS);
      litres += p.state().fuelKgPerHour() / 0.835 * PHYSICS_SECONDS / 3600;
      build.step(PHYSICS_SECONDS, this, p.id(), false);
      p.sense(PHYSICS_SECONDS);
    }
    sensors.step(PHYSICS_SECONDS);
  }

  private void monitors() {
    if (state().key == EngineState.Key.OFF) {
      return;
    }
    applyDefects();
    modules
        .values()
        .forEach(
            m -> {
              m.power(!condition().unpowered.contains(m.id()));
              m.offBus(condition().offBus.contains(m.id()));
            });
    for (EngineUnit p : plants) {
      if (modules.get(p.id()).powered()) {
        p.engine().monitor(MONITOR_SECONDS, p.hours());
        p.story().step(MONITOR_SECONDS, p.hours(), p.state());
      }
      others(MONITOR_SECONDS, p);
    }
  }

  /** Monitors of the other modules that live by an engine's clock. */
  void others(double seconds, EngineUnit plant) {
    for (int i = 0; i < watched.size(); i++) {
      Build.Watched w = watched.get(i);
      if (plantOf(w.module()) == plant && !condition().unpowered.contains(w.module())) {
        w.monitor().step(seconds, clock(w.module()), memories.get(w.module()));
      }
    }
    monitorRecords.forEach(
        (module, record) -> {
          if (plantOf(module) == plant && !condition().unpowered.contains(module)) {
            record.step(seconds);
          }
        });
    auxiliaryTimers.forEach(
        (module, timers) -> {
          if (plantOf(module) == plant) {
            timers.step(seconds);
          }
        });
  }

  /** The first engine. */
  EngineState state() {
    return first.state();
  }

  /** What is wrong with the first engine and with the unit. */
  Condition condition() {
    return first.condition();
  }

  /** An engine by its module. */
  EngineState state(String engine) {
    return plant(engine).orElseThrow().state();
  }

  Condition condition(String engine) {
    return plant(engine).orElseThrow().condition();
  }

  /** What an engine's module makes of a sensor; not a number where it does not believe it. */
  double measured(String engine, int spn) {
    return plant(engine).orElseThrow().engine().sensors().measured(spn);
  }

  /** Pick-ups of its modules, those of the engines apart. */
  UnitSensors sensors() {
    return sensors;
  }

  FaultMemory memory(String module) {
    return memories.get(module);
  }

  /** Fuel of an engine's trip, L. */
  double tripLitres(String engine) {
    return plant(engine).orElseThrow().story().tripLitres();
  }

  /** The vessel's own network; empty where the unit has none. */
  public Optional<SimBus> backbone() {
    return backbone.map(Backbone::bus);
  }

  double hours(String engine) {
    return plant(engine).orElseThrow().hours();
  }

  SplittableRandom random() {
    return random;
  }

  SimModule module(String id) {
    return modules.get(id);
  }

  Telltales telltales() {
    return telltales;
  }

  double hours() {
    return first.hours();
  }

  /** Of the lived part of its history. */
  double kilometresPerHour() {
    return kilometresPerHour;
  }

  double kilometres() {
    return kilometres;
  }

  public Scenario scenario() {
    return scenario;
  }

  public SimBus bus() {
    return bus;
  }

  /** Virtual time, microseconds. */
  public long now() {
    return agenda.now();
  }

  /**
   * Lets the next thing happen where it is due by {@code limit}; else goes there and returns false.
   */
  public boolean step(long limit) {
    return agenda.step(limit);
  }

  /** Lets everything happen up to a time. */
  public void runUntil(long micros) {
    while (agenda.step(micros)) {
      // each step is one event
    }
  }

  /** Turns the key. */
  public void key(EngineState.Key position) {
    boolean wasOn = first.state().key != EngineState.Key.OFF;
    plants.forEach(p -> p.state().key = position);
    boolean on = position != EngineState.Key.OFF;
    if (wasOn && !on) {
      plants.forEach(p -> p.state().keyCycles++);
    }
    modules
        .values()
        .forEach(
            m -> {
              m.offBus(condition().offBus.contains(m.id()));
              m.power(on && !condition().unpowered.contains(m.id()));
            });
    twins.forEach(m -> m.power(on));
    if (on && !wasOn) {
      backbone.ifPresent(Backbone::wakes);
    }
  }

  /** Its wires; of a vessel those of the first engine. */
  public Harness harness() {
    return harness;
  }

  /**
   * Puts a meter on two points.
   *
   * @param ohms true for ohms, false for volts
   * @throws IllegalArgumentException where there is no such point, or the circuit is live for ohms
   */
  public Harness.Reading meter(String red, String black, boolean ohms) {
    boolean keyOn = first.state().key != EngineState.Key.OFF;
    if (ohms && keyOn) {
      throw new IllegalArgumentException("an ohmmeter on a live circuit reads nonsense; key off");
    }
    return ohms
        ? harness.ohms(red, black)
        : harness.volts(red, black, first.state().batteryV, keyOn);
  }

  /** Moves the pedal, 0 to 1. */
  public void pedal(double share) {
    plants.forEach(p -> p.state().pedal = Math.max(0, Math.min(1, share)));
  }

  /**
   * Does something with the drive: puts a gear in, brakes, changes hill or load.
   *
   * @throws IllegalArgumentException where the unit has no such thing, or not that value
   */
  public void drive(String what, String value) {
    build.drive(what, value);
  }

  /** Puts the diagnostic plug in, or pulls it. */
  public void plug(boolean in) {
    plugged = in;
  }

  public boolean plugged() {
    return plugged;
  }

  /** True while a long message is under way, so that time must not run faster than real. */
  public boolean talking() {
    for (SimModule m : modules.values()) {
      if (m.sendingLong()) {
        return true;
      }
    }
    return false;
  }

  /** Time that each module has taken before its answers so far, microseconds by address. */
  public Map<Integer, Long> delays() {
    Map<Integer, Long> sums = new LinkedHashMap<>();
    modules.values().forEach(m -> sums.put(m.address(), m.delayed()));
    return sums;
  }

  /** Cylinders of an engine that do not fire because somebody wants it, bit 0 is cylinder 1. */
  public int cutOut(String engine) {
    return state(engine).cutOut;
  }

  /** True while the lift pump of an engine runs because somebody wants it. */
  public boolean priming(String engine) {
    return state(engine).priming;
  }

  /** Speed of an engine, rpm. */
  public double rpm(String engine) {
    return state(engine).rpm();
  }

  /** Number of modules with supply. */
  public long poweredModules() {
    return modules.values().stream().filter(SimModule::powered).count();
  }

  /** True where a module stands at an address that the others hear. */
  boolean heard(int address) {
    return modules.values().stream().anyMatch(m -> m.address() == address && m.heard());
  }

  /** What the cab shows. */
  public Cab cab(double factor) {
    return Cab.of(this, factor);
  }
}
