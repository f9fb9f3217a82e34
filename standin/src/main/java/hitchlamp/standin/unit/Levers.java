package hitchlamp.standin.unit;

import hitchlamp.standin.model.Driveline;
import java.util.LinkedHashMap;
import java.util.Locale;
import java.util.Map;
import java.util.Set;

/**
 * What a driver of a unit on the road or in a yard sets: gear, brake, engine brake, load and, where
 * it has hills, grade.
 */
final class Levers {
  private static final double PER_CENT = 100;
  private static final double STEEPEST = 0.2;
  private static final double HEAVIEST_T = 40;
  private static final double KG_A_TONNE = 1_000;

  /** Lever of the engine brake. */
  static final String ENGINE_BRAKE = "engine-brake";

  private final Driveline driveline;
  private final String unit;
  private final Set<String> levers;

  /**
   * Levers of one unit.
   *
   * @param unit as a message names it: "a truck"
   * @param levers those it has, of gear, brake, grade, load and engine-brake
   */
  Levers(Driveline driveline, String unit, Set<String> levers) {
    this.driveline = driveline;
    this.unit = unit;
    this.levers = levers;
  }

  /**
   * Sets one lever.
   *
   * @param value gear: d, n or a number; brake: 0 to 1; grade: per cent, -20 to 20; load: tonnes, 0
   *     to 40; engine-brake: 0 or 1
   * @throws IllegalArgumentException for a lever or a value that it does not have
   */
  void set(String what, String value) {
    if (!levers.contains(what)) {
      throw new IllegalArgumentException(unit + " has no '" + what + "'");
    }
    switch (what) {
      case "gear" -> gear(value);
      case "brake" -> driveline.brake = number(what, value, 0, 1);
      case ENGINE_BRAKE -> driveline.engineBrake = number(what, value, 0, 1) > 0.5;
      case "grade" ->
          driveline.grade =
              number(what, value, -STEEPEST * PER_CENT, STEEPEST * PER_CENT) / PER_CENT;
      default -> driveline.loadKg = number(what, value, 0, HEAVIEST_T) * KG_A_TONNE;
    }
  }

  private void gear(String value) {
    driveline.automatic = value.equals("d");
    if (!driveline.automatic) {
      driveline.select(value.equals("n") ? 0 : (int) number("gear", value, 0, driveline.gears()));
    }
  }

  private static double number(String what, String value, double least, double most) {
    try {
      double number = Double.parseDouble(value);
      if (number >= least && number <= most) {
        return number;
      }
    } catch (NumberFormatException e) {
      // said below
    }
    throw new IllegalArgumentException(
        what + " can be " + least + " to " + most + ", not '" + value + "'");
  }

  /** How they stand, as {@link #set} takes them. */
  Map<String, String> stand() {
    Map<String, String> stand = new LinkedHashMap<>();
    stand.put(
        "gear",
        (driveline.automatic ? "d" : "")
            + (driveline.gear() == 0 ? "n" : String.valueOf(driveline.gear())));
    stand.put("brake", String.format(Locale.ROOT, "%.2f", driveline.brake));
    if (levers.contains("grade")) {
      stand.put("grade", String.format(Locale.ROOT, "%.1f", driveline.grade * PER_CENT));
    }
    if (levers.contains(ENGINE_BRAKE)) {
      stand.put(ENGINE_BRAKE, driveline.engineBrake ? "1" : "0");
    }
    stand.put("load", String.format(Locale.ROOT, "%.1f", driveline.loadKg / KG_A_TONNE));
    return stand;
  }
}
