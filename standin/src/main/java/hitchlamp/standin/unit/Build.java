package hitchlamp.standin.unit;

import hitchlamp.standin.bus.Agenda;
import hitchlamp.standin.fault.FaultMemory;
import hitchlamp.standin.fault.Monitor;
import hitchlamp.standin.model.Condition;
import hitchlamp.standin.model.Duty;
import hitchlamp.standin.model.EngineParameters;
import hitchlamp.standin.model.Load;
import hitchlamp.standin.module.Services;
import hitchlamp.standin.nmea.Backbone;
import hitchlamp.standin.wiring.Feed;
import hitchlamp.standin.wiring.SensorRun;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SplittableRandom;
import java.util.function.BooleanSupplier;

/** What makes one kind of unit: its modules, and what they do beside the engine's. */
interface Build {
  /**
   * A module that needs a group of another, and says so when it stays away.
   *
   * @param spn that it reports with FMI 9
   */
  record Need(String who, String whose, int pgn, int spn) {}

  /** A monitor and the module that has it. */
  record Watched(String module, Monitor monitor) {}

  List<ModuleSpec> modules();

  /** Modules of its engines, the first whose clock is the unit's first. */
  default List<String> engines() {
    return List.of("engine");
  }

  /** Side of the unit on which a module belongs; empty where there are none. */
  default String sideOf(String module) {
    return "";
  }

  /** The middle of all engines of its kind. */
  default EngineParameters nominal() {
    return EngineParameters.nominal();
  }

  /** True where its modules are of the time when monitors' tests had numbers alone (DM8). */
  default boolean numbersItsTests() {
    return false;
  }

  /** True where its instruments freeze road speed with their faults. */
  default boolean hasSpeedometer() {
    return false;
  }

  /** What its engines do on a working day. */
  default Duty duty() {
    return Duty.HAULING;
  }

  /**
   * What an engine drives once the unit is in somebody's hands.
   *
   * @param own randomness of this unit for it
   */
  default Load load(String engine, Condition condition, SplittableRandom own) {
    return Load.NONE;
  }

  /**
   * Does something with the drive.
   *
   * @throws IllegalArgumentException where the unit has no such thing, or not that value
   */
  default void drive(String what, String value) {
    throw new IllegalArgumentException("this unit has no '" + what + "'");
  }

  /** Levers of the drive as they stand, by name. */
  default Map<String, String> driving() {
    return Map.of();
  }

  /** The vessel's own network; empty where there is none. */
  default Optional<Backbone> backbone(SimUnit unit, Agenda agenda) {
    return Optional.empty();
  }

  /** How its modules are fed; those of its engines apart. */
  List<Feed> feeds();

  /** Sensors of modules other than the engine's, with their wires. */
  default List<SensorRun> runs() {
    return List.of();
  }

  List<Need> needs();

  /**
   * A warning lamp in the cab, with the modules that command it.
   *
   * @param lamp which of the four of the fault messages; none for one with a message of its own
   * @param wanted whether a lamp with a message of its own is wanted for its own reason
   */
  record Telltale(String id, List<String> owners, FaultMemory.Lamp lamp, BooleanSupplier wanted) {
    static Telltale ofFaults(String id, FaultMemory.Lamp lamp, String... owners) {
      return new Telltale(id, List.of(owners), lamp, () -> false);
    }
  }

  /** The lamps of the instruments. */
  List<Telltale> telltales(SimUnit unit);

  /** What a tester can read and start at a module other than the engine's. */
  default void serve(String module, Services services, SimUnit unit) {
    // Most tell their faults only.
  }

  /** Puts the groups of all modules but the engine's on the bus. */
  void attach(SimUnit unit);

  /** Monitors of all modules but the engine's. */
  List<Watched> monitors(SimUnit unit);

  /**
   * Time goes on with the engine as it is.
   *
   * @param engine which of its engines
   * @param steady true in the history, whose steps are longer than any lag
   */
  void step(double dt, SimUnit unit, String engine, boolean steady);

  /** It has stood for a night: what has its own heat is as cold as the air. */
  void stood(SimUnit unit);

  /** From now on its sensors stay as they are, those of its engines apart. */
  default void holdSensors() {
    // Most units have none beside their engines'.
  }
}
