package hitchlamp.grade;

import hitchlamp.standin.scenario.Defect;
import hitchlamp.standin.scenario.Scenario;
import hitchlamp.standin.story.ToolEvent;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.OptionalDouble;
import java.util.Set;
import java.util.SplittableRandom;

/** Random histories of units, half of them with faults cleared shortly before they came in. */
final class StoryCases {
  private static final double LIVED_HOURS = 360;
  private static final double HIDES = 0.2;
  private static final List<String> TOOLS = List.of("REED 4", "OAKTOOL", "HANDY-2", "");

  /**
   * One unit.
   *
   * @param cleared engine hour of the clear before arrival; empty where there was none
   * @param earlier engine hour of a clear long before, after a repair; empty where there was none
   * @param hiding what the modules do not tell, in words; empty where they tell everything
   */
  record Case(Scenario scenario, OptionalDouble cleared, OptionalDouble earlier, String hiding) {
    /** True where no module tells the time of a clear, neither by trail nor by count. */
    boolean hidesTime() {
      return !scenario.trouble().noTrail().isEmpty()
          && !scenario.trouble().noClearRecord().isEmpty();
    }
  }

  private static final List<String> UNITS =
      List.of(
          "road-truck", "road-truck", "loading-shovel", "ferry", "generating-set", "yard-tractor");

  private StoryCases() {}

  /** Draws a unit. */
  static Case draw(long seed, boolean wiped) {
    // Split, so that cases of neighbouring seeds share nothing.
    SplittableRandom r = new SplittableRandom(seed + 23).split();
    String unit = UNITS.get(r.nextInt(UNITS.size()));
    double now = Math.rint((2_000 + r.nextDouble() * 15_000) * 10) / 10;
    List<Defect> defects = new ArrayList<>();
    List<Scenario.Past> past = new ArrayList<>();
    OptionalDouble earlier = OptionalDouble.empty();
    if (r.nextBoolean()) {
      // Something was mended long ago; half the time the repairer cleared afterwards.
      double cured = now - (70 + r.nextDouble() * 220);
      defects.add(LeadCases.defect(r, unit, cured - 2 - r.nextDouble() * 30, cured));
      if (r.nextBoolean()) {
        earlier = OptionalDouble.of(cured + 0.1 + r.nextDouble());
        past.add(new Scenario.Past(earlier.getAsDouble(), ToolEvent.CLEAR, tool(r)));
      }
    }
    OptionalDouble cleared = OptionalDouble.empty();
    if (wiped) {
      cleared = OptionalDouble.of(now - (0.3 + r.nextDouble() * 19.7));
      past.add(new Scenario.Past(cleared.getAsDouble(), ToolEvent.CLEAR, tool(r)));
    }
    int present = wiped ? 1 + r.nextInt(2) : r.nextInt(3);
    double before = cleared.orElse(now);
    for (int i = 0; i < present; i++) {
      boolean mended = wiped && r.nextInt(3) == 0;
      defects.add(
          LeadCases.defect(
              r,
              unit,
              before - (3 + r.nextDouble() * 60),
              mended ? before : Double.POSITIVE_INFINITY));
    }
    if (r.nextInt(3) == 0) {
      past.add(new Scenario.Past(now - 10 - r.nextDouble() * 300, ToolEvent.TRIP_RESET, tool(r)));
    }
    past.sort(Comparator.comparingDouble(Scenario.Past::at));
    boolean noTrail = r.nextDouble() < HIDES;
    boolean noRecord = r.nextDouble() < HIDES;
    Scenario.Trouble none = Scenario.Trouble.NONE;
    Scenario.Trouble trouble =
        new Scenario.Trouble(
            0,
            0,
            Set.of(),
            Set.of(),
            Set.of(),
            false,
            Set.of(),
            Set.of(),
            Set.of(),
            Set.of(),
            noTrail ? engines(unit) : none.noTrail(),
            noRecord ? recorders(unit) : none.noClearRecord(),
            0);
    String text =
        "scenario: case\ntitle: Case\nunit: "
            + unit
            + "\nseed: "
            + seed
            + "\nvin: SMW0TPR1400018204\nambient: {celsius: "
            + (-30 + r.nextInt(76))
            + "}\nstart: {engine: yes}\n";
    Scenario s =
        Scenario.read("case", text)
            .with(
                defects,
                new Scenario.History(
                    now - LIVED_HOURS, now, 20 * now, 0.1 + 0.4 * r.nextDouble(), past))
            .with(trouble);
    String hiding =
        (noTrail ? "no trail" : "")
            + (noTrail && noRecord ? ", " : "")
            + (noRecord ? "no time since clear" : "");
    return new Case(s, cleared, earlier, hiding);
  }

  private static Set<String> engines(String unit) {
    return unit.equals("ferry") ? Set.of("engine-port", "engine-starboard") : Set.of("engine");
  }

  /** Modules that tell how long ago they were cleared. */
  private static Set<String> recorders(String unit) {
    return unit.equals("road-truck") ? Set.of("engine", "aftertreatment") : engines(unit);
  }

  private static String tool(SplittableRandom r) {
    return TOOLS.get(r.nextInt(TOOLS.size()));
  }
}
