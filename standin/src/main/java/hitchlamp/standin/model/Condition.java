package hitchlamp.standin.model;

import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Set;

/**
 * The physical condition of a unit: what wear and damage have changed. Sound by default; defects
 * write here.
 */
public final class Condition {
  /** Resistance in the wire of a sensor, by SPN, ohm. */
  public final Map<Integer, Double> wireOhms = new HashMap<>();

  /** Load that pulls a 5 V sensor supply down, by line, ohm; absent where nothing does. */
  public final Map<Integer, Double> supplyLoadOhms = new HashMap<>();

  /** Modules whose supply is cut. */
  public final Set<String> unpowered = new HashSet<>();

  /** Coolant in the system, share of full. */
  public double coolantShare = 1;

  /** How far the thermostat stays open at least, 0 to 1. */
  public double thermostatStuckOpen;

  /** Bearing clearance relative to new: lets oil pressure fall. */
  public double bearingClearance = 1;

  /** Leak in the charge-air piping, mm². */
  public double chargeLeakMm2;

  /** What the alternator can still deliver, share. */
  public double alternatorShare = 1;

  /** Battery resistance relative to a good one. */
  public double batteryOhmsFactor = 1;

  /** Back to a sound unit. */
  public void reset() {
    wireOhms.clear();
    supplyLoadOhms.clear();
    unpowered.clear();
    coolantShare = 1;
    thermostatStuckOpen = 0;
    bearingClearance = 1;
    chargeLeakMm2 = 0;
    alternatorShare = 1;
    batteryOhmsFactor = 1;
  }
}
