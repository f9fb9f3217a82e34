package hitchlamp.standin.unit;

import hitchlamp.standin.scenario.Defect;
import hitchlamp.standin.scenario.Scenario;
import java.util.LinkedHashSet;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Collectors;

/** Refuses a scenario that speaks of what its kind of unit does not have: it would do nothing. */
final class ScenarioCheck {
  private final Scenario scenario;
  private final Set<String> modules;
  private final Set<String> sides;
  private final Set<Integer> sensors;

  /** Those that can drift: pick-ups inside parts have no wires of their own, but drift too. */
  private final Set<Integer> drifting;

  private final Set<String> lamps;

  /**
   * @param modules ids of the modules that such a unit can have
   * @param sides of its engines; an empty one where it has one engine
   * @param sensors SPNs of the sensors with wires of their own
   * @param lamps ids of its warning lamps
   */
  ScenarioCheck(
      Scenario scenario,
      Set<String> modules,
      Set<String> sides,
      Set<Integer> sensors,
      Set<Integer> pickups,
      Set<String> lamps) {
    this.scenario = scenario;
    this.modules = modules;
    this.sides = sides;
    this.sensors = sensors;
    this.drifting = new LinkedHashSet<>(sensors);
    drifting.addAll(pickups);
    this.lamps = lamps;
  }

  /**
   * @throws IllegalArgumentException at the first thing that the unit does not have
   */
  void check() {
    for (Defect d : scenario.defects()) {
      String what = "defect " + written(d.kind().name());
      switch (d.kind().about()) {
        case MODULE -> has(what, "module", d.module(), modules);
        case LAMP -> has(what, "lamp", d.lamp(), lamps);
        case GAS_SENSOR ->
            has(
                what,
                "spn",
                d.spn(),
                Defect.GAS_SENSORS.stream().filter(drifting::contains).collect(Collectors.toSet()));
        case ACTUATOR -> has(what, "spn", d.spn(), Set.copyOf(Defect.ACTUATORS));
        case SENSOR ->
            has(what, "spn", d.spn(), d.kind() == Defect.Kind.SENSOR_DRIFT ? drifting : sensors);
        default -> {
          if (d.spn() > 0) {
            has(what, "spn", d.spn(), sensors);
          }
        }
      }
      if (!d.side().isEmpty()) {
        has(what, "side", d.side(), sides);
      }
    }
    Scenario.Trouble t = scenario.trouble();
    Map<String, Set<String>> named =
        new TreeMap<>(
            Map.of(
                "garbage", t.garbage(),
                "deaf", t.deaf(),
                "twins", t.twins(),
                "foreign-vin", t.foreignVin(),
                "keeps-faults", t.keepsFaults(),
                "pends-for-ever", t.pendsForEver(),
                "odd-snapshots", t.oddSnapshots(),
                "no-trail", t.noTrail(),
                "no-clear-record", t.noClearRecord()));
    named.forEach(
        (name, of) -> of.forEach(module -> has("trouble " + name, "module", module, modules)));
  }

  private <T> void has(String what, String field, T value, Set<T> known) {
    if (!known.contains(value)) {
      throw new IllegalArgumentException(
          "scenario '"
              + scenario.id()
              + "', "
              + what
              + ": a "
              + written(scenario.unit().name())
              + " has no "
              + field
              + " '"
              + value
              + "'; it has "
              + new TreeSet<>(known));
    }
  }

  private static String written(String constant) {
    return constant.toLowerCase(Locale.ROOT).replace('_', '-');
  }
}
