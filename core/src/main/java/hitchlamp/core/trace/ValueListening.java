package hitchlamp.core.trace;

import hitchlamp.core.pack.EngineState;
import hitchlamp.core.pack.Guide;
import hitchlamp.core.watch.LiveBook;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Collectors;

/**
 * Takes the mean of a value over some seconds in which the engine does what the check asks for.
 * Seconds in which it does something else do not count, and the mean begins anew. It only looks at
 * what is watched, so there is nothing to let go of.
 */
public final class ValueListening {
  /** After so long without any figure it cannot be told. */
  static final long PATIENCE_MICROS = 10_000_000;

  private static final double SECOND = 1e6;

  private final Guide.ValueNow asks;
  private final String name;
  private final String unit;
  private final String side;
  private long since = Long.MIN_VALUE;
  private long lastFigure;
  private double sum;
  private int count;
  private double least;
  private double most;
  private EngineState state = EngineState.UNKNOWN;

  /**
   * @param name what the value is called
   * @param unit symbol of its unit
   * @param side of the unit, empty where it has none
   * @param micros bus time at which it begins
   */
  public ValueListening(Guide.ValueNow asks, String name, String unit, String side, long micros) {
    this.asks = asks;
    this.name = name;
    this.unit = unit;
    this.side = side;
    this.lastFigure = micros;
  }

  /** What the unit has answered by now; empty while it has not. */
  public Optional<UnitAnswer> look(LiveBook book, long micros) {
    state = book.engine(side, micros);
    double figure = book.figure(asks.of(), side, micros);
    if (Double.isNaN(figure)) {
      return micros - lastFigure > PATIENCE_MICROS
          ? Optional.of(
              UnitAnswer.cannotTell(
                  name + " is told by no module just now, or its sensor has no figure."))
          : Optional.empty();
    }
    lastFigure = micros;
    if (!asks.when().contains(state)) {
      since = Long.MIN_VALUE;
      return Optional.empty();
    }
    if (since == Long.MIN_VALUE) {
      since = micros;
      sum = 0;
      count = 0;
      least = figure;
      most = figure;
    }
    sum += figure;
    count++;
    least = Math.min(least, figure);
    most = Math.max(most, figure);
    if (micros - since < asks.seconds() * SECOND) {
      return Optional.empty();
    }
    double mean = sum / count;
    String outcome = mean < asks.from() ? Guide.BELOW : mean > asks.to() ? Guide.ABOVE : Guide.IN;
    return Optional.of(
        UnitAnswer.of(
            outcome,
            String.format(
                Locale.ROOT,
                "%s %s %s, mean of %.0f s (%s to %s), engine %s.",
                name,
                plain(mean),
                unit,
                asks.seconds(),
                plain(least),
                plain(most),
                state.words())));
  }

  private static String plain(double value) {
    return String.format(Locale.ROOT, Math.abs(value) >= 100 ? "%.0f" : "%.1f", value);
  }

  /** What is waited for, in words. */
  public String waits() {
    if (!asks.when().contains(state)) {
      return "Waiting until the engine "
          + asks.when().stream().map(EngineState::words).collect(Collectors.joining(" or "))
          + "; now it "
          + (state == EngineState.UNKNOWN ? "tells nothing" : state.words())
          + ".";
    }
    return "Taking the mean of " + name + " over " + Math.round(asks.seconds()) + " s.";
  }
}
