package hitchlamp.core.fault;

import java.util.Map;
import java.util.OptionalDouble;
import java.util.OptionalInt;

/**
 * What a unit told, during a read, of how it makes somebody have its exhaust treatment mended.
 *
 * @param severity stage as the module told it; empty where it did not
 * @param levelPercent level of the fluid's tank; empty where it was not told
 * @param hours counted hours by the identifier under which they are kept
 */
public record Induced(
    OptionalInt severity, OptionalDouble levelPercent, Map<Integer, Double> hours) {
  /** Nothing was told. */
  public static final Induced NOTHING =
      new Induced(OptionalInt.empty(), OptionalDouble.empty(), Map.of());

  public Induced {
    severity = severity == null ? OptionalInt.empty() : severity;
    levelPercent = levelPercent == null ? OptionalDouble.empty() : levelPercent;
    hours = hours == null ? Map.of() : Map.copyOf(hours);
  }
}
