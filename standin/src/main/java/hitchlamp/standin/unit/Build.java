package hitchlamp.standin.unit;

import hitchlamp.standin.fault.FaultMemory;
import hitchlamp.standin.fault.Monitor;
import java.util.List;
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

  /** Puts the groups of all modules but the engine's on the bus. */
  void attach(SimUnit unit);

  /** Monitors of all modules but the engine's. */
  List<Watched> monitors(SimUnit unit);

  /**
   * Time goes on with the engine as it is.
   *
   * @param steady true in the history, whose steps are longer than any lag
   */
  void step(double dt, SimUnit unit, boolean steady);
}
