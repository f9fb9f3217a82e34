package hitchlamp.core.trace;

import hitchlamp.core.pack.EngineState;
import hitchlamp.core.pack.Guide;
import hitchlamp.core.quantity.Unit;
import hitchlamp.core.watch.LiveValues;
import hitchlamp.core.words.Figure;
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
  public Optional<UnitAnswer> look(LiveValues book, long micros) {
    state = book.engine(side, micros);
    double figure = book.figure(asks.of(), side, micros);
    if (Double.isNaN(figure)) {
      return micros - lastFigure > PATIENCE_MICROS
          ? Optional.of(UnitAnswer.cannotTell(TraceWords.say("is-told-by-no-module-just", name)))
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
            TraceWords.said(
                "mean-over-time",
                name,
                figure(mean),
                Math.round(asks.seconds()),
                figure(least),
                figure(most),
                state.words())));
  }

  private Object figure(double value) {
    int decimals = Math.abs(value) >= 100 ? 0 : 1;
    return Unit.ofSymbol(unit)
        .<Object>map(u -> new Figure(value, u, decimals))
        .orElseGet(() -> String.format(Locale.ROOT, "%." + decimals + "f", value));
  }

  /** What is waited for, in words. */
  public String waits() {
    if (!asks.when().contains(state)) {
      return TraceWords.say(
          "waiting-until-the-engine-now-it",
          asks.when().stream().map(EngineState::words).collect(Collectors.joining(" or ")),
          state == EngineState.UNKNOWN ? TraceWords.say("tells-nothing") : state.words());
    }
    return TraceWords.say("taking-the-mean-of-over-s", name, Math.round(asks.seconds()));
  }
}
