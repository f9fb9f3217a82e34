package hitchlamp.core.watch;

import hitchlamp.core.judge.Line;
import hitchlamp.core.pack.DriveKind;
import hitchlamp.core.quantity.Unit;
import hitchlamp.core.words.Figure;
import hitchlamp.core.words.Said;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/**
 * A sea trial (D7): steady points up the range to full throttle, found in a recording by
 * themselves, held against the propeller law (power with the cube of speed for a fixed propeller
 * behind a displacement hull, any book of naval architecture), engine by engine.
 */
public final class SeaTrial {
  private static final long SECOND = 1_000_000;
  private static final double STEADY_SECONDS = 15;
  private static final double STEADY_SHARE = 0.012;
  private static final double APART_RPM = 60;
  private static final double LEAST_RPM = 750;
  private static final double FULL_LEVER_PERCENT = 95;
  private static final double FULL_LOAD_PERCENT = 95;

  /** Reaches rated speed where within this (common practice, no source). */
  private static final double REACHES = 0.97;

  /** With less of rated power at rated speed the propeller takes too little (common practice). */
  private static final double LIGHT_BELOW = 0.85;

  private static final double SETTLES_K_PER_MINUTE = 1.5;

  /** Two engines differ where their power at one speed does by more (common practice). */
  private static final double DIFFER = 0.08;

  /**
   * Series of one engine; an empty series where nothing was recorded.
   *
   * @param side "port" or such, empty for the only one
   */
  public record Engine(
      String side,
      Series rpm,
      Series torque,
      Series friction,
      Series lever,
      Series coolant,
      Series exhaust,
      Series boost,
      Series fuel) {}

  /**
   * A steady point.
   *
   * @param kw at the crank, from percent torque and its reference; not a number where not told
   * @param lawKw what the propeller law through the highest point says
   * @param coolantRise K a minute at its end; not a number where not told
   */
  public record Point(
      long fromMicros,
      long toMicros,
      double rpm,
      double lever,
      double loadPercent,
      double kw,
      double lawKw,
      double boost,
      double fuel,
      double coolant,
      double coolantRise,
      double exhaust) {}

  /** How propeller and engine fit. */
  public enum Fit {
    RIGHT,
    /** She does not reach rated speed with full load. */
    OVERLOADED,
    /** She reaches it with little load. */
    UNDER_PROPPED,
    /** She reaches neither rated speed nor full load. */
    LACKS_POWER,
    CANNOT_TELL
  }

  /**
   * One engine.
   *
   * @param exponent of power over speed through its points; 3 is the law
   * @param exponentOff two standard errors
   */
  public record Side(
      String side,
      List<Point> points,
      double exponent,
      double exponentOff,
      Fit fit,
      Said says,
      boolean settles) {}

  /** What the trial comes to. */
  public record Result(List<Side> sides, List<Said> differences, Said says, String next) {}

  private SeaTrial() {}

  /** Works out a trial. */
  public static Result of(List<Engine> engines, DriveKind drive) {
    List<Side> sides = engines.stream().map(e -> side(e, drive)).toList();
    List<Said> differences = differences(sides);
    boolean known = sides.stream().anyMatch(s -> s.fit() != Fit.CANNOT_TELL);
    Said says =
        Said.joined(
            " ", sides.stream().map(s -> new Said(named(s.side()) + s.says().text())).toList());
    String next =
        !known
            ? WatchWords.say("run-up-the-range-in-steps")
            : sides.stream().anyMatch(s -> s.fit() == Fit.OVERLOADED)
                ? WatchWords.say("hull-and-propeller-clean-if-so")
                : sides.stream().anyMatch(s -> s.fit() == Fit.LACKS_POWER)
                    ? WatchWords.say("look-for-what-takes-power-boost")
                    : WatchWords.say("nothing-to-do-about-the-propeller");
    return new Result(sides, differences, says, next);
  }

  private static String named(String side) {
    return side.isEmpty()
        ? ""
        : side.substring(0, 1).toUpperCase(Locale.ROOT) + side.substring(1) + ": ";
  }

  private static Side side(Engine e, DriveKind drive) {
    List<Point> raw = points(e, drive);
    Point top = raw.stream().max((a, b) -> Double.compare(a.rpm(), b.rpm())).orElse(null);
    List<Point> points = new ArrayList<>();
    for (Point p : raw) {
      double law =
          top == null || Double.isNaN(top.kw())
              ? Double.NaN
              : top.kw() * Math.pow(p.rpm() / top.rpm(), 3);
      points.add(
          new Point(
              p.fromMicros(),
              p.toMicros(),
              p.rpm(),
              p.lever(),
              p.loadPercent(),
              p.kw(),
              law,
              p.boost(),
              p.fuel(),
              p.coolant(),
              p.coolantRise(),
              p.exhaust()));
    }
    double[] law = exponent(points);
    boolean settles =
        points.isEmpty()
            || Double.isNaN(points.get(points.size() - 1).coolantRise())
            || points.get(points.size() - 1).coolantRise() < SETTLES_K_PER_MINUTE;
    Fit fit = fit(points, drive);
    return new Side(e.side(), points, law[0], law[1], fit, says(fit, points, drive), settles);
  }

  /** Means of every second, so that the unrest of single firings does not count. */
  private static Series seconds(Series s) {
    int n = s.size() == 0 ? 0 : (int) ((s.micros()[s.size() - 1] - s.micros()[0]) / SECOND) + 1;
    double[] sums = new double[n];
    int[] counts = new int[n];
    for (int i = 0; i < s.size(); i++) {
      if (!Double.isNaN(s.value(i))) {
        int at = (int) ((s.micros()[i] - s.micros()[0]) / SECOND);
        sums[at] += s.raws()[i];
        counts[at]++;
      }
    }
    long[] times = new long[n];
    long[] raws = new long[n];
    int kept = 0;
    for (int i = 0; i < n; i++) {
      if (counts[i] > 0) {
        times[kept] = s.micros()[0] + i * SECOND;
        raws[kept++] = Math.round(sums[i] / counts[i]);
      }
    }
    return new Series(
        s.channel(), java.util.Arrays.copyOf(times, kept), java.util.Arrays.copyOf(raws, kept));
  }

  /** Stretches in which speed stands. */
  private static List<Point> points(Engine e, DriveKind drive) {
    List<Point> points = new ArrayList<>();
    Series rpm = seconds(e.rpm());
    int begin = 0;
    while (begin < rpm.size()) {
      int end = begin;
      double low = rpm.value(begin);
      double high = low;
      while (end + 1 < rpm.size()) {
        double next = rpm.value(end + 1);
        double least = Math.min(low, next);
        double most = Math.max(high, next);
        if (Double.isNaN(next) || most - least > 2 * STEADY_SHARE * most) {
          break;
        }
        low = least;
        high = most;
        end++;
      }
      double seconds = (rpm.micros()[end] - rpm.micros()[begin]) / 1e6;
      if (seconds >= STEADY_SECONDS && low > LEAST_RPM) {
        // The beginning still carries what was before.
        long from = rpm.micros()[end] - (rpm.micros()[end] - rpm.micros()[begin]) * 2 / 3;
        Point p = point(e, drive, from, rpm.micros()[end]);
        points.removeIf(q -> Math.abs(q.rpm() - p.rpm()) < APART_RPM);
        points.add(p);
        begin = end + 1;
      } else {
        begin++;
      }
    }
    points.sort((a, b) -> Double.compare(a.rpm(), b.rpm()));
    return points;
  }

  private static Point point(Engine e, DriveKind drive, long from, long to) {
    double rpm = mean(e.rpm(), from, to);
    double torque = mean(e.torque(), from, to);
    double friction = mean(e.friction(), from, to);
    double net = torque - (Double.isNaN(friction) ? 0 : friction);
    Series coolant = e.coolant().between(from, to);
    return new Point(
        from,
        to,
        rpm,
        mean(e.lever(), from, to),
        torque,
        net / 100 * drive.torqueNm() * rpm * Math.PI / 30 / 1e3,
        Double.NaN,
        mean(e.boost(), from, to),
        mean(e.fuel(), from, to),
        Statistics.of(coolant).last(),
        rise(coolant),
        mean(e.exhaust(), from, to));
  }

  private static double mean(Series s, long from, long to) {
    return Statistics.of(s.between(from, to)).mean();
  }

  private static double rise(Series s) {
    double[] x = new double[s.size()];
    double[] y = new double[s.size()];
    int n = 0;
    for (int i = 0; i < s.size(); i++) {
      if (!Double.isNaN(s.value(i))) {
        x[n] = s.micros()[i] / 6e7;
        y[n++] = s.value(i);
      }
    }
    return n < 3 ? Double.NaN : Line.fit(x, y, 0, n).slope();
  }

  /** Slope of the logarithms, and two of its standard errors. */
  private static double[] exponent(List<Point> points) {
    double[] x = new double[points.size()];
    double[] y = new double[points.size()];
    int n = 0;
    for (Point p : points) {
      if (p.kw() > 0) {
        x[n] = Math.log(p.rpm());
        y[n++] = Math.log(p.kw());
      }
    }
    if (n < 3) {
      return new double[] {Double.NaN, Double.NaN};
    }
    Line line = Line.fit(x, y, 0, n);
    return new double[] {line.slope(), 2 * line.slopeError()};
  }

  private static Fit fit(List<Point> points, DriveKind drive) {
    if (points.isEmpty()) {
      return Fit.CANNOT_TELL;
    }
    Point top = points.get(points.size() - 1);
    boolean full = top.lever() >= FULL_LEVER_PERCENT;
    if (!full || Double.isNaN(top.kw())) {
      return Fit.CANNOT_TELL;
    }
    double share = top.rpm() / drive.ratedRpm();
    double power = top.kw() / drive.ratedKw();
    if (share < REACHES) {
      double reference = drive.referenceKw(top.rpm());
      double most = Double.isNaN(reference) ? drive.ratedKw() : reference;
      return top.kw() >= FULL_LOAD_PERCENT / 100 * 0.97 * most ? Fit.OVERLOADED : Fit.LACKS_POWER;
    }
    return power < LIGHT_BELOW ? Fit.UNDER_PROPPED : Fit.RIGHT;
  }

  private static Said says(Fit fit, List<Point> points, DriveKind drive) {
    if (points.isEmpty()) {
      return WatchWords.said("no-steady-point-was-found");
    }
    Point top = points.get(points.size() - 1);
    Said at =
        WatchWords.said(
            "highest-point",
            Figure.whole(top.rpm(), Unit.RPM),
            Double.isNaN(top.kw())
                ? WatchWords.say("power-not-known")
                : Figure.whole(top.kw(), Unit.KILOWATT),
            Figure.whole(drive.ratedRpm(), Unit.RPM),
            Figure.whole(drive.ratedKw(), Unit.KILOWATT));
    return switch (fit) {
      case RIGHT -> WatchWords.said("engine-and-propeller-fit", at);
      case OVERLOADED -> WatchWords.said("rated-speed-is-not-reached-although", at);
      case UNDER_PROPPED -> WatchWords.said("rated-speed-with-little-load-under", at);
      case LACKS_POWER -> WatchWords.said("neither-rated-speed-nor-full-power", at);
      case CANNOT_TELL -> WatchWords.said("full-throttle-was-not-held-for", at);
    };
  }

  /** How two engines of one vessel differ at like speeds. */
  private static List<Said> differences(List<Side> sides) {
    List<Said> says = new ArrayList<>();
    if (sides.size() != 2) {
      return says;
    }
    for (Point a : sides.get(0).points()) {
      for (Point b : sides.get(1).points()) {
        if (Math.abs(a.rpm() - b.rpm()) > APART_RPM || !(a.kw() > 0) || !(b.kw() > 0)) {
          continue;
        }
        // Brought to one speed by the law.
        double at = b.kw() * Math.pow(a.rpm() / b.rpm(), 3);
        double share = at / a.kw() - 1;
        if (Math.abs(share) > DIFFER) {
          says.add(
              WatchWords.said(
                  share > 0 ? "takes-more-power-than" : "takes-less-power-than",
                  Figure.whole(a.rpm(), Unit.RPM),
                  sides.get(1).side(),
                  Figure.whole(Math.abs(100 * share), Unit.PERCENT),
                  sides.get(0).side()));
        }
      }
    }
    return says;
  }
}
