package hitchlamp.core.hookup;

import hitchlamp.core.j1939.Name;
import java.util.Map;

/**
 * Names of NAME functions that any industry may use (J1939 appendix, from memory), for modules that
 * no pack knows.
 */
final class Functions {
  private static final Map<Integer, String> TITLES =
      Map.ofEntries(
          Map.entry(0, "Engine"),
          Map.entry(1, "Auxiliary power unit"),
          Map.entry(3, "Transmission"),
          Map.entry(5, "Shift console"),
          Map.entry(9, "Brakes"),
          Map.entry(12, "Engine retarder"),
          Map.entry(13, "Driveline retarder"),
          Map.entry(16, "Steering"),
          Map.entry(19, "Instruments"),
          Map.entry(20, "Trip recorder"),
          Map.entry(21, "Cab climate"),
          Map.entry(26, "Body"),
          Map.entry(28, "Off-vehicle gateway"),
          Map.entry(30, "Management computer"),
          Map.entry(34, "Hydraulic pumps"),
          Map.entry(35, "Suspension"),
          Map.entry(38, "Tyre pressure"),
          Map.entry(44, "Exhaust emission control"),
          Map.entry(Name.FUNCTION_SERVICE_TOOL, "Another service tool"));

  private Functions() {}

  static String title(Name name) {
    return TITLES.getOrDefault(name.function(), "Module with function " + name.function());
  }
}
