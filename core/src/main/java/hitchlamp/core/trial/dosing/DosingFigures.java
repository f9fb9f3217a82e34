package hitchlamp.core.trial.dosing;

import hitchlamp.core.judge.Line;
import java.util.List;
import java.util.function.ToDoubleFunction;

/**
 * The figures of a check; not a number what its points do not give.
 *
 * @param atRest pressure before anything was pumped, kPa
 * @param fill seconds until the empty line gave pressure
 * @param most greatest pressure that was reached, kPa
 * @param held pressure at the end of the holding, kPa
 * @param swing by which it swung there, kPa
 * @param leak what the closed line lost, kPa a minute
 * @param leakOff by which noise can have moved that, with 95 % confidence
 * @param hold effort of the pump, percent
 * @param little what it took more while little was dosed, percent
 * @param much the same while much was dosed
 * @param least pressure while much was dosed, of its mean over a second, kPa
 * @param emptied least pressure while it was emptied, kPa
 */
record DosingFigures(
    double atRest,
    double fill,
    double most,
    double held,
    double swing,
    double leak,
    double leakOff,
    double hold,
    double little,
    double much,
    double least,
    double emptied) {
  /** From this pressure on the line is taken for filled. */
  private static final double FILLED_KPA = 60;

  private static final double LAST_SECONDS = 10;

  /** Pressure and pump have settled so long after the line is filled, s. */
  private static final double SWINGS_IN = 8;

  private static final double LAST_DOSED = 6;
  private static final double SETTLES = 1.5;

  /** A line that loses a lot is judged over the first part of the fall, where it is straight. */
  private static final double STRAIGHT = 0.75;

  private static final int FEWEST = 4;
  private static final double CONFIDENCE = 1.96;

  static DosingFigures of(List<DosingPoint> points) {
    List<DosingPoint> before = in(points, DosingStage.NONE);
    List<DosingPoint> fills = in(points, DosingStage.FILL);
    List<DosingPoint> holds = last(settled(in(points, DosingStage.HOLD)), LAST_SECONDS);
    List<DosingPoint> rests = in(points, DosingStage.REST);
    List<DosingPoint> little = last(in(points, DosingStage.DOSE_LITTLE), LAST_DOSED);
    List<DosingPoint> much = last(in(points, DosingStage.DOSE_MUCH), LAST_DOSED);
    double[] leak = leak(rests);
    double hold = mean(holds, DosingPoint::effort);
    double began = fills.isEmpty() ? Double.NaN : fills.get(0).seconds();
    return new DosingFigures(
        mean(untilFill(points, before), DosingPoint::kpa),
        first(points, fills) - began,
        points.stream().mapToDouble(DosingPoint::kpa).max().orElse(Double.NaN),
        mean(holds, DosingPoint::kpa),
        swing(holds),
        leak[0],
        leak[1],
        hold,
        mean(little, DosingPoint::effort) - hold,
        mean(much, DosingPoint::effort) - hold,
        mean(much, DosingPoint::kpa),
        in(points, DosingStage.EMPTY).stream()
            .mapToDouble(DosingPoint::kpa)
            .min()
            .orElse(Double.NaN));
  }

  /** True where it was held, so that the rest can be judged. */
  boolean built() {
    return !Double.isNaN(held);
  }

  private static List<DosingPoint> untilFill(List<DosingPoint> all, List<DosingPoint> before) {
    double until =
        all.stream()
            .filter(p -> p.stage() == DosingStage.FILL)
            .mapToDouble(DosingPoint::seconds)
            .findFirst()
            .orElse(Double.POSITIVE_INFINITY);
    return before.stream().filter(p -> p.seconds() < until).toList();
  }

  /** When the line first gave pressure while it was filled, or was held after that. */
  private static double first(List<DosingPoint> all, List<DosingPoint> fills) {
    return fills.isEmpty()
        ? Double.NaN
        : all.stream()
            .filter(p -> p.stage() == DosingStage.FILL || p.stage() == DosingStage.HOLD)
            .filter(p -> p.kpa() > FILLED_KPA)
            .mapToDouble(DosingPoint::seconds)
            .findFirst()
            .orElse(Double.NaN);
  }

  private static List<DosingPoint> in(List<DosingPoint> points, DosingStage stage) {
    return points.stream().filter(p -> p.stage() == stage && !Double.isNaN(p.kpa())).toList();
  }

  /** Without its first seconds, in which the pressure swings in whatever the line holds. */
  private static List<DosingPoint> settled(List<DosingPoint> holds) {
    double from = holds.isEmpty() ? 0 : holds.get(0).seconds() + SWINGS_IN;
    return holds.stream().filter(p -> p.seconds() >= from).toList();
  }

  private static List<DosingPoint> last(List<DosingPoint> points, double seconds) {
    double end = points.isEmpty() ? 0 : points.get(points.size() - 1).seconds();
    return points.stream().filter(p -> p.seconds() > end - seconds).toList();
  }

  private static double mean(List<DosingPoint> points, ToDoubleFunction<DosingPoint> what) {
    double[] known = points.stream().mapToDouble(what).filter(v -> !Double.isNaN(v)).toArray();
    return known.length < FEWEST
        ? Double.NaN
        : java.util.Arrays.stream(known).average().orElse(Double.NaN);
  }

  /** Greatest less least of the means of each second. */
  private static double swing(List<DosingPoint> points) {
    double least = Double.NaN;
    double most = Double.NaN;
    for (int from = 0; from < points.size(); ) {
      // A time that is no number ends its second at once.
      int to = from + 1;
      double sum = points.get(from).kpa();
      while (to < points.size() && points.get(to).seconds() < points.get(from).seconds() + 1) {
        sum += points.get(to++).kpa();
      }
      if (to - from >= FEWEST) {
        double mean = sum / (to - from);
        least = Double.isNaN(least) ? mean : Math.min(least, mean);
        most = Double.isNaN(most) ? mean : Math.max(most, mean);
      }
      from = to;
    }
    return most - least;
  }

  /** What is lost a minute, and by how much that may be off. */
  private static double[] leak(List<DosingPoint> rests) {
    double[] none = {Double.NaN, Double.NaN};
    if (rests.size() < FEWEST) {
      return none;
    }
    double begin = rests.get(0).seconds() + SETTLES;
    double high = rests.get(0).kpa();
    List<DosingPoint> straight =
        rests.stream().filter(p -> p.seconds() >= begin && p.kpa() > STRAIGHT * high).toList();
    if (straight.size() < FEWEST) {
      // It collapses before it can be followed: what it lost until then is the least.
      DosingPoint low =
          rests.stream().filter(p -> p.kpa() <= STRAIGHT * high).findFirst().orElse(rests.get(0));
      if (low == rests.get(0)) {
        return none;
      }
      double seconds = Math.max(0.2, low.seconds() - rests.get(0).seconds());
      return new double[] {60 * (high - low.kpa()) / seconds, 0};
    }
    double[] x = straight.stream().mapToDouble(DosingPoint::seconds).toArray();
    double[] y = straight.stream().mapToDouble(DosingPoint::kpa).toArray();
    Line line = Line.fit(x, y, 0, x.length);
    return new double[] {-60 * line.slope(), 60 * CONFIDENCE * line.slopeError()};
  }
}
