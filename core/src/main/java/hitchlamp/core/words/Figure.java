package hitchlamp.core.words;

import hitchlamp.core.quantity.Unit;
import hitchlamp.core.quantity.UnitSystem;
import java.util.Locale;

/**
 * A figure within a sentence.
 *
 * @param value in {@code unit}; NaN or infinite where it is not known
 * @param unit of the value as it was worked out; the reader's choice converts it
 * @param decimals that the value bears in {@code unit}, 0 to 6
 */
public record Figure(double value, Unit unit, int decimals) {
  private static final int MOST_DECIMALS = 6;

  private static final String UNKNOWN = Words.of(Figure.class).say("unknown");

  /** Decimals that are read at most after a conversion. */
  private static final int MOST_SHOWN = 3;

  public Figure {
    if (decimals < 0 || decimals > MOST_DECIMALS) {
      throw new IllegalArgumentException(value + " with " + decimals + " decimals is no figure");
    }
  }

  /** One decimal below 10, else whole: as hours, distances and amounts of fuel are read. */
  public static Figure counted(double value, Unit unit) {
    return new Figure(value, unit, Math.abs(value) < 10 ? 1 : 0);
  }

  /** A whole figure. */
  public static Figure whole(double value, Unit unit) {
    return new Figure(value, unit, 0);
  }

  /** True where there is a value. */
  public boolean known() {
    return Double.isFinite(value);
  }

  /** As somebody with these units reads it, such as "1,234.5 km". */
  public String in(UnitSystem system) {
    if (!known()) {
      return UNKNOWN;
    }
    Unit shown = system.shown(unit);
    // A conversion adds no precision: a unit ten times larger gets one decimal more.
    long fit = decimals + Math.round(Math.log10(shown.factor() / unit.factor()));
    String figure =
        String.format(
            Locale.ROOT,
            "%,." + (shown == unit ? decimals : Math.max(0, Math.min(MOST_SHOWN, fit))) + "f",
            unit.convert(value, shown));
    return shown == Unit.ONE ? figure : figure + " " + shown.symbol();
  }
}
