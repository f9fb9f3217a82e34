package hitchlamp.standin.scenario;

import hitchlamp.standin.model.Condition;

/**
 * Something physically wrong.
 *
 * @param kind what
 * @param size how much, in the unit of the kind
 * @param spn sensor concerned, 0 where none is
 * @param line sensor supply, ground or cylinder concerned, 0 where none is
 * @param module module concerned, empty where none is
 * @param lamp warning lamp concerned, empty where none is
 * @param from engine hours at which it began
 * @param until engine hours at which it was mended; infinity where it was not
 * @param share share of the time in which it is there, 1 for a steady one
 * @param side which engine of several; empty for the first, or for the unit
 */
public record Defect(
    Kind kind,
    double size,
    int spn,
    int line,
    String module,
    String lamp,
    double from,
    double until,
    double share,
    String side) {
  /** A defect of a unit with one engine, or of its first. */
  public Defect(
      Kind kind,
      double size,
      int spn,
      int line,
      String module,
      String lamp,
      double from,
      double until,
      double share) {
    this(kind, size, spn, line, module, lamp, from, until, share, "");
  }

  /** The same, done by one sensor: a supply that it pulls down. */
  public Defect by(int sensor) {
    return new Defect(kind, size, sensor, line, module, lamp, from, until, share, side);
  }

  /** What a kind of defect is about. */
  public enum About {
    SENSOR,
    LINE,
    MODULE,
    LAMP,
    CYLINDER,
    PART
  }

  /** Kinds of defects, the unit of their size, and the range it may have. */
  public enum Kind {
    /** Wire of a sensor: ohms. */
    WIRE_RESISTANCE(About.SENSOR, 1e9),
    /** Signal wire of a sensor chafed to ground: ohms. */
    WIRE_SHORT(About.SENSOR, 1e9),
    /** Connector of a sensor that opens while the engine shakes it: size unused. */
    LOOSE_CONNECTOR(About.SENSOR, 0),
    /** Sensor that reads beside the truth: its unit. */
    SENSOR_DRIFT(About.SENSOR, 1e6),
    /** Sensor supply pulled down, by one of its sensors or on its way: ohms of the load. */
    SUPPLY_LOAD(About.LINE, 1e9),
    /** Sensor ground chafed through: ohms. */
    GROUND_RESISTANCE(About.LINE, 1e9),
    /** Module without supply, or dead: size unused. */
    MODULE_UNPOWERED(About.MODULE, 0),
    /** Bus stub of a module cut: size unused. */
    BUS_STUB_CUT(About.MODULE, 0),
    /** Voltage lost on the way to a module: volts. */
    SUPPLY_DROP(About.MODULE, 24),
    /** Warning lamp that never lights, its bulb or its wire: size unused. */
    LAMP_DEAD(About.LAMP, 0),
    /** Coolant lost: share of full that is missing. */
    COOLANT_LOSS(About.PART, 1),
    /** Thermostat does not close: opening that remains. */
    THERMOSTAT_OPEN(About.PART, 1),
    /** Radiator blocked: share of its heat that is missing. */
    RADIATOR_BLOCKED(About.PART, 1),
    /** Worn bearings: clearance relative to new. */
    BEARING_WEAR(About.PART, 10),
    /** Leak in the charge-air piping after the compressor: mm². */
    CHARGE_LEAK(About.PART, 1e4),
    /** Charge-air cooler blocked: share of cooling that is missing. */
    CHARGE_COOLER_BLOCKED(About.PART, 1),
    /** Worn turbocharger: share of charge that is missing. */
    TURBO_WORN(About.PART, 1),
    /** Vanes of the turbocharger stuck: at this position. */
    VANES_STUCK(About.PART, 1),
    /** Recirculation valve stuck: at this position. */
    EGR_STUCK(About.PART, 1),
    /** Recirculation cooler blocked: share of flow that is missing. */
    EGR_COOLER_BLOCKED(About.PART, 1),
    /** Intake throttle stuck: at this position, 0 is open. */
    THROTTLE_STUCK(About.PART, 1),
    /** Fuel filter restricted: resistance relative to a clean one. */
    FUEL_FILTER_BLOCKED(About.PART, 1_000),
    /** Weak low-pressure fuel pump: share of delivery that is missing. */
    FUEL_PUMP_WEAK(About.PART, 1),
    /** Weak high-pressure pump: share of delivery that is missing. */
    RAIL_PUMP_WEAK(About.PART, 1),
    /** Crankcase breather blocked: share of its opening that is missing. */
    BREATHER_BLOCKED(About.PART, 1),
    /** Particulate filter blocked: share of its opening that is missing. */
    FILTER_BLOCKED(About.PART, 1),
    /** Weak alternator: share of output that is missing. */
    ALTERNATOR_WEAK(About.PART, 1),
    /** Weak battery: internal resistance relative to good. */
    BATTERY_WEAK(About.PART, 1_000),
    /** Hydraulic return filter restricted: resistance relative to a clean one. */
    HYDRAULIC_FILTER_BLOCKED(About.PART, 1_000),
    /** Worn hydraulic pump: share of delivery that is missing. */
    HYDRAULIC_PUMP_WORN(About.PART, 1),
    /** Hydraulic oil cooler blocked: share of its heat that is missing. */
    HYDRAULIC_COOLER_BLOCKED(About.PART, 1),
    /** Worn transmission oil pump: share of delivery that is missing. */
    TRANSMISSION_PUMP_WORN(About.PART, 1),
    /** Worn clutch pack: slip under load, share of its speed. */
    CLUTCH_SLIP(About.PART, 1),
    /** Worn or clogged injector: share of its quantity that is missing. */
    INJECTOR_WEAK(About.CYLINDER, 1),
    /** Fouled hull or too much pitch: torque of the propeller relative to the right one. */
    PROPELLER_HEAVY(About.PART, 3);

    private final About about;
    private final double most;

    Kind(About about, double most) {
      this.about = about;
      this.most = most;
    }

    public About about() {
      return about;
    }

    /** Greatest size; 0 where the size is not used. */
    public double most() {
      return most;
    }
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
      case WIRE_SHORT -> c.shortOhms.put(spn, size);
      case LOOSE_CONNECTOR -> c.looseConnectors.add(spn);
      case SENSOR_DRIFT -> c.drift.put(spn, size);
      case SUPPLY_LOAD -> {
        c.supplyLoadOhms.put(line, size);
        if (spn > 0) {
          c.supplyLoadBy.put(line, spn);
        }
      }
      case GROUND_RESISTANCE -> c.groundOhms.put(line, size);
      case MODULE_UNPOWERED -> {
        c.unpowered.add(module);
        c.noFuse.add(module);
      }
      case BUS_STUB_CUT -> c.offBus.add(module);
      case SUPPLY_DROP -> c.supplyDropVolts.put(module, size);
      case LAMP_DEAD -> c.deadLamps.add(lamp);
      case COOLANT_LOSS -> c.coolantShare = 1 - size;
      case THERMOSTAT_OPEN -> c.thermostatStuckOpen = size;
      case RADIATOR_BLOCKED -> c.radiatorShare = 1 - size;
      case BEARING_WEAR -> c.bearingClearance = size;
      case CHARGE_LEAK -> c.chargeLeakMm2 = size;
      case CHARGE_COOLER_BLOCKED -> c.chargeCoolerShare = 1 - size;
      case TURBO_WORN -> c.turboShare = 1 - size;
      case VANES_STUCK -> c.vanesStuckAt = size;
      case EGR_STUCK -> c.egrStuckAt = size;
      case EGR_COOLER_BLOCKED -> c.egrCoolerShare = 1 - size;
      case THROTTLE_STUCK -> c.throttleStuckAt = size;
      case FUEL_FILTER_BLOCKED -> c.fuelFilterFactor = size;
      case FUEL_PUMP_WEAK -> c.fuelPumpShare = 1 - size;
      case RAIL_PUMP_WEAK -> c.railPumpShare = 1 - size;
      case BREATHER_BLOCKED -> c.breatherShare = Math.max(0.02, 1 - size);
      case FILTER_BLOCKED -> c.filterShare = Math.max(0.05, 1 - size);
      case ALTERNATOR_WEAK -> c.alternatorShare = 1 - size;
      case BATTERY_WEAK -> c.batteryOhmsFactor = size;
      case HYDRAULIC_FILTER_BLOCKED -> c.hydraulicFilterFactor = size;
      case HYDRAULIC_PUMP_WORN -> c.hydraulicPumpShare = 1 - size;
      case HYDRAULIC_COOLER_BLOCKED -> c.hydraulicCoolerShare = 1 - size;
      case TRANSMISSION_PUMP_WORN -> c.transmissionPumpShare = 1 - size;
      case CLUTCH_SLIP -> c.clutchSlip = size;
      case INJECTOR_WEAK -> c.injectorShare[line - 1] = 1 - size;
      case PROPELLER_HEAVY -> c.propellerFactor = size;
    }
  }
}
