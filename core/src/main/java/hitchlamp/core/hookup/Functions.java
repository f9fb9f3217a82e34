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
          Map.entry(1, HookupWords.say("auxiliary-power-unit")),
          Map.entry(3, "Transmission"),
          Map.entry(5, HookupWords.say("shift-console")),
          Map.entry(9, "Brakes"),
          Map.entry(12, HookupWords.say("engine-retarder")),
          Map.entry(13, HookupWords.say("driveline-retarder")),
          Map.entry(16, "Steering"),
          Map.entry(19, "Instruments"),
          Map.entry(20, HookupWords.say("trip-recorder")),
          Map.entry(21, HookupWords.say("cab-climate")),
          Map.entry(26, "Body"),
          Map.entry(28, HookupWords.say("off-vehicle-gateway")),
          Map.entry(30, HookupWords.say("management-computer")),
          Map.entry(34, HookupWords.say("hydraulic-pumps")),
          Map.entry(35, "Suspension"),
          Map.entry(38, HookupWords.say("tyre-pressure")),
          Map.entry(44, HookupWords.say("exhaust-emission-control")),
          Map.entry(Name.FUNCTION_SERVICE_TOOL, HookupWords.say("another-service-tool")));

  private Functions() {}

  static String title(Name name) {
    return TITLES.getOrDefault(
        name.function(), HookupWords.say("module-with-function", name.function()));
  }
}
