package hitchlamp.core.story;

import hitchlamp.core.pack.UseFigure;
import hitchlamp.core.quantity.Unit;
import hitchlamp.core.words.Figure;
import hitchlamp.core.words.Said;
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
  public static List<Said> of(ModuleStory m) {
    List<Said> out = new ArrayList<>();
    use(m, m.life(), "life", out);
    use(m, m.trip(), "trip", out);
    m.lifeDuty().ifPresent(d -> sum(d, m.life(), "life", out));
    m.tripDuty().ifPresent(d -> sum(d, m.trip(), "trip", out));
    bands(m, out);
    for (UseFigure f :
        List.of(UseFigure.HOURS, UseFigure.DISTANCE, UseFigure.FUEL, UseFigure.IDLE_HOURS)) {
      Use.Amount life = m.life().figures().get(f);
      Use.Amount trip = m.trip().figures().get(f);
      if (life != null && trip != null && trip.value() > life.value() * (1 + SAME_SHARE) + 1) {
        out.add(
            StoryWords.said(
                "its-trip-counts-more-than-its", f.title().toLowerCase(java.util.Locale.ROOT)));
      }
      plain(m, f, out);
    }
    return out;
  }

  private static void use(ModuleStory m, Use use, String what, List<Said> out) {
    OptionalDouble hours = use.in(UseFigure.HOURS, Unit.HOUR);
    OptionalDouble idle = use.in(UseFigure.IDLE_HOURS, Unit.HOUR);
    if (hours.isPresent()
        && idle.isPresent()
        && idle.getAsDouble() > hours.getAsDouble() + SAME_HOURS) {
      out.add(StoryWords.said("its-counts-more-idle-hours-than", what));
    }
    Use worked = use.worked();
    OptionalDouble rate = worked.in(UseFigure.FUEL_RATE, Unit.LITRE_PER_HOUR);
    if (rate.isPresent() && rate.getAsDouble() > MOST_LITRES_PER_HOUR) {
      out.add(
          StoryWords.said(
              "its-counts-more-fuel-than-an-engine-burns",
              what,
              Figure.counted(rate.getAsDouble(), Unit.LITRE_PER_HOUR)));
    }
    OptionalDouble economy = worked.in(UseFigure.FUEL_ECONOMY, Unit.KILOMETRE_PER_LITRE);
    OptionalDouble distance = use.in(UseFigure.DISTANCE, Unit.KILOMETRE);
    if (economy.isPresent()
        && distance.orElse(0) > 100
        && (economy.getAsDouble() < LEAST_KM_PER_LITRE
            || economy.getAsDouble() > MOST_KM_PER_LITRE)) {
      out.add(
          StoryWords.said(
              "fuel-and-distance-of-its-contradict",
              what,
              new Figure(economy.getAsDouble(), Unit.KILOMETRE_PER_LITRE, 2)));
    }
  }

  private static void sum(DutyMap duty, Use use, String what, List<Said> out) {
    OptionalDouble hours = use.in(UseFigure.HOURS, Unit.HOUR);
    double total = duty.total() / 3600;
    if (hours.isPresent() && differ(total, hours.getAsDouble())) {
      out.add(
          StoryWords.said(
              "the-map-of-speed-and-load", what, hours(total), hours(hours.getAsDouble())));
    }
  }

  private static void bands(ModuleStory m, List<Said> out) {
    OptionalDouble hours = m.life().in(UseFigure.HOURS, Unit.HOUR);
    m.bands()
        .ifPresent(
            b -> {
              double total = b.hours().stream().mapToDouble(Double::doubleValue).sum();
              if (hours.isPresent() && differ(total, hours.getAsDouble())) {
                out.add(
                    StoryWords.said(
                        "its-hours-per-road-speed-add", hours(total), hours(hours.getAsDouble())));
              }
            });
  }

  private static Figure hours(double value) {
    return Figure.counted(value, Unit.HOUR);
  }

  private static boolean differ(double a, double b) {
    return Math.abs(a - b) > SAME_SHARE * Math.max(a, b) + SAME_HOURS;
  }

  /** What the standard message says against what the identifier says. */
  private static void plain(ModuleStory m, UseFigure f, List<Said> out) {
    Use.Amount told = m.plain().figures().get(f);
    Use.Amount life = m.life().figures().get(f);
    if (told != null && life != null) {
      double other = life.unit().convert(life.value(), told.unit());
      if (differ(told.value(), other)) {
        out.add(
            StoryWords.said(
                "by-its-standard-message-by-its",
                f.title(),
                Figure.counted(told.value(), told.unit()),
                Figure.counted(other, told.unit())));
      }
    }
  }
}
