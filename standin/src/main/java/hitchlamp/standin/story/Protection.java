package hitchlamp.standin.story;

import java.util.ArrayList;
import java.util.List;
import java.util.function.DoubleSupplier;

/** What a module keeps about the engine leaving its safe range. No clear of faults removes it. */
public final class Protection {
  private static final int PER_PAGE = 20;

  /** A quantity must stay beyond its limit for so long, as for the slowest monitor. */
  private static final double RIPE_SECONDS = 15;

  /** One quantity with its limit, and what was seen beyond it. */
  private static final class Guard {
    final int code;
    final int severity;
    final boolean above;
    final double limit;
    final double offset;
    final double step;
    final DoubleSupplier value;
    double peak;
    double peakHour;
    double firstHour;
    double lastHour;
    double seconds;
    int count;
    double beyondFor;
    boolean beyond;

    Guard(
        int code,
        int severity,
        boolean above,
        double limit,
        double offset,
        double step,
        DoubleSupplier value) {
      this.code = code;
      this.severity = severity;
      this.above = above;
      this.limit = limit;
      this.offset = offset;
      this.step = step;
      this.value = value;
    }
  }

  private final List<Guard> guards = new ArrayList<>();

  /**
   * Guards a quantity.
   *
   * @param severity 1 warn, 2 lower power, 3 stop
   * @param above whether it must stay below the limit
   * @param offset value at 0 counts
   * @param step value of a count
   * @param value as the module measures it; not a number while it cannot tell
   */
  public Protection guard(
      int code,
      int severity,
      boolean above,
      double limit,
      double offset,
      double step,
      DoubleSupplier value) {
    guards.add(new Guard(code, severity, above, limit, offset, step, value));
    return this;
  }

  void step(double seconds, double hour) {
    for (int i = 0; i < guards.size(); i++) {
      Guard g = guards.get(i);
      double v = g.value.getAsDouble();
      g.beyondFor = (g.above ? v > g.limit : v < g.limit) ? g.beyondFor + seconds : 0;
      boolean beyond = g.beyondFor >= RIPE_SECONDS;
      if (beyond) {
        boolean first = g.count == 0;
        if (!g.beyond) {
          g.count++;
        }
        if (first) {
          g.firstHour = hour;
        }
        if (first || (g.above ? v > g.peak : v < g.peak)) {
          g.peak = v;
          g.peakHour = hour;
        }
        g.seconds += seconds;
        g.lastHour = hour;
      }
      g.beyond = beyond;
    }
  }

  /**
   * Pages, records, then each record: quantity, severity, limit, peak, count, seconds, hours of
   * first, last and peak.
   */
  byte[] page(int page) {
    List<Guard> told = guards.stream().filter(g -> g.count > 0).toList();
    Bytes out = Pages.head(told.size(), PER_PAGE, page);
    for (Guard g : Pages.of(told, PER_PAGE, page)) {
      out.one(g.code)
          .one(g.severity)
          .two((g.limit - g.offset) / g.step)
          .two((g.peak - g.offset) / g.step)
          .two(g.count)
          .four(g.seconds)
          .four(g.firstHour / Use.HOUR_STEP)
          .four(g.lastHour / Use.HOUR_STEP)
          .four(g.peakHour / Use.HOUR_STEP);
    }
    return out.done();
  }
}
