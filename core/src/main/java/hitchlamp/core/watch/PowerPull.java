package hitchlamp.core.watch;

import hitchlamp.core.judge.Line;
import hitchlamp.core.pack.DriveKind;
import hitchlamp.core.quantity.Unit;
import hitchlamp.core.words.Figure;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/**
 * Power pulls of a road unit (D6): full pedal in one gear. The pulls are found in a recording by
 * themselves; delivered power comes from mass and acceleration (Newton: the force at the wheels
 * accelerates mass and turning parts, climbs, rolls and pushes air), with what it can be off by.
 */
public final class PowerPull {
  /** Standard gravity, m/s² (3rd CGPM, 1901). */
  public static final double GRAVITY = 9.80665;

  private static final double AIR_KG_M3 = 1.2;
  private static final double FULL_PEDAL_PERCENT = 95;
  private static final double SHORTEST_SECONDS = 2;
  private static final double LEAST_RISE_RPM = 250;

  /** A shorter pull ends before the boost has built up (common practice, no source). */
  private static final double JUDGED_SECONDS = 5;

  private static final double WINDOW_SECONDS = 0.8;
  private static final double FALLS_RPM = 40;
  private static final double BIN_RPM = 100;

  /** A unit and its load weigh between these shares of the empty unit (common practice). */
  private static final double LIGHTEST = 0.6;

  private static final double HEAVIEST = 8;
  private static final double LEAST_KMH = 3.6;
  private static final double GEAR_MATCH = 0.06;

  /** Engine and road speed of one gear stay in this proportion: more is a clutch or a shift. */
  private static final double TIED = 0.05;

  private static final long LONGEST_GAP_MICROS = 500_000;

  /** What the shares of nominal can be off by (common practice, no source). */
  private static final double ROLLING_OFF = 0.3;

  private static final double DRAG_OFF = 0.15;
  private static final double EFFICIENCY_OFF = 0.02;
  private static final double INERTIA_OFF = 0.15;

  /** An engine is called weak only where it is below reference by more than this as well. */
  private static final double TOLERATED = 0.05;

  /**
   * What is needed beside the recording.
   *
   * @param massKg of unit and load
   * @param massOff share by which the mass can be off, such as 0.03
   * @param grade mean rise of the road, share
   * @param gradeOff by how much the grade can be off, share: 0.003 is three in a thousand
   * @param gear that was in, from 1; 0 where it is to be found from road speed
   */
  public record Setup(double massKg, double massOff, double grade, double gradeOff, int gear) {
    public Setup {
      if (!(massKg > 0 && massOff >= 0 && gradeOff >= 0 && Math.abs(grade) < 1 && gear >= 0)) {
        throw new IllegalArgumentException(WatchWords.say("mass-must-be-above-0-grade"));
      }
    }
  }

  /** Power around one speed, kW at the crank; {@code off} is two standard deviations. */
  public record Point(double rpm, double kw, double off, double referenceKw) {}

  /**
   * One pull.
   *
   * @param gear 0 where it is not known
   * @param seconds from begin to end
   * @param between seconds between the two speeds that all pulls are compared over, not a number
   *     where it did not pass both
   * @param judged false where it is too short to say what the engine can do
   * @param points rising speed; empty where gear or mass are not known
   */
  public record Pull(
      long fromMicros,
      long toMicros,
      int gear,
      double fromRpm,
      double toRpm,
      double seconds,
      double between,
      boolean judged,
      List<Point> points) {}

  /** Whether the engine is as it should be. */
  public enum Judgement {
    AS_REFERENCE,
    BELOW_REFERENCE,
    CANNOT_TELL
  }

  /**
   * What the pulls come to.
   *
   * @param lowRpm begin of the stretch that {@link Pull#between} is taken over
   * @param highRpm its end
   */
  public record Result(
      List<Pull> pulls,
      double lowRpm,
      double highRpm,
      Judgement judgement,
      String says,
      String next) {}

  private PowerPull() {}

  /**
   * Finds and works out the pulls.
   *
   * @param rpm engine speed
   * @param pedal pedal or load, percent
   * @param kmh road speed; only needed where the gear is to be found
   * @throws IllegalArgumentException where no unit of this kind can have the mass: tonnes typed for
   *     kilograms would call a sound engine weak
   */
  public static Result of(Series rpm, Series pedal, Series kmh, DriveKind drive, Setup setup) {
    double empty = drive.massKg();
    if (setup.massKg() < LIGHTEST * empty || setup.massKg() > HEAVIEST * empty) {
      throw new IllegalArgumentException(
          WatchWords.say(
              "mass-is-not-of-this-unit",
              Figure.whole(setup.massKg(), Unit.KILOGRAM),
              Figure.whole(empty, Unit.KILOGRAM)));
    }
    List<Pull> found = new ArrayList<>();
    for (int[] span : spans(rpm, pedal)) {
      int[] tied = tied(rpm, kmh, span[0], span[1]);
      if (pulls(rpm, tied[0], tied[1] - 1)) {
        found.add(work(rpm, kmh, drive, setup, tied[0], tied[1]));
      }
    }
    double low =
        found.stream().filter(Pull::judged).mapToDouble(Pull::fromRpm).max().orElse(Double.NaN);
    double high =
        found.stream().filter(Pull::judged).mapToDouble(Pull::toRpm).min().orElse(Double.NaN);
    low = Math.ceil(low / BIN_RPM) * BIN_RPM;
    high = Math.floor(high / BIN_RPM) * BIN_RPM;
    List<Pull> pulls = new ArrayList<>();
    for (Pull p : found) {
      pulls.add(
          new Pull(
              p.fromMicros(),
              p.toMicros(),
              p.gear(),
              p.fromRpm(),
              p.toRpm(),
              p.seconds(),
              p.judged() ? between(rpm, p, low, high) : Double.NaN,
              p.judged(),
              p.points()));
    }
    return judge(pulls, low, high);
  }

  /** Stretches at full pedal in which speed rises without a break. */
  private static List<int[]> spans(Series rpm, Series pedal) {
    List<int[]> spans = new ArrayList<>();
    int begin = -1;
    double top = 0;
    for (int i = 0; i <= rpm.size(); i++) {
      boolean on = false;
      if (i < rpm.size()) {
        double value = rpm.value(i);
        double foot = pedal.at(rpm.micros()[i], LONGEST_GAP_MICROS * 2);
        boolean gap = i > 0 && rpm.micros()[i] - rpm.micros()[i - 1] > LONGEST_GAP_MICROS;
        on = foot >= FULL_PEDAL_PERCENT && !Double.isNaN(value) && !gap;
        on = on && (begin < 0 || value > top - FALLS_RPM);
        top = on ? begin < 0 ? value : Math.max(top, value) : 0;
      }
      if (on && begin < 0) {
        begin = i;
      } else if (!on && begin >= 0) {
        keep(rpm, begin, i, spans);
        begin = -1;
      }
    }
    return spans;
  }

  /** Keeps a stretch from where speed begins to rise to where it stops rising, if it is a pull. */
  private static void keep(Series rpm, int begin, int end, List<int[]> spans) {
    int low = begin;
    int high = begin;
    for (int i = begin; i < end; i++) {
      low = rpm.value(i) < rpm.value(low) ? i : low;
    }
    for (int i = low; i < end; i++) {
      high = rpm.value(i) > rpm.value(high) ? i : high;
    }
    if (pulls(rpm, low, high)) {
      spans.add(new int[] {low, high + 1});
    }
  }

  private static boolean pulls(Series rpm, int low, int high) {
    return high > low
        && (rpm.micros()[high] - rpm.micros()[low]) / 1e6 >= SHORTEST_SECONDS
        && rpm.value(high) - rpm.value(low) >= LEAST_RISE_RPM;
  }

  /**
   * The part of a stretch, the longest, in which engine and road speed go together: where the
   * clutch slips or a gear is out, engine speed tells nothing of what reaches the road. Without
   * road speed the stretch stays as it is.
   */
  private static int[] tied(Series rpm, Series kmh, int from, int to) {
    double[] ratio = new double[to - from];
    for (int i = from; i < to; i++) {
      double v = kmh.at(rpm.micros()[i], LONGEST_GAP_MICROS);
      ratio[i - from] = v > LEAST_KMH ? rpm.value(i) / v : Double.NaN;
    }
    double[] known = Arrays.stream(ratio).filter(r -> !Double.isNaN(r)).sorted().toArray();
    if (known.length < 3) {
      return new int[] {from, to};
    }
    double middle = known[known.length / 2];
    int best = from;
    int bestEnd = from;
    int begin = from;
    for (int i = from; i <= to; i++) {
      boolean goes =
          i < to
              && (Double.isNaN(ratio[i - from]) || Math.abs(ratio[i - from] / middle - 1) < TIED);
      if (!goes) {
        if (i - begin > bestEnd - best) {
          best = begin;
          bestEnd = i;
        }
        begin = i + 1;
      }
    }
    return new int[] {best, bestEnd};
  }

  private static Pull work(Series rpm, Series kmh, DriveKind drive, Setup setup, int from, int to) {
    double[] t = new double[to - from];
    double[] omega = new double[to - from];
    for (int i = from; i < to; i++) {
      t[i - from] = (rpm.micros()[i] - rpm.micros()[from]) / 1e6;
      omega[i - from] = rpm.value(i) * Math.PI / 30;
    }
    int gear = setup.gear() > 0 ? setup.gear() : gear(rpm, kmh, drive, from, to);
    List<Point> points =
        gear < 1 || gear > drive.gears().size() || drive.afloat()
            ? List.of()
            : points(t, omega, drive, setup, gear);
    return new Pull(
        rpm.micros()[from],
        rpm.micros()[to - 1],
        gear,
        rpm.value(from),
        rpm.value(to - 1),
        t[t.length - 1],
        Double.NaN,
        t[t.length - 1] >= JUDGED_SECONDS,
        points);
  }

  /** The gear whose ratio fits speed over ground; 0 where none does. */
  private static int gear(Series rpm, Series kmh, DriveKind drive, int from, int to) {
    double[] ratios = new double[to - from];
    int n = 0;
    for (int i = from; i < to; i++) {
      double v = kmh.at(rpm.micros()[i], LONGEST_GAP_MICROS) / 3.6;
      if (v * 3.6 > LEAST_KMH) {
        double wheel = v / drive.wheelM() * drive.finalDrive() * 30 / Math.PI;
        ratios[n++] = rpm.value(i) / wheel;
      }
    }
    if (n < 3) {
      return 0;
    }
    Arrays.sort(ratios, 0, n);
    double middle = ratios[n / 2];
    int best = 0;
    for (int g = 1; g <= drive.gears().size(); g++) {
      if (Math.abs(drive.gears().get(g - 1) / middle - 1) < GEAR_MATCH
          && (best == 0
              || Math.abs(drive.gears().get(g - 1) - middle)
                  < Math.abs(drive.gears().get(best - 1) - middle))) {
        best = g;
      }
    }
    return best;
  }

  /** Power at steps of engine speed: a straight line through a window of time at each. */
  private static List<Point> points(
      double[] t, double[] omega, DriveKind drive, Setup setup, int gear) {
    List<Point> points = new ArrayList<>();
    double reach = drive.gears().get(gear - 1) * drive.finalDrive() / drive.wheelM();
    double step = BIN_RPM * Math.PI / 30;
    double first = Math.ceil(omega[0] / step) * step;
    double last = omega[omega.length - 1];
    for (double w = first; w <= last; w += step) {
      int middle = 0;
      while (middle < omega.length - 1 && omega[middle] < w) {
        middle++;
      }
      int a = middle;
      int b = middle;
      while (a > 0 && t[middle] - t[a] < WINDOW_SECONDS / 2) {
        a--;
      }
      while (b < t.length - 1 && t[b] - t[middle] < WINDOW_SECONDS / 2) {
        b++;
      }
      boolean whole = t[b] - t[a] > WINDOW_SECONDS * 0.8;
      if (b - a < 4 || !whole) {
        continue;
      }
      Line line = Line.fit(t, omega, a, b + 1);
      points.add(point(w, line, reach, drive, setup));
    }
    return points;
  }

  /** Power at a crank speed from its rise, with what it can be off by. */
  private static Point point(double omega, Line line, double reach, DriveKind drive, Setup setup) {
    double v = omega / reach;
    double acceleration = line.slope() / reach;
    double mass = setup.massKg();
    double wheels = drive.wheelInertia() / (drive.wheelM() * drive.wheelM());
    double toMass = (mass + wheels) * acceleration;
    double rolling = drive.rolling() * mass * GRAVITY;
    double climbing = mass * GRAVITY * setup.grade();
    double air = 0.5 * AIR_KG_M3 * drive.dragArea() * v * v;
    double atWheels = (toMass + rolling + climbing + air) * v / drive.drivelineEfficiency();
    double turning = drive.engineInertia() * omega * line.slope();
    double off =
        Math.sqrt(
            square((mass + wheels) * line.slopeError() / reach * v)
                + square(setup.massOff() * mass * (acceleration + GRAVITY * setup.grade()) * v)
                + square(setup.gradeOff() * mass * GRAVITY * v)
                + square(ROLLING_OFF * rolling * v)
                + square(DRAG_OFF * air * v)
                + square(EFFICIENCY_OFF * atWheels)
                + square(INERTIA_OFF * turning));
    double rpm = omega * 30 / Math.PI;
    return new Point(rpm, (atWheels + turning) / 1e3, 2 * off / 1e3, drive.referenceKw(rpm));
  }

  private static double square(double x) {
    return x * x;
  }

  private static double between(Series rpm, Pull p, double low, double high) {
    if (!(high > low)) {
      return Double.NaN;
    }
    Series part = rpm.between(p.fromMicros(), p.toMicros());
    double a = crossing(part, low);
    double b = crossing(part, high);
    return (b - a) / 1e6;
  }

  /** Time at which speed first passes a value, straight between two; not a number where never. */
  private static double crossing(Series s, double value) {
    for (int i = 0; i < s.size(); i++) {
      if (s.value(i) >= value) {
        if (i == 0) {
          return s.micros()[0];
        }
        double before = s.value(i - 1);
        double share = (value - before) / (s.value(i) - before);
        return s.micros()[i - 1] + share * (s.micros()[i] - s.micros()[i - 1]);
      }
    }
    return Double.NaN;
  }

  private static Result judge(List<Pull> pulls, double low, double high) {
    if (pulls.isEmpty()) {
      return new Result(
          pulls,
          low,
          high,
          Judgement.CANNOT_TELL,
          WatchWords.say("no-pull-was-found-full-pedal"),
          WatchWords.say("drive-in-one-gear-with-the"));
    }
    List<Pull> judged = pulls.stream().filter(Pull::judged).toList();
    if (judged.isEmpty()) {
      return new Result(
          pulls,
          low,
          high,
          Judgement.CANNOT_TELL,
          WatchWords.say("no-pull-lasts", Figure.whole(JUDGED_SECONDS, Unit.SECOND)),
          WatchWords.say("pull-again-in-a-higher-gear"));
    }
    List<Point> all = judged.stream().flatMap(p -> p.points().stream()).toList();
    List<Point> known = all.stream().filter(p -> !Double.isNaN(p.referenceKw())).toList();
    if (known.isEmpty()) {
      return new Result(
          pulls,
          low,
          high,
          Judgement.CANNOT_TELL,
          WatchWords.say("no-power-could-be-worked-out"),
          WatchWords.say("enter-gear-and-mass-the-times"));
    }
    double missing = 0;
    double weight = 0;
    double off = 0;
    for (Point p : known) {
      missing += (p.referenceKw() - p.kw()) / p.referenceKw();
      off += p.off() / p.referenceKw();
      weight++;
    }
    missing /= weight;
    off /= weight;
    String figures =
        WatchWords.say(
            missing > 0 ? "below-reference" : "above-reference",
            Figure.whole(Math.abs(100 * missing), Unit.PERCENT),
            Figure.whole(100 * off, Unit.PERCENT));
    if (missing > off && missing > TOLERATED) {
      return new Result(
          pulls,
          low,
          high,
          Judgement.BELOW_REFERENCE,
          WatchWords.say("power-is-clearly-low", figures),
          WatchWords.say("see-boost-and-rail-pressure-over"));
    }
    if (off > 0.2) {
      return new Result(
          pulls,
          low,
          high,
          Judgement.CANNOT_TELL,
          WatchWords.say("power-is-too-uncertain-to-say", figures),
          WatchWords.say("weigh-the-unit-and-choose-a"));
    }
    return new Result(
        pulls,
        low,
        high,
        Judgement.AS_REFERENCE,
        WatchWords.say("power-is-nothing-missing-beyond-what", figures),
        WatchWords.say("compare-with-the-pull-before-the"));
  }
}
