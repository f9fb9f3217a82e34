package hitchlamp.core.pack;

import hitchlamp.core.quantity.Unit;

/**
 * A figure worked out from two values that were taken together.
 *
 * @param name what it is called
 * @param of name of the first value
 * @param with name of the second
 * @param how how they are joined
 * @param unit of the result
 */
public record Derived(String name, String of, String with, How how, Unit unit) {
  /** How two values become one. */
  public enum How {
    /** The first less the second. */
    MINUS,
    /** The first divided by the second. */
    RATIO,
    /** The first less the second, in percent of the first: commanded minus measured. */
    SHORT_BY
  }

  /** The figure. */
  public double figure(double first, double second) {
    return switch (how) {
      case MINUS -> first - second;
      case RATIO -> first / second;
      case SHORT_BY -> (first - second) / first * 100;
    };
  }
}
