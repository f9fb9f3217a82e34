package hitchlamp.standin.unit;

import static hitchlamp.standin.module.Signal.put;

import hitchlamp.core.bus.Frame;
import hitchlamp.standin.bus.Agenda;
import hitchlamp.standin.bus.SimBus;
import hitchlamp.standin.fault.FaultMemory;
import hitchlamp.standin.fault.Monitor;
import hitchlamp.standin.model.Chassis;
import hitchlamp.standin.model.Condition;
import hitchlamp.standin.model.CrankSolver;
import hitchlamp.standin.model.EngineParameters;
import hitchlamp.standin.model.EngineState;
import hitchlamp.standin.model.HistorySolver;
import hitchlamp.standin.model.MeanValueSolver;
import hitchlamp.standin.module.ModuleText;
import hitchlamp.standin.module.Signal;
import hitchlamp.standin.module.SimModule;
import hitchlamp.standin.scenario.Defect;
import hitchlamp.standin.scenario.Scenario;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.SplittableRandom;

/**
 * A road truck: engine, a dozen modules, a bus, a cab. All of it runs in virtual time, in the
 * thread that steps it.
 */
public final class RoadTruck {
  /** Name of the bus that runs at 250 kbit/s, and of the one at 500. */
  public static final String BUS_250 = "can250";

  public static final String BUS_500 = "can500";
  private static final double PHYSICS_SECONDS = 0.02;
  private static final double MONITOR_SECONDS = 0.1;
  private static final double STALE_MICROS = 3_000_000;
  private static final String FOREIGN_VIN = "SMW0FNDLT00000007";

  private final Scenario scenario;
  private final Agenda agenda = new Agenda();
  private final SimBus bus;
  private final SplittableRandom random;
  private final EngineParameters parameters;
  private final EngineState state = new EngineState();
  private final Condition condition = new Condition();
  private final CrankSolver crank = new CrankSolver();
  private final MeanValueSolver mean = new MeanValueSolver();
  private Chassis chassis;
  private final EngineModule engine;
  private final Map<String, SimModule> modules = new LinkedHashMap<>();
  private final List<SimModule> twins = new ArrayList<>();
  private final Map<String, FaultMemory> memories = new LinkedHashMap<>();
  private final List<Monitor> missing = new ArrayList<>();
  private double hours;
  private double kilometres;
  private double litres;
  private boolean plugged = true;

  public RoadTruck(Scenario scenario) {
    this.scenario = scenario;
    this.random = new SplittableRandom(scenario.seed() * 0x9E3779B97F4A7C15L + 17);
    this.parameters = EngineParameters.of(random);
    this.bus = new SimBus(agenda, scenario.bus().bitsPerSecond());
    state.ambientC = scenario.ambientC();
    state.ambientKpa = scenario.ambientKpa();
    engine = new EngineModule(state, condition, random.split());
    build();
    live();
    settle();
    chassis = new Chassis(random.split(), state);
    agenda.every(0, Math.round(PHYSICS_SECONDS * 1e6), this::physics);
    agenda.every(50_000, Math.round(MONITOR_SECONDS * 1e6), this::monitors);
    background();
  }

  private void build() {
    Scenario.Trouble t = scenario.trouble();
    int serial = 1000 + random.nextInt(900_000);
    for (TruckModules.Spec spec : TruckModules.ALL) {
      if (spec.usual() || t.strangers()) {
        SimModule m = module(spec, serial + spec.address());
        modules.put(spec.id(), m);
        if (t.twins().contains(spec.id())) {
          twins.add(module(spec, serial + spec.address() + 5_000));
        }
      }
    }
    engine.attach(modules.get("engine"));
    attachOthers();
    bus.listen(
        (stamped, sender) -> {
          int format = stamped.frame().identifier() >>> 16 & 0xFF;
          if (format == 0xEA || format == 0xEC) {
            modules.values().forEach(m -> m.hear(stamped, sender));
            twins.forEach(m -> m.hear(stamped, sender));
          }
        });
  }

  private SimModule module(TruckModules.Spec spec, int serial) {
    Scenario.Bus b = scenario.bus();
    Scenario.Trouble t = scenario.trouble();
    var trouble =
        new SimModule.Trouble(
            t.losePackets(),
            t.repeatPackets(),
            t.garbage().contains(spec.id()),
            t.deaf().contains(spec.id()));
    long name =
        serial & 0x1F_FFFFL
            | 0x600L << 21
            | (long) spec.instance() << 35
            | (long) spec.function() << 40;
    SimModule m =
        new SimModule(
            spec.id(),
            name,
            spec.address(),
            agenda,
            bus,
            random.split(),
            b.leastDelayMs() * 1_000L,
            b.mostDelayMs() * 1_000L,
            trouble);
    FaultMemory memory = spec.id().equals("engine") ? engine.memory() : new FaultMemory();
    memories.putIfAbsent(spec.id(), memory);
    FaultMemory kept = memories.get(spec.id());
    m.answer(
        65259, () -> ModuleText.fields(spec.maker(), spec.model(), "S" + serial, scenario.title()));
    m.answer(65242, () -> ModuleText.software(spec.software()));
    m.answer(
        64965,
        () -> ModuleText.fields("P" + (70_000 + spec.address()), "M" + serial, "", spec.id()));
    m.answer(65226, () -> kept.message(true));
    m.answer(65227, () -> kept.message(false));
    if (spec.vin()) {
      String vin = t.foreignVin().contains(spec.id()) ? FOREIGN_VIN : scenario.vin();
      m.answer(65260, () -> ModuleText.fields(vin));
    }
    if (spec.calibration()) {
      m.answer(
          54016,
          () ->
              ModuleText.calibration(
                  spec.software().get(1),
                  0x5A00_0000L + spec.address() * 7919L + spec.model().hashCode() % 4096));
    }
    m.tellFaults(1_000_000, kept);
    return m;
  }

  /** Groups of the other modules. The truck is parked: speeds are zero, the retarder is off. */
  private void attachOthers() {
    SimModule gearbox = modules.get("transmission");
    gearbox.broadcast(
        3,
        61442,
        10_000,
        () -> put(put(Signal.NOTHING, 8, 16, 0, 0.125, 0), 40, 16, state.rpm(), 0.125, 0));
    gearbox.broadcast(
        6, 61445, 100_000, () -> put(put(Signal.NOTHING, 0, 8, 0, 1, -125), 24, 8, 0, 1, -125));
    gearbox.broadcast(
        6, 65272, 1_000_000, () -> put(Signal.NOTHING, 32, 16, chassis.gearboxOilC, 0.03125, -273));
    modules.get("brakes").broadcast(6, 61441, 100_000, () -> put(Signal.NOTHING, 8, 8, 0, 0.4, 0));
    modules
        .get("brakes")
        .broadcast(
            6, 65215, 20_000, () -> put(Signal.NOTHING, 0, 16, state.vehicleKmh, 1 / 256.0, 0));
    modules
        .get("brakes")
        .broadcast(
            6,
            65198,
            1_000_000,
            () ->
                put(
                    put(Signal.NOTHING, 16, 8, chassis.airKpa, 8, 0),
                    24,
                    8,
                    chassis.airKpa - 10,
                    8,
                    0));
    modules
        .get("retarder")
        .broadcast(
            6, 61440, 100_000, () -> put(put(Signal.NOTHING, 0, 4, 0, 1, 0), 8, 8, 0, 1, -125));
    modules
        .get("instruments")
        .broadcast(
            6, 65276, 1_000_000, () -> put(Signal.NOTHING, 8, 8, chassis.fuelShare * 100, 0.4, 0));
    modules
        .get("body")
        .broadcast(
            6,
            65265,
            100_000,
            () ->
                put(
                    put(Signal.NOTHING, 2, 2, state.vehicleKmh < 1 ? 1 : 0, 1, 0),
                    8,
                    16,
                    state.vehicleKmh,
                    1 / 256.0,
                    0));
    modules.get("climate").broadcast(6, 65181, 1_000_000, () -> Signal.NOTHING);
    modules.get("suspension").broadcast(6, 65112, 100_000, () -> Signal.NOTHING);
    modules
        .get("recorder")
        .broadcast(
            3, 65132, 50_000, () -> put(Signal.NOTHING, 48, 16, state.vehicleKmh, 1 / 256.0, 0));
    modules
        .get("steering")
        .broadcast(
            6,
            61449,
            10_000,
            () -> put(Signal.NOTHING, 0, 16, chassis.steeringRad, 1 / 1024.0, -31.374));
    SimModule after = modules.get("aftertreatment");
    after.broadcast(
        6, 64947, 500_000, () -> put(Signal.NOTHING, 16, 16, state.exhaustC, 0.03125, -273));
    after.broadcast(
        6, 64891, 1_000_000, () -> put(Signal.NOTHING, 0, 8, state.sootShare * 100, 1, 0));
    after.broadcast(6, 65110, 1_000_000, () -> put(Signal.NOTHING, 0, 8, 71, 0.4, 0));
    modules
        .get("engine")
        .answer(65253, () -> ModuleText.counters(hours / 0.05, hours * 60 * 1_250 / 1_000));
    modules
        .get("instruments")
        .answer(65248, () -> ModuleText.counters(kilometres % 1_000 / 0.125, kilometres / 0.125));
    modules
        .get("instruments")
        .answer(65217, () -> ModuleText.counters(kilometres / 0.005, kilometres % 1_000 / 0.005));
    modules
        .get("recorder")
        .answer(65217, () -> ModuleText.counters(kilometres / 0.005, kilometres % 1_000 / 0.005));
    // Two modules need the retarder's torque and say so when it stays away.
    bus.watchFor(61440, 16);
    for (String who : List.of("brakes", "transmission")) {
      missing.add(
          new Monitor(
              520,
              9,
              FaultMemory.Lamp.WARNING,
              5,
              5,
              () ->
                  agenda.now() > 10_000_000
                      && agenda.now() - bus.lastSeen(61440, 16) > STALE_MICROS));
    }
  }

  /** Lives the history before today: counters run, monitors watch. */
  private void live() {
    Scenario.History h = scenario.history();
    hours = h.from();
    kilometres = h.kilometres();
    SplittableRandom days = random.split();
    HistorySolver.Used used =
        new HistorySolver()
            .live(
                h.from(),
                h.hours(),
                state,
                days,
                new HistorySolver.Witness() {
                  @Override
                  public void step(double at, double seconds, EngineState s) {
                    hours = at;
                    applyDefects();
                    engine.sense(seconds);
                    engine.monitor(seconds, at);
                  }

                  @Override
                  public void warmedUp() {
                    memories.values().forEach(FaultMemory::warmedUp);
                  }
                });
    hours = h.hours();
    kilometres += used.kilometres();
    litres += used.litres();
  }

  /** The unit as it stands in the yard now. */
  private void settle() {
    applyDefects();
    state.running = scenario.start().engine();
    state.omega = state.running ? parameters.idleSpeed() * Math.PI / 30 : 0;
    state.governorIntegral = state.running ? 20 : 0;
    state.fuelMgPerStroke = 0;
    state.pedal = 0;
    state.vehicleKmh = 0;
    state.coolantC = state.running ? 84 : state.ambientC;
    state.oilC = state.coolantC;
    state.intakeC = state.ambientC;
    state.exhaustC = state.coolantC;
    state.batteryV = 25.4;
    state.intakeKpa = state.ambientKpa;
    state.exhaustKpa = state.ambientKpa;
    state.oilKpa = 0;
    state.railMpa = 0;
    state.fuelSupplyKpa = 0;
    state.filterKpa = 0;
    for (int i = 0; i < 50; i++) {
      engine.sense(0.2);
    }
    key(scenario.start().keyOn() ? EngineState.Key.ON : EngineState.Key.OFF);
  }

  private void applyDefects() {
    condition.reset();
    for (Defect d : scenario.defects()) {
      if (d.present(hours, scenario.seed())) {
        d.apply(condition);
      }
    }
  }

  private void physics() {
    if (state.key == EngineState.Key.CRANK && !state.running) {
      crank.step(PHYSICS_SECONDS, state, parameters, condition);
    } else {
      crank.rest();
      mean.step(PHYSICS_SECONDS, state, parameters, condition);
    }
    if (state.running) {
      hours += PHYSICS_SECONDS / 3600;
      litres += state.fuelKgPerHour() / 0.835 * PHYSICS_SECONDS / 3600;
    }
    chassis.step(PHYSICS_SECONDS, state);
    engine.sense(PHYSICS_SECONDS);
  }

  private void monitors() {
    if (state.key == EngineState.Key.OFF) {
      return;
    }
    applyDefects();
    modules.values().forEach(m -> m.power(!condition.unpowered.contains(m.id())));
    if (modules.get("engine").powered()) {
      engine.monitor(MONITOR_SECONDS, hours);
    }
    missing.get(0).step(MONITOR_SECONDS, hours, memories.get("brakes"));
    missing.get(1).step(MONITOR_SECONDS, hours, memories.get("transmission"));
  }

  /**
   * Fills the bus to the wanted load with groups of makers' own (proprietary B), evenly and with a
   * little jitter.
   */
  private void background() {
    SplittableRandom r = random.split();
    Object sender = new Object();
    long[] last = {0, 0};
    agenda.every(
        500_000,
        10_000,
        () -> {
          if (state.key == EngineState.Key.OFF) {
            last[0] = bus.bitsCarried();
            last[1] = agenda.now();
            return;
          }
          double wanted =
              scenario.bus().load() * bus.bitsPerSecond() * (agenda.now() - last[1]) / 1e6;
          double short_ = wanted - (bus.bitsCarried() - last[0]);
          int frames = bus.waiting() > 64 ? 0 : (int) Math.max(0, Math.min(60, short_ / 140));
          for (int i = 0; i < frames; i++) {
            int source = r.nextBoolean() ? 33 : 23;
            bus.send(
                new Frame(6 << 26 | (0xFF00 + r.nextInt(24)) << 8 | source, true, 8, r.nextLong()),
                sender);
          }
          if (agenda.now() - last[1] > 1_000_000) {
            // A second of memory, so that a burst of answers is not paid back for long.
            last[0] += (bus.bitsCarried() - last[0]) / 2;
            last[1] += (agenda.now() - last[1]) / 2;
          }
        });
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
    state.key = position;
    boolean on = position != EngineState.Key.OFF;
    modules.values().forEach(m -> m.power(on && !condition.unpowered.contains(m.id())));
    twins.forEach(m -> m.power(on));
  }

  /** Moves the pedal, 0 to 1. */
  public void pedal(double share) {
    state.pedal = Math.max(0, Math.min(1, share));
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
    return modules.values().stream().anyMatch(SimModule::sendingLong);
  }

  /** Time that each module has taken before its answers so far, microseconds by address. */
  public Map<Integer, Long> delays() {
    Map<Integer, Long> sums = new LinkedHashMap<>();
    modules.values().forEach(m -> sums.put(m.address(), m.delayed()));
    return sums;
  }

  /** Number of modules with supply. */
  public long poweredModules() {
    return modules.values().stream().filter(SimModule::powered).count();
  }

  /** What the cab shows. */
  public Cab cab(double factor) {
    String key = state.key.name().toLowerCase(java.util.Locale.ROOT);
    return new Cab(
        scenario.id(),
        scenario.title(),
        key,
        state.running,
        state.rpm(),
        state.pedal,
        state.coolantC,
        state.batteryV,
        plugged,
        factor,
        agenda.now());
  }
}
