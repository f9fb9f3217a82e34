package hitchlamp.core.story;

import hitchlamp.core.pack.UseFigure;
import hitchlamp.core.quantity.Unit;
import java.util.EnumMap;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.function.BiFunction;

/**
 * Figures of use over a stretch of the engine's life. A figure that the module does not tell is
 * missing, and so is what would be worked out from it.
 */
public record Use(Map<UseFigure, Amount> figures) {
  /** An amount with its unit. */
  public record Amount(double value, Unit unit) {}

  public Use {
    figures = Map.copyOf(figures);
  }

  /** An amount in a unit; empty where it is not told. */
  public OptionalDouble in(UseFigure figure, Unit unit) {
    return Optional.ofNullable(figures.get(figure))
        .map(a -> OptionalDouble.of(a.unit().convert(a.value(), unit)))
        .orElse(OptionalDouble.empty());
  }

  /** True where nothing is told. */
  public boolean nothing() {
    return figures.isEmpty();
  }

  /** What is told and what follows from it: quotients of totals, never means of quotients. */
  public Use worked() {
    Map<UseFigure, Amount> all = new EnumMap<>(UseFigure.class);
    all.putAll(figures);
    OptionalDouble hours = in(UseFigure.HOURS, Unit.HOUR);
    OptionalDouble idle = in(UseFigure.IDLE_HOURS, Unit.HOUR);
    OptionalDouble fuel = in(UseFigure.FUEL, Unit.LITRE);
    OptionalDouble distance = in(UseFigure.DISTANCE, Unit.KILOMETRE);
    put(all, UseFigure.IDLE_SHARE, Unit.PERCENT, idle, hours, (i, h) -> 100 * i / h);
    put(all, UseFigure.FUEL_RATE, Unit.LITRE_PER_HOUR, fuel, hours, (f, h) -> f / h);
    put(all, UseFigure.FUEL_ECONOMY, Unit.KILOMETRE_PER_LITRE, distance, fuel, (d, f) -> d / f);
    put(
        all,
        UseFigure.LOAD_FACTOR,
        Unit.PERCENT,
        in(UseFigure.LOAD_HOURS, Unit.HOUR),
        hours,
        (l, h) -> 100 * l / h);
    OptionalDouble stood = in(UseFigure.DRIVE_HOURS, Unit.HOUR);
    if (hours.isPresent() && idle.isPresent() && stood.isPresent()) {
      put(
          all,
          UseFigure.MEAN_SPEED,
          Unit.KILOMETRE_PER_HOUR,
          distance,
          OptionalDouble.of(hours.getAsDouble() - idle.getAsDouble() - stood.getAsDouble()),
          (d, h) -> d / h);
    }
    return new Use(all);
  }

  private static void put(
      Map<UseFigure, Amount> all,
      UseFigure figure,
      Unit unit,
      OptionalDouble a,
      OptionalDouble b,
      BiFunction<Double, Double, Double> how) {
    if (a.isPresent() && b.isPresent() && b.getAsDouble() > 0) {
      all.put(figure, new Amount(how.apply(a.getAsDouble(), b.getAsDouble()), unit));
    }
  }
}
