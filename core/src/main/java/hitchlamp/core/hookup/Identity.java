package hitchlamp.core.hookup;

import hitchlamp.core.j1939.Identification.Calibration;
import java.util.List;
import java.util.OptionalDouble;

/**
 * What a module told about itself; empty texts where it told nothing.
 *
 * @param maker make as in the component identification
 * @param model model
 * @param serial serial number
 * @param unitNumber number the owner gave
 * @param partNumber part number of the control module itself
 * @param moduleSerial serial number of the control module itself
 * @param software software ids
 * @param calibrations calibration ids with their verification numbers
 * @param vin vehicle identification number
 * @param hours total hours, h
 * @param kilometres total distance, km
 */
public record Identity(
    String maker,
    String model,
    String serial,
    String unitNumber,
    String partNumber,
    String moduleSerial,
    List<String> software,
    List<Calibration> calibrations,
    String vin,
    OptionalDouble hours,
    OptionalDouble kilometres) {
  /** Nothing told yet. */
  public static final Identity UNKNOWN =
      new Identity(
          "",
          "",
          "",
          "",
          "",
          "",
          List.of(),
          List.of(),
          "",
          OptionalDouble.empty(),
          OptionalDouble.empty());
}
