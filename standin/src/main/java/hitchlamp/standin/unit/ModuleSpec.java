package hitchlamp.standin.unit;

import java.util.List;

/**
 * A control module of a kind of unit, with what it says of itself.
 *
 * @param function NAME function
 * @param instance NAME function instance
 * @param vin whether it keeps the vehicle's number
 * @param calibration whether it tells a calibration with its verification number
 * @param services whether it has diagnostic services beside the plain messages
 * @param watchesSupply whether it reports its own supply
 * @param usual whether every such unit has it; the others are strangers that somebody fitted
 */
record ModuleSpec(
    String id,
    int address,
    int function,
    int instance,
    String maker,
    String model,
    List<String> software,
    boolean vin,
    boolean calibration,
    boolean services,
    boolean watchesSupply,
    boolean usual) {

  static ModuleSpec of(
      String id, int address, int function, String maker, String model, String... software) {
    return new ModuleSpec(
        id,
        address,
        function,
        0,
        maker,
        model,
        List.of(software),
        false,
        false,
        false,
        false,
        true);
  }

  /**
   * True where the unit has lamps that show its faults: it tells them even while there are none.
   */
  boolean lamps() {
    return services;
  }

  ModuleSpec keepsVin() {
    return new ModuleSpec(
        id,
        address,
        function,
        instance,
        maker,
        model,
        software,
        true,
        calibration,
        services,
        watchesSupply,
        usual);
  }

  ModuleSpec calibrated() {
    return new ModuleSpec(
        id,
        address,
        function,
        instance,
        maker,
        model,
        software,
        vin,
        true,
        services,
        watchesSupply,
        usual);
  }

  ModuleSpec serves() {
    return new ModuleSpec(
        id,
        address,
        function,
        instance,
        maker,
        model,
        software,
        vin,
        calibration,
        true,
        true,
        usual);
  }

  ModuleSpec stranger() {
    return new ModuleSpec(
        id,
        address,
        function,
        instance,
        maker,
        model,
        software,
        vin,
        calibration,
        services,
        watchesSupply,
        false);
  }

  /** The second, third, … of its function. */
  ModuleSpec instance(int number) {
    return new ModuleSpec(
        id,
        address,
        function,
        number,
        maker,
        model,
        software,
        vin,
        calibration,
        services,
        watchesSupply,
        usual);
  }
}
