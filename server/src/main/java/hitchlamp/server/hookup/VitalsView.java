package hitchlamp.server.hookup;

import hitchlamp.core.j1939.RawValue;
import jakarta.validation.constraints.NotNull;
import java.util.List;

/**
 * The vital few and the health of the link.
 *
 * @param key "on" while modules are heard, "off or unplugged" after; inferred, since no broadcast
 *     tells it
 * @param exhaustHot true while a module wants people warned of hot exhaust, or did when it was last
 *     heard; null where none tells
 * @param loadPercent bus load, null where not known
 * @param lastFrameMs age of the last frame, null where there was none
 * @param lost frames that came faster than they were taken
 */
public record VitalsView(
    @NotNull String key,
    Boolean exhaustHot,
    @NotNull List<VitalValue> values,
    Double loadPercent,
    @NotNull int framesPerSecond,
    Double lastFrameMs,
    @NotNull long errors,
    @NotNull long frames,
    @NotNull long lost,
    @NotNull double busSeconds) {
  /** The key while modules are heard. */
  static final String ON = "on";

  /**
   * One reading; the figure is null where {@code state} is not VALID.
   *
   * @param side which engine of several, such as "port"; empty where there is one
   * @param unit unit in which it is stored
   */
  public record VitalValue(
      @NotNull int spn,
      @NotNull String name,
      @NotNull String side,
      Double value,
      @NotNull RawValue state,
      @NotNull String unit,
      @NotNull int decimals,
      @NotNull double ageMs) {}
}
