package hitchlamp.core.story;

import hitchlamp.core.pack.Figure;
import hitchlamp.core.quantity.Unit;
import java.util.ArrayList;
import java.util.List;
import java.util.OptionalDouble;

/** Figures of a story that cannot all be right. */
public final class Contradictions {
  /** Difference between two counts of the same that rounding and the time of a read explain. */
  private static final double SAME_SHARE = 0.02;

  private static final double SAME_HOURS = 1;

  /**
   * Burned by the largest engines this tool is made for at full load (common practice, no source).
   */
  private static final double MOST_LITRES_PER_HOUR = 400;

  /** A road unit that moves burns at least this, and hardly more (common practice, no source). */
  private static final double LEAST_KM_PER_LITRE = 0.15;

  private static final double MOST_KM_PER_LITRE = 20;

  private Contradictions() {}

  /** Each as a sentence about the module. */
  public static List<String> of(ModuleStory m) {
    List<String> out = new ArrayList<>();
    use(m, m.life(), "life", out);
    use(m, m.trip(), "trip", out);
    m.lifeDuty().ifPresent(d -> sum(d, m.life(), "life", out));
    m.tripDuty().ifPresent(d -> sum(d, m.trip(), "trip", out));
    bands(m, out);
    for (Figure f : List.of(Figure.HOURS, Figure.DISTANCE, Figure.FUEL, Figure.IDLE_HOURS)) {
      Use.Amount life = m.life().figures().get(f);
      Use.Amount trip = m.trip().figures().get(f);
      if (life != null && trip != null && trip.value() > life.value() * (1 + SAME_SHARE) + 1) {
        out.add(
            "Its trip counts more "
                + f.title().toLowerCase(java.util.Locale.ROOT)
                + " than its life.");
      }
      plain(m, f, out);
    }
    return out;
  }

  private static void use(ModuleStory m, Use use, String what, List<String> out) {
    OptionalDouble hours = use.in(Figure.HOURS, Unit.HOUR);
    OptionalDouble idle = use.in(Figure.IDLE_HOURS, Unit.HOUR);
    if (hours.isPresent()
        && idle.isPresent()
        && idle.getAsDouble() > hours.getAsDouble() + SAME_HOURS) {
      out.add("Its " + what + " counts more idle hours than hours.");
    }
    Use worked = use.worked();
    OptionalDouble rate = worked.in(Figure.FUEL_RATE, Unit.LITRE_PER_HOUR);
    if (rate.isPresent() && rate.getAsDouble() > MOST_LITRES_PER_HOUR) {
      out.add(
          "Its "
              + what
              + " counts "
              + Wiped.figure(rate.getAsDouble())
              + " L of fuel an hour, more than such an engine can burn.");
    }
    OptionalDouble economy = worked.in(Figure.FUEL_ECONOMY, Unit.KILOMETRE_PER_LITRE);
    OptionalDouble distance = use.in(Figure.DISTANCE, Unit.KILOMETRE);
    if (economy.isPresent()
        && distance.orElse(0) > 100
        && (economy.getAsDouble() < LEAST_KM_PER_LITRE
            || economy.getAsDouble() > MOST_KM_PER_LITRE)) {
      out.add(
          "Fuel and distance of its "
              + what
              + " contradict each other: "
              + String.format(java.util.Locale.ROOT, "%.2f", economy.getAsDouble())
              + " km for a litre.");
    }
  }

  private static void sum(DutyMap duty, Use use, String what, List<String> out) {
    OptionalDouble hours = use.in(Figure.HOURS, Unit.HOUR);
    double total = duty.total() / 3600;
    if (hours.isPresent() && differ(total, hours.getAsDouble())) {
      out.add(
          "The map of speed and load of its "
              + what
              + " adds up to "
              + Wiped.figure(total)
              + " h, its hours are "
              + Wiped.figure(hours.getAsDouble())
              + ".");
    }
  }

  private static void bands(ModuleStory m, List<String> out) {
    OptionalDouble hours = m.life().in(Figure.HOURS, Unit.HOUR);
    m.bands()
        .ifPresent(
            b -> {
              double total = b.hours().stream().mapToDouble(Double::doubleValue).sum();
              if (hours.isPresent() && differ(total, hours.getAsDouble())) {
                out.add(
                    "Its hours per road speed add up to "
                        + Wiped.figure(total)
                        + " h, its hours are "
                        + Wiped.figure(hours.getAsDouble())
                        + ".");
              }
            });
  }

  private static boolean differ(double a, double b) {
    return Math.abs(a - b) > SAME_SHARE * Math.max(a, b) + SAME_HOURS;
  }

  /** What the standard message says against what the identifier says. */
  private static void plain(ModuleStory m, Figure f, List<String> out) {
    Use.Amount told = m.plain().figures().get(f);
    Use.Amount life = m.life().figures().get(f);
    if (told != null && life != null) {
      double other = life.unit().convert(life.value(), told.unit());
      if (differ(told.value(), other)) {
        out.add(
            f.title()
                + ": "
                + Wiped.figure(told.value())
                + " "
                + told.unit().symbol()
                + " by its standard message, "
                + Wiped.figure(other)
                + " "
                + told.unit().symbol()
                + " by its own record.");
      }
    }
  }
}
