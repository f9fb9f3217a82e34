package hitchlamp.grade;

import hitchlamp.core.pack.Component;
import hitchlamp.core.pack.Pack;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * Pairs of defects of which one physically hides the other, so that nobody could name both from the
 * faults alone. Fixed before any unit is visited; each with its reason.
 */
final class Masks {
  /** What hides what by its effect, with the physical reason. */
  private record Rule(String shows, Set<String> hides, String reason) {}

  private static final List<Rule> RULES =
      List.of(
          new Rule(
              "cooling-system-leak",
              Set.of("radiator"),
              "lost coolant makes the engine as hot as a blocked radiator does"),
          new Rule(
              "fuel-supply-pump",
              Set.of("high-pressure-pump", "turbocharger", "charge-air-pipes"),
              "a high-pressure pump that gets too little fuel cannot build its pressure"),
          new Rule(
              "fuel-filter",
              Set.of("high-pressure-pump", "fuel-supply-pump", "turbocharger", "charge-air-pipes"),
              "behind a blocked filter no pump gets its fuel or shows its delivery"),
          new Rule(
              "high-pressure-pump",
              Set.of("turbocharger", "charge-air-pipes"),
              "an engine that gets too little fuel makes too little exhaust, and so too little charge, whatever else loses it"),
          new Rule(
              "turbo-actuator",
              Set.of("turbocharger", "charge-air-pipes"),
              "vanes that stand wrong make too little charge whatever else loses it"),
          new Rule(
              "charge-air-pipes",
              Set.of("turbocharger"),
              "charge that leaks away and charge that was never made look alike"),
          new Rule(
              "turbocharger",
              Set.of("charge-air-pipes"),
              "a worn turbocharger does not reach the speed by which a leak is known"),
          new Rule(
              "intake-throttle",
              Set.of("turbocharger", "charge-air-pipes"),
              "a shut throttle keeps the charge low whatever else loses it"),
          new Rule(
              "egr-valve",
              Set.of("egr-cooler"),
              "through a valve that does not move the flow of the cooler cannot be seen"),
          new Rule(
              "thermostat",
              Set.of("radiator"),
              "one makes the coolant too cold, the other too hot"),
          new Rule(
              "radiator",
              Set.of("thermostat"),
              "one makes the coolant too hot, the other too cold"));

  private Masks() {}

  /** Why one of two hides the other; empty where both can be seen. */
  static Optional<String> reason(List<String> truth, Pack pack) {
    for (String shows : truth) {
      for (String hidden : truth) {
        if (!shows.equals(hidden)) {
          Optional<String> why = reason(shows, hidden, pack.components());
          if (why.isPresent()) {
            return why;
          }
        }
      }
    }
    return Optional.empty();
  }

  private static Optional<String> reason(
      String shows, String hidden, Map<String, Component> components) {
    for (Rule r : RULES) {
      if (r.shows.equals(base(shows, components)) && r.hides.contains(base(hidden, components))) {
        return Optional.of(r.reason);
      }
    }
    Component a = components.get(shows);
    Component b = components.get(hidden);
    if (a == null || b == null || b.signs().isEmpty()) {
      return Optional.empty();
    }
    Set<Integer> blinded = new HashSet<>(a.feeds());
    if (a.kind() == Component.Kind.SENSOR) {
      a.signs().forEach(s -> blinded.add(s.spn()));
    }
    boolean sameModule = a.module().equals(b.module());
    boolean blind = b.signs().stream().allMatch(s -> blinded.contains(s.spn()));
    return sameModule && blind
        ? Optional.of(
            a.kind() == Component.Kind.SENSOR
                ? "a part that is known by one sensor only cannot be seen through a broken one"
                : "a line that is down blinds the sensors on it, and what is known by them only")
        : Optional.empty();
  }

  /** Its name without the side on which it is. */
  private static String base(String id, Map<String, Component> components) {
    return components.containsKey(id) ? components.get(id).base() : id;
  }

  /** The reasons, for the report. */
  static List<String> reasons() {
    return RULES.stream()
        .map(
            r ->
                r.shows
                    + " before "
                    + String.join(", ", r.hides.stream().sorted().toList())
                    + ": "
                    + r.reason)
        .toList();
  }
}
