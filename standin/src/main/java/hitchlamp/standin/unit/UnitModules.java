package hitchlamp.standin.unit;

import hitchlamp.standin.fault.AuxiliaryTimers;
import hitchlamp.standin.fault.FaultMemory;
import hitchlamp.standin.fault.Monitor;
import hitchlamp.standin.fault.MonitorRecord;
import hitchlamp.standin.fault.ScaledTest;
import hitchlamp.standin.module.ModuleText;
import hitchlamp.standin.module.Services;
import hitchlamp.standin.module.SimModule;
import hitchlamp.standin.scenario.Scenario;
import hitchlamp.standin.story.ToolEvent;
import java.util.List;
import java.util.Optional;

/** Makes the modules of a unit: what each says of itself, its fault memory, its services. */
final class UnitModules {
  private static final String FOREIGN_VIN = "SMW0FNDLT00000007";

  private static final int CLEAR_DENIED = 1;
  private static final int CLEAR_UNKNOWN = 2;
  private static final int CLEAR_NOT_EARLIER = 3;
  private static final int CLEAR_NOT_ACTIVE = 4;

  /** Recirculation that its module holds so far shut under load, while charge is short, counts. */
  private static final double NEARLY_SHUT = 0.05;

  /** Share of its hours that a working engine did so before. */
  private static final double SHUT_SHARE = 0.01;

  private static final double AREA_RPM = 900;
  private static final double AREA_LOAD = 0.3;

  private final SimUnit unit;

  UnitModules(SimUnit unit) {
    this.unit = unit;
  }

  SimModule module(ModuleSpec spec, int serial) {
    Scenario.Bus b = unit.scenario().bus();
    Scenario.Trouble t = unit.scenario().trouble();
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
            unit.agenda,
            unit.bus,
            unit.random.split(),
            b.leastDelayMs() * 1_000L,
            b.mostDelayMs() * 1_000L,
            trouble);
    unit.memories.putIfAbsent(
        spec.id(), unit.plant(spec.id()).map(EngineUnit::memory).orElseGet(FaultMemory::new));
    FaultMemory kept = unit.memories.get(spec.id());
    m.answer(
        65259,
        () -> ModuleText.fields(spec.maker(), spec.model(), "S" + serial, unit.scenario().title()));
    m.answer(65242, () -> ModuleText.software(spec.software()));
    m.answer(
        64965,
        () -> ModuleText.fields("P" + (70_000 + spec.address()), "M" + serial, "", spec.id()));
    m.answer(65226, () -> kept.message(true));
    m.answer(65227, () -> kept.message(false));
    if (spec.vin()) {
      String vin = t.foreignVin().contains(spec.id()) ? FOREIGN_VIN : unit.scenario().vin();
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
    m.tellFaults(1_000_000, spec.lamps(), kept);
    return m;
  }

  /** Fault services of a module, by requests and, where it has them, by ISO 14229. */
  void diagnostics(ModuleSpec spec, SimModule m) {
    FaultMemory memory = unit.memories.get(spec.id());
    Scenario.Trouble t = unit.scenario().trouble();
    Optional<EngineUnit> plant = unit.plant(spec.id());
    // Each module counts for itself; one that was changed began again.
    unit.clockOffsets.put(
        spec.id(), plant.isPresent() ? 0.0 : Math.rint(unit.random.nextDouble() * 60) * 0.5);
    m.obey(
        65228,
        tester -> {
          if (!t.keepsFaults().contains(spec.id())) {
            memory.clearEarlier();
          }
          return true;
        });
    m.obey(
        65235,
        tester -> {
          if (plant.isPresent() && plant.get().state().seenRunning()) {
            return false;
          }
          plant.ifPresent(p -> p.story().note(ToolEvent.CLEAR, p.hours(), "SA " + tester));
          if (!t.keepsFaults().contains(spec.id())) {
            memory.clear(unit.clock(spec.id()));
          }
          return true;
        });
    m.clearsOne(
        !spec.vin()
            ? null
            : (spn, fmi, active) ->
                clearOne(memory, spec.id(), plant, new Wanted(spn, fmi, active)));
    if (spec.calibration()) {
      emission(m, memory);
    }
    if (spec.services()) {
      List<Monitor> circuits = monitorsOf(spec.id());
      Services services =
          new Services(
              unit.agenda,
              memory,
              circuits,
              () -> unit.runs(spec.id()),
              () -> unit.clock(spec.id()),
              new Services.Trouble(
                  t.keepsFaults().contains(spec.id()),
                  t.pendsForEver().contains(spec.id()),
                  t.oddSnapshots().contains(spec.id())));
      m.serve(services);
      unit.build.serve(spec.id(), services, unit);
      plant.ifPresent(
          p -> {
            p.story().answer(services, p::hours, !t.noTrail().contains(p.id()));
            p.engine().answer(services, p.solver());
            services.whenCleared(
                tester -> p.story().note(ToolEvent.CLEAR, p.hours(), "SA " + tester));
          });
    }
  }

  private record Wanted(int spn, int fmi, boolean active) {}

  private int clearOne(FaultMemory memory, String module, Optional<EngineUnit> plant, Wanted w) {
    if (plant.isPresent() && plant.get().state().seenRunning()) {
      return CLEAR_DENIED;
    }
    if (unit.scenario().trouble().keepsFaults().contains(module)) {
      return SimModule.OneClear.DONE;
    }
    return switch (memory.clearOne(w.spn, w.fmi, w.active)) {
      case DONE -> SimModule.OneClear.DONE;
      case UNKNOWN -> CLEAR_UNKNOWN;
      case ELSEWHERE -> w.active ? CLEAR_NOT_ACTIVE : CLEAR_NOT_EARLIER;
    };
  }

  /** What a module with monitors tells beside its lists (J1939-73, from memory). */
  private void beside(SimModule m, FaultMemory memory) {
    Optional<EngineUnit> plant = unit.plant(m.id());
    m.answer(40_448, memory::counts);
    m.answer(41_728, memory::lampsByFault);
    m.answer(40_704, () -> memory.failing(monitorsOf(m.id())));
    plant.ifPresent(
        p -> {
          AuxiliaryTimers timers =
              new AuxiliaryTimers(
                  List.of(
                      () ->
                          p.state().running
                              && p.state().loadShare > AREA_LOAD
                              && p.state().egrWanted < NEARLY_SHUT),
                  SHUT_SHARE * p.hours() * 60);
          unit.auxiliaryTimers.put(m.id(), timers);
          m.answer(41_216, timers::told);
          m.answer(40_960, () -> area(p));
        });
  }

  /** Inside the area from a third of the load and above low idle; no part of it is taken out. */
  private static byte[] area(EngineUnit p) {
    boolean inside = p.state().rpm() > AREA_RPM && p.state().loadShare > AREA_LOAD;
    byte told = (byte) (inside ? 0x43 : 0x03);
    return new byte[] {told, told};
  }

  private List<Monitor> monitorsOf(String module) {
    return unit.plant(module)
        .map(p -> p.engine().monitors())
        .orElseGet(
            () ->
                unit.watched.stream()
                    .filter(w -> w.module().equals(module))
                    .map(Build.Watched::monitor)
                    .toList());
  }

  /** The tests of a module's monitors; none where it has none. */
  private List<ScaledTest> tests(String module) {
    long seed = unit.scenario().seed();
    if (module.equals("aftertreatment")) {
      return MonitorTests.ofAftertreatment(unit.first, seed);
    }
    return unit.plant(module)
        .map(p -> MonitorTests.ofEngine(p, p.engine().expected(), seed))
        .orElse(List.of());
  }

  private void emission(SimModule m, FaultMemory memory) {
    m.answer(65231, () -> memory.pendingMessage(true));
    m.answer(65236, () -> memory.emissionMessage(true));
    m.answer(64949, () -> memory.emissionMessage(false));
    m.answer(64898, () -> memory.pendingMessage(false));
    m.answer(64896, memory::permanentMessage);
    MonitorRecord monitors = new MonitorRecord(memory, tests(m.id()));
    unit.monitorRecords.put(m.id(), monitors);
    if (monitors.tests() && unit.build.numbersItsTests()) {
      m.answer(65234, monitors::numbers);
      m.tellsByNumber(monitors::numbered);
    } else if (monitors.tests()) {
      m.answer(64950, monitors::supported);
      m.tells(monitors::results);
    }
    beside(m, memory);
    m.answer(65230, () -> monitors.readiness(unit.clock(m.id())));
    m.answer(49664, monitors::counts);
    if (unit.scenario().trouble().noClearRecord().contains(m.id())) {
      return;
    }
    m.answer(
        49408,
        () -> {
          double now = unit.clock(m.id());
          double since = Double.isNaN(memory.clearedHour()) ? now : now - memory.clearedHour();
          int minutes = (int) Math.min(64_255, Math.round(since * 60));
          int km = (int) Math.min(64_255, Math.round(since * unit.kilometresPerHour()));
          return new byte[] {
            0, 0, (byte) km, (byte) (km >> 8), 0, 0, (byte) minutes, (byte) (minutes >> 8)
          };
        });
    m.answer(
        64952,
        () -> new byte[] {0, 0, (byte) memory.warmUpsSinceClear(), 0x37, (byte) 0xE0, 0x1F, 0, 0});
  }
}
