package hitchlamp.standin.scenario;

import hitchlamp.standin.model.Condition;

/**
 * Something physically wrong.
 *
 * @param kind what
 * @param size how much, in the unit of the kind
 * @param spn sensor concerned, 0 where none is
 * @param line sensor supply concerned, 0 where none is
 * @param module module concerned, empty where none is
 * @param from engine hours at which it began
 * @param until engine hours at which it was mended; infinity where it was not
 * @param share share of the time in which it is there, 1 for a steady one
 */
public record Defect(
    Kind kind,
    double size,
    int spn,
    int line,
    String module,
    double from,
    double until,
    double share) {
  /** Kinds of defects and the unit of their size. */
  public enum Kind {
    /** Wire of a sensor: ohms. */
    WIRE_RESISTANCE,
    /** Sensor supply pulled down: ohms of the load. */
    SUPPLY_LOAD,
    /** Module without supply: size unused. */
    MODULE_UNPOWERED,
    /** Coolant lost: share of full that is missing. */
    COOLANT_LOSS,
    /** Thermostat does not close: opening that remains. */
    THERMOSTAT_OPEN,
    /** Worn bearings: clearance relative to new. */
    BEARING_WEAR,
    /** Leak in the charge-air piping: mm². */
    CHARGE_LEAK,
    /** Weak alternator: share of output that is missing. */
    ALTERNATOR_WEAK,
    /** Weak battery: internal resistance relative to good. */
    BATTERY_WEAK
  }

  /** Length of one spell of an intermittent defect, engine hours. */
  private static final double SPELL_HOURS = 0.05;

  /**
   * True where it is there at an engine hour; intermittent ones come and go in spells fixed by the
   * seed.
   */
  public boolean present(double hours, long seed) {
    if (hours < from || hours >= until) {
      return false;
    }
    if (share >= 1) {
      return true;
    }
    long spell = (long) Math.floor(hours / SPELL_HOURS);
    long mixed = (spell * 0x9E3779B97F4A7C15L ^ seed * 0xC2B2AE3D27D4EB4FL) * 0xFF51AFD7ED558CCDL;
    return (mixed >>> 11) * 0x1p-53 < share;
  }

  /** Changes the condition. */
  public void apply(Condition c) {
    switch (kind) {
      case WIRE_RESISTANCE -> c.wireOhms.put(spn, size);
      case SUPPLY_LOAD -> c.supplyLoadOhms.put(line, size);
      case MODULE_UNPOWERED -> c.unpowered.add(module);
      case COOLANT_LOSS -> c.coolantShare = 1 - size;
      case THERMOSTAT_OPEN -> c.thermostatStuckOpen = size;
      case BEARING_WEAR -> c.bearingClearance = size;
      case CHARGE_LEAK -> c.chargeLeakMm2 = size;
      case ALTERNATOR_WEAK -> c.alternatorShare = 1 - size;
      case BATTERY_WEAK -> c.batteryOhmsFactor = size;
    }
  }
}
