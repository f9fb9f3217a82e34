package hitchlamp.core.nmea2000;

import java.util.Map;

/** Words for counts and bits (NMEA 2000, from memory). */
final class Words {
  static final Map<Integer, String> ENGINE_WARNINGS =
      Map.ofEntries(
          Map.entry(0, "check engine"),
          Map.entry(1, "over temperature"),
          Map.entry(2, "low oil pressure"),
          Map.entry(3, "low oil level"),
          Map.entry(4, "low fuel pressure"),
          Map.entry(5, "low system voltage"),
          Map.entry(6, "low coolant level"),
          Map.entry(7, "water flow"),
          Map.entry(8, "water in fuel"),
          Map.entry(9, "charge indicator"),
          Map.entry(10, "preheat indicator"),
          Map.entry(11, "high boost pressure"),
          Map.entry(12, "rev limit exceeded"),
          Map.entry(13, "EGR system"),
          Map.entry(14, "throttle position sensor"),
          Map.entry(15, "emergency stop"));

  static final Map<Integer, String> GEAR_WARNINGS =
      Map.of(
          0, "check transmission",
          1, "over temperature",
          2, "low oil pressure",
          3, "low oil level",
          4, "sail drive");

  static final Map<Integer, String> FLUIDS =
      Map.of(
          0, "fuel",
          1, "fresh water",
          2, "grey water",
          3, "live well",
          4, "oil",
          5, "black water");

  private Words() {}
}
