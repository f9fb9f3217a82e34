package hitchlamp.standin.unit;

import hitchlamp.standin.bus.Agenda;
import hitchlamp.standin.fault.FaultMemory;
import hitchlamp.standin.model.Condition;
import hitchlamp.standin.module.SimModule;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Function;

/**
 * The warning lamps: what the modules command, and which of them the eye sees. At power-up a module
 * lights its lamps for three seconds; the instruments light what they are told, as far as they hear
 * it and the lamp is sound.
 */
final class Telltales {
  /** Time for which a module lights its lamps at power-up (common practice, no source). */
  static final long TEST_MICROS = 3_000_000;

  private static final String INSTRUMENTS = "instruments";

  private final Agenda agenda;
  private final Map<String, SimModule> modules;
  private final Function<String, FaultMemory> memories;
  private final Condition condition;
  private final List<Build.Telltale> lamps;
  private final Map<String, Long> tests = new HashMap<>();

  Telltales(
      Agenda agenda,
      Map<String, SimModule> modules,
      Function<String, FaultMemory> memories,
      Condition condition,
      List<Build.Telltale> lamps) {
    this.agenda = agenda;
    this.modules = modules;
    this.memories = memories;
    this.condition = condition;
    this.lamps = lamps;
    lamps.stream()
        .flatMap(l -> l.owners().stream())
        .distinct()
        .forEach(id -> modules.get(id).atPowerUp(() -> test(id)));
  }

  private void test(String module) {
    long began = agenda.now();
    if (began == 0) {
      return; // The unit stood with its key on before the simulation began.
    }
    tests.put(module, began + TEST_MICROS);
    memories.apply(module).testLamps(true);
    agenda.in(TEST_MICROS, () -> end(module));
  }

  private void end(String module) {
    if (tests.getOrDefault(module, 0L) == agenda.now()) {
      memories.apply(module).testLamps(false);
    }
  }

  /** True where a module commands a lamp on. */
  boolean commands(String module, String lamp) {
    Build.Telltale t = lamps.stream().filter(l -> l.id().equals(lamp)).findFirst().orElseThrow();
    return commands(module, t);
  }

  private boolean commands(String module, Build.Telltale t) {
    return agenda.now() < tests.getOrDefault(module, 0L)
        || t.lamp() == null && t.wanted().getAsBoolean()
        || t.lamp() != null && memories.apply(module).commands(t.lamp());
  }

  /** What the eye sees, by lamp. */
  Map<String, Boolean> lit() {
    Map<String, Boolean> seen = new LinkedHashMap<>();
    boolean shown = modules.get(INSTRUMENTS).heard();
    for (Build.Telltale t : lamps) {
      boolean lit =
          shown
              && !condition.deadLamps.contains(t.id())
              && t.owners().stream().anyMatch(o -> modules.get(o).heard() && commands(o, t));
      seen.put(t.id(), lit);
    }
    return seen;
  }
}
