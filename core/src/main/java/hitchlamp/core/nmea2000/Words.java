package hitchlamp.core.nmea2000;

import java.util.Map;

/** Words for counts and bits (NMEA 2000, from memory). */
final class Words {
  static final Map<Integer, String> ENGINE_WARNINGS =
      Map.ofEntries(
          Map.entry(0, Nmea2000Words.say("check-engine")),
          Map.entry(1, Nmea2000Words.say("over-temperature")),
          Map.entry(2, Nmea2000Words.say("low-oil-pressure")),
          Map.entry(3, Nmea2000Words.say("low-oil-level")),
          Map.entry(4, Nmea2000Words.say("low-fuel-pressure")),
          Map.entry(5, Nmea2000Words.say("low-system-voltage")),
          Map.entry(6, Nmea2000Words.say("low-coolant-level")),
          Map.entry(7, Nmea2000Words.say("water-flow")),
          Map.entry(8, Nmea2000Words.say("water-in-fuel")),
          Map.entry(9, Nmea2000Words.say("charge-indicator")),
          Map.entry(10, Nmea2000Words.say("preheat-indicator")),
          Map.entry(11, Nmea2000Words.say("high-boost-pressure")),
          Map.entry(12, Nmea2000Words.say("rev-limit-exceeded")),
          Map.entry(13, "EGR system"),
          Map.entry(14, Nmea2000Words.say("throttle-position-sensor")),
          Map.entry(15, Nmea2000Words.say("emergency-stop")));

  /** The second field of states: 127489, bytes 23 and 24. */
  static final Map<Integer, String> ENGINE_STATES =
      Map.of(
          0, Nmea2000Words.say("warning-level-1"),
          1, Nmea2000Words.say("warning-level-2"),
          2, Nmea2000Words.say("power-reduction"),
          3, Nmea2000Words.say("maintenance-needed"),
          4, Nmea2000Words.say("engine-communication-error"),
          5, Nmea2000Words.say("sub-or-secondary-throttle"),
          6, Nmea2000Words.say("neutral-start-protect"),
          7, Nmea2000Words.say("engine-shutting-down"));

  static final Map<Integer, String> GEAR_WARNINGS =
      Map.of(
          0, Nmea2000Words.say("check-transmission"),
          1, Nmea2000Words.say("over-temperature"),
          2, Nmea2000Words.say("low-oil-pressure"),
          3, Nmea2000Words.say("low-oil-level"),
          4, Nmea2000Words.say("sail-drive"));

  static final Map<Integer, String> FLUIDS =
      Map.of(
          0, "fuel",
          1, Nmea2000Words.say("fresh-water"),
          2, Nmea2000Words.say("grey-water"),
          3, Nmea2000Words.say("live-well"),
          4, "oil",
          5, Nmea2000Words.say("black-water"),
          6, "petrol");

  private Words() {}
}
