package hitchlamp.core.nmea2000;

import java.util.ArrayList;
import java.util.List;

/**
 * One field as a device told it.
 *
 * @param source address of the device
 * @param instance which engine, tank, …
 * @param fluid what the tank holds; 0 where it is about no tank
 * @param raw its counts
 * @param micros bus time
 */
public record VesselReading(
    Group group, Field field, int source, int instance, int fluid, long raw, long micros) {
  /**
   * Whether it tells something. Of looked-up fields the counts that have a word do, also the last.
   */
  public Band band() {
    boolean word = !field.flags().isEmpty() || field.words().containsKey((int) raw);
    return word ? Band.VALID : Band.of(raw, field.bits(), field.signed());
  }

  /** What the tank holds, in words. */
  public String holds() {
    return Words.FLUIDS.getOrDefault(fluid, "tank of fluid " + fluid);
  }

  /** In the field's unit; only where {@link #band} is valid. */
  public double value() {
    return field.value(raw);
  }

  /** What an enumerated field or a field of states says; empty for numbers. */
  public String words() {
    if (!field.flags().isEmpty()) {
      List<String> set = new ArrayList<>();
      for (int bit = 0; bit < field.bits(); bit++) {
        if ((raw >>> bit & 1) == 1) {
          set.add(field.flags().getOrDefault(bit, "bit " + bit));
        }
      }
      return set.isEmpty() ? "none" : String.join(", ", set);
    }
    return field.words().isEmpty() ? "" : field.words().getOrDefault((int) raw, "state " + raw);
  }
}
