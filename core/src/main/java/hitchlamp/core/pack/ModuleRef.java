package hitchlamp.core.pack;

import hitchlamp.core.j1939.ConversionVersion;

/**
 * A module of a unit that answered the roll.
 *
 * @param key how it is known on its bus
 * @param title what the technician calls it
 * @param kind id in the pack, empty where unknown
 * @param address where it stands
 * @param conversion how it writes faults where the conversion bit is set
 * @param services true where it has the services of ISO 14229
 */
public record ModuleRef(
    String key,
    String title,
    String kind,
    int address,
    ConversionVersion conversion,
    boolean services) {
  /** Stands for the whole unit where no single module is meant. */
  public static final ModuleRef UNIT =
      new ModuleRef("", PackWords.say("the-unit"), "unit", -1, ConversionVersion.V4, false);
}
