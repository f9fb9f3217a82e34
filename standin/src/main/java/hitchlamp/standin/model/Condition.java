package hitchlamp.standin.model;

import hitchlamp.standin.aftertreatment.AfterWear;
import hitchlamp.standin.engine.InjectorCoils;
import hitchlamp.standin.engine.RailWear;
import java.util.Arrays;
import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Set;

/**
 * The physical condition of a unit: what wear and damage have changed. Sound by default; defects
 * write here.
 */
public final class Condition {
  /** Resistance in the signal wire of a sensor, by SPN, ohm. */
  public final Map<Integer, Double> wireOhms = new HashMap<>();

  /** Resistance from the signal wire of a sensor to ground, by SPN, ohm. */
  public final Map<Integer, Double> shortOhms = new HashMap<>();

  /** Sensors whose connector opens while the engine shakes it. */
  public final Set<Integer> looseConnectors = new HashSet<>();

  /** What a sensor reads beside the truth, by SPN, in its unit. */
  public final Map<Integer, Double> drift = new HashMap<>();

  /**
   * Sensors whose plug a person has pulled, and those of them whose harness side is bridged, by
   * SPN. What hands have done stays when the defects are applied anew.
   */
  public final Set<Integer> unplugged = new HashSet<>();

  public final Set<Integer> bridged = new HashSet<>();

  /** Sensors whose plug and wires a person moves about, by SPN. */
  public final Set<Integer> wiggled = new HashSet<>();

  /** Modules whose plug a person has pulled. */
  public final Set<String> unpluggedModules = new HashSet<>();

  /** Load that pulls a 5 V sensor supply down, by line, ohm; absent where nothing does. */
  public final Map<Integer, Double> supplyLoadOhms = new HashMap<>();

  /** The sensor inside which that load is, by line; absent where it is the line itself. */
  public final Map<Integer, Integer> supplyLoadBy = new HashMap<>();

  /** Resistance in a sensor ground, by number, ohm. */
  public final Map<Integer, Double> groundOhms = new HashMap<>();

  /** Modules whose supply is cut, or that are dead. */
  public final Set<String> unpowered = new HashSet<>();

  /** Modules whose fuse has blown. */
  public final Set<String> noFuse = new HashSet<>();

  /** Modules whose bus stub is cut: they live and nobody hears them. */
  public final Set<String> offBus = new HashSet<>();

  /** Warning lamps that never light. */
  public final Set<String> deadLamps = new HashSet<>();

  /** Volts lost on the way to a module. */
  public final Map<String, Double> supplyDropVolts = new HashMap<>();

  /** Coolant in the system, share of full. */
  public double coolantShare;

  /** How far the thermostat stays open at least, 0 to 1. */
  public double thermostatStuckOpen;

  /** Heat the radiator still sheds, share. */
  public double radiatorShare;

  /** Recency clearance relative to new: lets oil pressure fall. */
  public double bearingClearance;

  /** Leak in the charge-air piping after the compressor, mm². */
  public double chargeLeakMm2;

  /** Cooling that the charge-air cooler still does, share. */
  public double chargeCoolerShare;

  /** Opening of the turbocharger's seal into the crankcase beside a sound one's, mm². */
  public double turboSealMm2;

  /** Charge that a worn turbocharger still makes, share. */
  public double turboShare;

  /** The turbocharger's vanes, the recirculation valve, the throttle, the back-pressure valve. */
  public final ActuatorWear vanes = new ActuatorWear();

  public final ActuatorWear egr = new ActuatorWear();
  public final ActuatorWear throttle = new ActuatorWear();
  public final ActuatorWear flap = new ActuatorWear();

  /** Flow that the recirculation cooler still passes, share. */
  public double egrCoolerShare;

  /** Heat that it still passes at the same flow, share. */
  public double egrCoolingShare;

  /** Resistance of the fuel filter relative to a clean one. */
  public double fuelFilterFactor;

  /** What the low-pressure fuel pump still delivers, share. */
  public double fuelPumpShare;

  /** What the high-pressure pump still delivers, share. */
  public double railPumpShare;

  /** What is lost of the rail's fuel. */
  public final RailWear rail = new RailWear();

  /** Opening of the crankcase breather, share of clean. */
  public double breatherShare;

  /** What is wrong with what cleans the exhaust. */
  public final AfterWear after = new AfterWear();

  /** What the alternator can still deliver, share. */
  public double alternatorShare;

  /** Battery resistance relative to a good one. */
  public double batteryOhmsFactor;

  /** Charge that the batteries hold at most, share. */
  public double batteryMost;

  /** Resistance in the starter's cables and joints beside that of sound ones, ohm. */
  public double starterCableOhms;

  /** Torque that the starter makes of its current, share of a sound one's. */
  public double starterShare;

  /** Resistance of the hydraulic return filter relative to a clean one. */
  public double hydraulicFilterFactor;

  /** What the hydraulic pump still delivers, share. */
  public double hydraulicPumpShare;

  /** Heat the hydraulic oil cooler still sheds, share. */
  public double hydraulicCoolerShare;

  /** What the transmission's oil pump still delivers, share. */
  public double transmissionPumpShare;

  /** Slip of a worn clutch pack under load, share of its speed. */
  public double clutchSlip;

  /** What each injector still injects, share, cylinder 1 first. */
  public final double[] injectorShare = new double[EngineState.MOST_CYLINDERS];

  /** Strokes of each cylinder that fail at full load, share. */
  public final double[] dropsShare = new double[EngineState.MOST_CYLINDERS];

  /** Coils of the injectors with their wires. */
  public final InjectorCoils.Wear coils = new InjectorCoils.Wear();

  /** Ring area of each cylinder relative to a sound one, cylinder 1 first. */
  public final double[] ringShare = new double[EngineState.MOST_CYLINDERS];

  /** How far a valve of each cylinder stays open, 0 to 1, cylinder 1 first. */
  public final double[] valveOpen = new double[EngineState.MOST_CYLINDERS];

  /** Torque that the propeller takes relative to the one she was built for. */
  public double propellerFactor;

  public Condition() {
    reset();
  }

  /** Back to a sound unit. */
  public void reset() {
    wireOhms.clear();
    shortOhms.clear();
    looseConnectors.clear();
    drift.clear();
    supplyLoadOhms.clear();
    supplyLoadBy.clear();
    groundOhms.clear();
    unpowered.clear();
    unpowered.addAll(unpluggedModules);
    noFuse.clear();
    offBus.clear();
    deadLamps.clear();
    supplyDropVolts.clear();
    coolantShare = 1;
    thermostatStuckOpen = 0;
    radiatorShare = 1;
    bearingClearance = 1;
    chargeLeakMm2 = 0;
    chargeCoolerShare = 1;
    turboSealMm2 = 0;
    turboShare = 1;
    vanes.reset();
    egr.reset();
    throttle.reset();
    flap.reset();
    egrCoolerShare = 1;
    egrCoolingShare = 1;
    fuelFilterFactor = 1;
    fuelPumpShare = 1;
    railPumpShare = 1;
    rail.reset();
    breatherShare = 1;
    after.reset();
    alternatorShare = 1;
    batteryOhmsFactor = 1;
    batteryMost = 1;
    starterCableOhms = 0;
    starterShare = 1;
    hydraulicFilterFactor = 1;
    hydraulicPumpShare = 1;
    hydraulicCoolerShare = 1;
    transmissionPumpShare = 1;
    clutchSlip = 0;
    Arrays.fill(injectorShare, 1);
    Arrays.fill(dropsShare, 0);
    coils.reset();
    Arrays.fill(ringShare, 1);
    Arrays.fill(valveOpen, 0);
    propellerFactor = 1;
  }
}
