package hitchlamp.server.hookup;

import hitchlamp.core.nmea2000.Group;
import jakarta.validation.constraints.NotNull;
import java.util.List;

/**
 * What the vessel's network tells, as the browser shows it.
 *
 * @param bus its name
 * @param heard false where it fell away or was never heard
 * @param says how it stands, in a sentence
 * @param dropped long messages that did not come whole
 */
public record VesselView(
    @NotNull String bus,
    @NotNull boolean heard,
    @NotNull String says,
    @NotNull long frames,
    @NotNull long dropped,
    @NotNull List<Thing> things,
    @NotNull List<DeviceLine> devices) {
  /** An engine, a tank, … with what is told of it. */
  public record Thing(
      @NotNull Group.About about, @NotNull String name, @NotNull List<Told> values) {}

  /**
   * One field.
   *
   * @param value in {@code unit}; null where it is words or no number
   * @param words what it says where it is no number: its meaning or its state
   * @param source address of the device that told it
   */
  public record Told(
      @NotNull String name,
      Double value,
      @NotNull String words,
      @NotNull String unit,
      @NotNull int decimals,
      @NotNull int source,
      @NotNull double ageMs) {}

  /** A device; model and software are empty where nobody asked it while we listened. */
  public record DeviceLine(
      @NotNull int source,
      @NotNull String model,
      @NotNull String software,
      String name,
      @NotNull double ageMs) {}
}
