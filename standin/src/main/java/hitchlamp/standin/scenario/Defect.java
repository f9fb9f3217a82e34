package hitchlamp.standin.scenario;

import hitchlamp.standin.aftertreatment.AfterWear;
import hitchlamp.standin.model.ActuatorWear;
import hitchlamp.standin.model.Condition;
import java.util.List;

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

  /** SPN of the sensors of nitrogen oxides before the SCR catalyst, and behind it. */
  public static final List<Integer> GAS_SENSORS = List.of(3216, 3226);

  /** SPN of the measured positions of vanes, recirculation valve, throttle, back-pressure valve. */
  public static final List<Integer> ACTUATORS = List.of(2795, 27, 51, 5625);

  /** The actuator that it is about. */
  private ActuatorWear actuator(Condition c) {
    return List.of(c.vanes, c.egr, c.throttle, c.flap).get(ACTUATORS.indexOf(spn));
  }

  /** Place of its sensor among those of nitrogen oxides. */
  private int behind() {
    return GAS_SENSORS.indexOf(spn);
  }

  /** What a kind of defect is about. */
  public enum About {
    SENSOR,
    GAS_SENSOR,
    ACTUATOR,
    LINE,
    MODULE,
    LAMP,
    CYLINDER,
    PART
  }

  /** What a defect changes. */
  @FunctionalInterface
  private interface Effect {
    void on(Defect d, Condition c);
  }

  /**
   * Kinds of defects: what each is about, the greatest size it may have, and what it changes. A new
   * kind is one row.
   */
  public enum Kind {
    /** Wire of a sensor: ohms. */
    WIRE_RESISTANCE(About.SENSOR, 1e9, (d, c) -> c.wireOhms.put(d.spn, d.size)),
    /** Signal wire of a sensor chafed to ground: ohms. */
    WIRE_SHORT(About.SENSOR, 1e9, (d, c) -> c.shortOhms.put(d.spn, d.size)),
    /** Connector of a sensor that opens while the engine shakes it: size unused. */
    LOOSE_CONNECTOR(About.SENSOR, 0, (d, c) -> c.looseConnectors.add(d.spn)),
    /** Sensor that reads beside the truth: its unit. */
    SENSOR_DRIFT(About.SENSOR, 1e6, (d, c) -> c.drift.put(d.spn, d.size)),
    /** Sensor supply pulled down, by one of its sensors or on its way: ohms of the load. */
    SUPPLY_LOAD(
        About.LINE,
        1e9,
        (d, c) -> {
          c.supplyLoadOhms.put(d.line, d.size);
          if (d.spn > 0) {
            c.supplyLoadBy.put(d.line, d.spn);
          }
        }),
    /** Sensor ground chafed through: ohms. */
    GROUND_RESISTANCE(About.LINE, 1e9, (d, c) -> c.groundOhms.put(d.line, d.size)),
    /** Module without supply, or dead: size unused. */
    MODULE_UNPOWERED(
        About.MODULE,
        0,
        (d, c) -> {
          c.unpowered.add(d.module);
          c.noFuse.add(d.module);
        }),
    /** Bus stub of a module cut: size unused. */
    BUS_STUB_CUT(About.MODULE, 0, (d, c) -> c.offBus.add(d.module)),
    /** Voltage lost on the way to a module: volts. */
    SUPPLY_DROP(About.MODULE, 24, (d, c) -> c.supplyDropVolts.put(d.module, d.size)),
    /** Warning lamp that never lights, its bulb or its wire: size unused. */
    LAMP_DEAD(About.LAMP, 0, (d, c) -> c.deadLamps.add(d.lamp)),
    /** Coolant lost: share of full that is missing. */
    COOLANT_LOSS(About.PART, 1, (d, c) -> c.coolantShare = 1 - d.size),
    /** Thermostat does not close: opening that remains. */
    THERMOSTAT_OPEN(About.PART, 1, (d, c) -> c.thermostatStuckOpen = d.size),
    /** Radiator blocked: share of its heat that is missing. */
    RADIATOR_BLOCKED(About.PART, 1, (d, c) -> c.radiatorShare = 1 - d.size),
    /** Worn bearings: clearance relative to new. */
    BEARING_WEAR(About.PART, 10, (d, c) -> c.bearingClearance = d.size),
    /** Leak in the charge-air piping after the compressor: mm². */
    CHARGE_LEAK(About.PART, 1e4, (d, c) -> c.chargeLeakMm2 = d.size),
    /** Charge-air cooler blocked: share of cooling that is missing. */
    CHARGE_COOLER_BLOCKED(About.PART, 1, (d, c) -> c.chargeCoolerShare = 1 - d.size),
    /** Worn turbocharger: share of charge that is missing. */
    TURBO_WORN(About.PART, 1, (d, c) -> c.turboShare = Math.max(0.05, 1 - d.size)),
    /**
     * Worn seal of the turbocharger's shaft: mm² through which charge passes into the crankcase.
     */
    TURBO_SEAL(About.PART, 20, (d, c) -> c.turboSealMm2 = d.size),
    /** Vanes of the turbocharger stuck: at this position. */
    VANES_STUCK(About.PART, 1, (d, c) -> c.vanes.stuckAt = d.size),
    /** Recirculation valve stuck: at this position. */
    EGR_STUCK(About.PART, 1, (d, c) -> c.egr.stuckAt = d.size),
    /** Recirculation cooler blocked: share of flow that is missing. */
    EGR_COOLER_BLOCKED(About.PART, 1, (d, c) -> c.egrCoolerShare = 1 - d.size),
    /** Recirculation cooler fouled: share of the heat that it no longer passes. */
    EGR_COOLER_FOULED(About.PART, 1, (d, c) -> c.egrCoolingShare = Math.max(0.02, 1 - d.size)),
    /** Back-pressure valve stuck: at this position, 0 is open. */
    FLAP_STUCK(About.PART, 1, (d, c) -> c.flap.stuckAt = d.size),
    /** Actuator slow: time that it takes relative to a sound one. */
    ACTUATOR_SLOW(About.ACTUATOR, 100, (d, c) -> d.actuator(c).slow = Math.max(1, d.size)),
    /** Play in what moves an actuator: share of its travel. */
    ACTUATOR_PLAY(About.ACTUATOR, 1, (d, c) -> d.actuator(c).play = d.size),
    /** Actuator sticks until it is drawn by this share of its travel. */
    ACTUATOR_STICKS(About.ACTUATOR, 1, (d, c) -> d.actuator(c).sticks = d.size),
    /** Actuator does not return below this position. */
    ACTUATOR_HOLDS(About.ACTUATOR, 1, (d, c) -> d.actuator(c).holds = d.size),
    /** Air supply of those that air moves low: share of its pressure that is missing. */
    ACTUATOR_AIR_LOW(About.PART, 1, (d, c) -> c.flap.air = 1 - d.size),
    /** Intake throttle stuck: at this position, 0 is open. */
    THROTTLE_STUCK(About.PART, 1, (d, c) -> c.throttle.stuckAt = d.size),
    /** Fuel filter restricted: resistance relative to a clean one. */
    FUEL_FILTER_BLOCKED(About.PART, 1_000, (d, c) -> c.fuelFilterFactor = d.size),
    /** Weak low-pressure fuel pump: share of delivery that is missing. */
    FUEL_PUMP_WEAK(About.PART, 1, (d, c) -> c.fuelPumpShare = 1 - d.size),
    /** Weak high-pressure pump: share of delivery that is missing. */
    RAIL_PUMP_WEAK(About.PART, 1, (d, c) -> c.railPumpShare = 1 - d.size),
    /** Leak of the rail, running and standing: share of the pump's flow lost at 150 MPa. */
    RAIL_LEAK(About.PART, 1, (d, c) -> c.rail.leak = d.size),
    /** Injectors return too much while they work: relative to sound ones. */
    INJECTOR_RETURN(About.PART, 100, (d, c) -> c.rail.returned = Math.max(1, d.size)),
    /** Relief valve of the rail opens too early: at this pressure, MPa. */
    RAIL_RELIEF_EARLY(About.PART, 300, (d, c) -> c.rail.opens = Math.max(20, d.size) * 1e6),
    /** Crankcase breather blocked: share of its opening that is missing. */
    BREATHER_BLOCKED(About.PART, 1, (d, c) -> c.breatherShare = Math.max(0.02, 1 - d.size)),
    /** Particulate filter blocked: share of its opening that is missing. */
    FILTER_BLOCKED(About.PART, 1, (d, c) -> c.after.filterOpen = Math.max(0.05, 1 - d.size)),
    /** Particulate filter cracked: share of the gas that passes it at full flow of a clean one. */
    FILTER_CRACKED(About.PART, 1, (d, c) -> c.after.cracked = d.size),
    /** Ash in the particulate filter beside that of its age: kg. */
    FILTER_ASH(About.PART, 1, (d, c) -> c.after.ash = d.size),
    /** A hose of the filter's pressure sensor is off, the one before the filter: size unused. */
    FILTER_HOSE_INLET_OFF(About.PART, 0, (d, c) -> c.after.hoses = AfterWear.Hoses.INLET_OFF),
    /** The same behind the filter. */
    FILTER_HOSE_OUTLET_OFF(About.PART, 0, (d, c) -> c.after.hoses = AfterWear.Hoses.OUTLET_OFF),
    /** They are swapped. */
    FILTER_HOSES_SWAPPED(About.PART, 0, (d, c) -> c.after.hoses = AfterWear.Hoses.SWAPPED),
    /** Aged oxidation catalyst: share of its activity that is missing. */
    CATALYST_AGED(About.PART, 1, (d, c) -> c.after.catalyst = Math.max(0.02, 1 - d.size)),
    /** Carbon in the nozzle of the fuel doser: share of its area that is missing. */
    DOSER_FOULED(About.PART, 1, (d, c) -> c.after.nozzle = 1 - d.size),
    /** Worn exhaust fluid pump: share of its delivery that is missing. */
    FLUID_PUMP_WORN(About.PART, 1, (d, c) -> c.after.pump = 1 - d.size),
    /** Exhaust fluid line or its filter blocked: share of its area that is missing. */
    FLUID_LINE_BLOCKED(About.PART, 1, (d, c) -> c.after.line = 1 - d.size),
    /** Exhaust fluid line leaks: share of what the injector passes at most. */
    FLUID_LEAK(About.PART, 2, (d, c) -> c.after.leak = d.size),
    /** Valve of the exhaust fluid pump leaks back while it stands: in the same measure. */
    FLUID_PUMP_SEAL(About.PART, 2, (d, c) -> c.after.seal = d.size),
    /** Exhaust fluid injector drips while it is shut: in the same measure. */
    FLUID_INJECTOR_DRIPS(About.PART, 2, (d, c) -> c.after.drips = d.size),
    /** Inlet filter of the exhaust fluid pump blocked: share of its most flow that is missing. */
    FLUID_INLET_BLOCKED(About.PART, 1, (d, c) -> c.after.suction = 1 - d.size),
    /** Air is drawn in with the exhaust fluid: share of the time that the pump gets some. */
    FLUID_AIR(About.PART, 1, (d, c) -> c.after.airDrawn = d.size),
    /** The valve that turns the flow of exhaust fluid round is stuck: size unused. */
    FLUID_VALVE_STUCK(About.PART, 0, (d, c) -> c.after.valveStuck = true),
    /** Deposits in the exhaust fluid injector: share of its opening that is missing. */
    FLUID_INJECTOR_FOULED(About.PART, 1, (d, c) -> c.after.injector = 1 - d.size),
    /** Crystals of urea in the exhaust fluid injector, which it can be rid of: the same. */
    FLUID_INJECTOR_CRYSTALS(About.PART, 0.95, (d, c) -> c.after.crystals = d.size),
    /** Water in the exhaust fluid: share of the urea that is missing. */
    FLUID_DILUTED(About.PART, 1, (d, c) -> c.after.urea = 1 - d.size),
    /** The heater of the exhaust fluid does nothing: size unused. */
    FLUID_HEATER_DEAD(About.PART, 0, (d, c) -> c.after.heaterDead = true),
    /** Shut-off valve of the doser's fuel: share of its opening that is missing. */
    DOSER_SHUT(About.PART, 1, (d, c) -> c.after.shutOff = 1 - d.size),
    /** Cladding of the particulate filter off: heat that it loses relative to a clad one. */
    FILTER_BARE(About.PART, 20, (d, c) -> c.after.bare = Math.max(1, d.size)),
    /** Aged SCR catalyst: share of its sites that are missing. */
    SCR_AGED(About.PART, 1, (d, c) -> c.after.scr = 1 - d.size),
    /** Joint open before the sensor behind the SCR catalyst: share of air that gets in. */
    EXHAUST_LEAK(About.PART, 0.95, (d, c) -> c.after.airBehind = d.size),
    /** Heater of a sensor of nitrogen oxides weak: share of its warmth missing, 1 for none. */
    GAS_SENSOR_COLD(About.GAS_SENSOR, 1, (d, c) -> c.after.gasHeat[d.behind()] = d.size),
    /** Sensor of nitrogen oxides whose reading does not move any more: size unused. */
    GAS_SENSOR_STUCK(About.GAS_SENSOR, 0, (d, c) -> c.after.gasStuck[d.behind()] = true),
    /** Weak alternator: share of output that is missing. */
    ALTERNATOR_WEAK(About.PART, 1, (d, c) -> c.alternatorShare = 1 - d.size),
    /** Weak battery: internal resistance relative to good. */
    BATTERY_WEAK(About.PART, 1_000, (d, c) -> c.batteryOhmsFactor = d.size),
    /** Batteries that hold no charge: share of it that is missing. */
    BATTERY_FLAT(About.PART, 1, (d, c) -> c.batteryMost = 1 - d.size),
    /** Cables or joints of the starter corroded: ohms beside those of sound ones. */
    STARTER_CABLE(About.PART, 10, (d, c) -> c.starterCableOhms = d.size),
    /** Dragging or worn starter: share of its torque that is missing. */
    STARTER_WEAK(About.PART, 1, (d, c) -> c.starterShare = 1 - d.size),
    /** Hydraulic return filter restricted: resistance relative to a clean one. */
    HYDRAULIC_FILTER_BLOCKED(About.PART, 1_000, (d, c) -> c.hydraulicFilterFactor = d.size),
    /** Worn hydraulic pump: share of delivery that is missing. */
    HYDRAULIC_PUMP_WORN(About.PART, 1, (d, c) -> c.hydraulicPumpShare = 1 - d.size),
    /** Hydraulic oil cooler blocked: share of its heat that is missing. */
    HYDRAULIC_COOLER_BLOCKED(About.PART, 1, (d, c) -> c.hydraulicCoolerShare = 1 - d.size),
    /** Worn transmission oil pump: share of delivery that is missing. */
    TRANSMISSION_PUMP_WORN(About.PART, 1, (d, c) -> c.transmissionPumpShare = 1 - d.size),
    /** Worn clutch pack: slip under load, share of its speed. */
    CLUTCH_SLIP(About.PART, 1, (d, c) -> c.clutchSlip = d.size),
    /** Worn or clogged injector: share of its quantity that is missing. */
    INJECTOR_WEAK(About.CYLINDER, 1, (d, c) -> c.injectorShare[d.line - 1] = 1 - d.size),
    /** Coil or wire of an injector open: size unused. */
    COIL_OPEN(About.CYLINDER, 0, (d, c) -> c.coils.worn().extraOhms[d.line - 1] = 1e9),
    /** Lower wire of an injector chafed to ground: ohms. */
    COIL_TO_GROUND(About.CYLINDER, 100, (d, c) -> c.coils.worn().toGround[d.line - 1] = d.size),
    /** The same to the supply. */
    COIL_TO_SUPPLY(About.CYLINDER, 100, (d, c) -> c.coils.worn().toSupply[d.line - 1] = d.size),
    /** Corroded contact of an injector: ohms. */
    COIL_RESISTANCE(About.CYLINDER, 10, (d, c) -> c.coils.worn().extraOhms[d.line - 1] = d.size),
    /** Coil of an injector with more inductance, so that its current rises slowly: share more. */
    COIL_SLOW(About.CYLINDER, 3, (d, c) -> c.coils.worn().inductance[d.line - 1] = 1 + d.size),
    /** Turns of a coil shorted among each other: share of its inductance that is missing. */
    COIL_TURNS_SHORTED(
        About.CYLINDER, 0.9, (d, c) -> c.coils.worn().inductance[d.line - 1] = 1 - d.size),
    /** Armature of an injector stuck, its coil sound: size unused. */
    INJECTOR_STUCK(About.CYLINDER, 0, (d, c) -> c.coils.worn().stuck[d.line - 1] = true),
    /** Driver of the bank to which a cylinder belongs weak: share of its boost that is missing. */
    DRIVER_WEAK(About.CYLINDER, 0.9, (d, c) -> c.coils.worn().boost[d.line - 1] = 1 - d.size),
    /**
     * Injector that sticks now and then under load: share of its strokes that fail at full load.
     */
    INJECTOR_STICKS(About.CYLINDER, 1, (d, c) -> c.dropsShare[d.line - 1] = d.size),
    /** Worn or broken rings: leak of the cylinder relative to a sound one. */
    RINGS_WORN(About.CYLINDER, 20, (d, c) -> c.ringShare[d.line - 1] = Math.max(1, d.size)),
    /** Valve that does not close: share of its stroke that it stays open. */
    VALVE_OPEN(About.CYLINDER, 1, (d, c) -> c.valveOpen[d.line - 1] = d.size),
    /** Fouled hull or too much pitch: torque of the propeller relative to the right one. */
    PROPELLER_HEAVY(About.PART, 3, (d, c) -> c.propellerFactor = d.size);

    private final About about;
    private final double most;
    private final Effect effect;

    Kind(About about, double most, Effect effect) {
      this.about = about;
      this.most = most;
      this.effect = effect;
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
    kind.effect.on(this, c);
  }
}
