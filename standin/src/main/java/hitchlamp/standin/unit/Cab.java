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
    Map<String, String> plugs) {
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
        plugs);
  }
}
