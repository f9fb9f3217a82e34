package hitchlamp.standin.unit;

import hitchlamp.standin.fault.FaultMemory;
import hitchlamp.standin.fault.Monitor;
import java.util.function.DoubleSupplier;

/** Who misses whose messages on the bus, and which modules look at their own supply. */
final class MissedModules {
  private static final double STALE_MICROS = 3_000_000;

  private final SimUnit unit;

  MissedModules(SimUnit unit) {
    this.unit = unit;
  }

  /** Modules that miss each other's messages, and those that look at their own supply. */
  void watch() {
    for (Build.Need n : unit.build.needs()) {
      int source = unit.modules.get(n.whose()).address();
      unit.bus.watchFor(n.pgn(), source);
      Monitor missing =
          new Monitor(n.spn(), 9, FaultMemory.Lamp.WARNING, 5, 5, () -> misses(n, source));
      if (n.who().equals(PlainFrozen.KEEPER)) {
        missing.freezing(unit.frozen::values);
      }
      unit.watched.add(new Build.Watched(n.who(), missing));
    }
    for (ModuleSpec spec : unit.build.modules()) {
      if (spec.watchesSupply() && unit.plant(spec.id()).isEmpty()) {
        DoubleSupplier supply =
            unit.sensors()
                .fit(
                    168,
                    UnitSensors.Kind.SUPPLY,
                    unit.condition(),
                    () ->
                        unit.first.state().batteryV
                            - unit.condition().supplyDropVolts.getOrDefault(spec.id(), 0.0));
        unit.watched.add(
            new Build.Watched(
                spec.id(),
                new Monitor(
                    168, 18, FaultMemory.Lamp.WARNING, 5, 5, () -> supply.getAsDouble() < 20)));
      }
    }
  }

  private boolean misses(Build.Need n, int source) {
    if (!unit.living) {
      return unit.condition().unpowered.contains(n.whose())
          || unit.condition().offBus.contains(n.whose());
    }
    return unit.agenda.now() > 10_000_000
        && unit.agenda.now() - unit.bus.lastSeen(n.pgn(), source) > STALE_MICROS;
  }
}
