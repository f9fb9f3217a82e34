package hitchlamp.standin.unit;

import hitchlamp.standin.model.EngineState;
import java.util.LinkedHashMap;
import java.util.Locale;
import java.util.Map;

/**
 * What a person in the cab and at the plug sees, nothing of what is wrong.
 *
 * @param id unit
 * @param title as painted on it
 * @param key off, on or crank
 * @param engineRunning whether the engine runs
 * @param rpm engine speed on the dial, rpm
 * @param pedal pedal, 0 to 1
 * @param coolantC coolant on the dial, °C
 * @param batteryV voltmeter, V
 * @param plugged true where the diagnostic plug is in
 * @param factor virtual seconds per real second just now
 * @param micros virtual time
 * @param lamps warning lamps by name, true where lit
 * @param firing cylinders of the first engine that fire, as the ear tells; 0 where it stands
 * @param kmh road speed, or speed through the water
 * @param driving gear, brake, hill and load by name, each as its lever shows it; empty where the
 *     unit has none of it
 * @param plugs what hands have done to plugs: off, bridged, wiggled; those left alone are left out
 * @param fluid what hands find of the exhaust fluid: "urea" by a refractometer, percent; "beaker",
 *     what came out at the injector when it was last dosed into one, g; "wet", 1 where the line is.
 *     Empty where it has none
 */
public record Cab(
    String id,
    String title,
    String key,
    boolean engineRunning,
    double rpm,
    double pedal,
    double coolantC,
    double batteryV,
    boolean plugged,
    double factor,
    long micros,
    Map<String, Boolean> lamps,
    int firing,
    double kmh,
    Map<String, String> driving,
    Map<String, String> plugs,
    Map<String, Double> fluid) {
  /** That of a unit, which runs at a factor of real time. */
  static Cab of(SimUnit unit, double factor) {
    EngineState s = unit.state();
    Map<String, String> plugs = new LinkedHashMap<>();
    unit.harness()
        .handled()
        .forEach((plug, hand) -> plugs.put(plug, hand.name().toLowerCase(Locale.ROOT)));
    return new Cab(
        unit.scenario().id(),
        unit.scenario().title(),
        s.key.name().toLowerCase(Locale.ROOT),
        s.running,
        s.rpm(),
        s.pedal,
        s.coolantC,
        s.batteryV,
        unit.plugged(),
        factor,
        unit.now(),
        unit.telltales().lit(),
        s.running ? s.cylinders - Integer.bitCount(s.cutOut) : 0,
        s.vehicleKmh,
        unit.build.driving(),
        plugs,
        fluid(unit));
  }

  private static Map<String, Double> fluid(SimUnit unit) {
    if (!unit.modules.containsKey("aftertreatment")) {
      return Map.of();
    }
    EngineUnit first = unit.firstEngine();
    return Map.of(
        "urea",
        tenth(first.fluidUrea()),
        "beaker",
        tenth(first.beakerGrams()),
        "wet",
        first.fluidLineIsWet() ? 1.0 : 0.0);
  }

  private static double tenth(double value) {
    return Math.rint(value * 10) / 10;
  }
}
