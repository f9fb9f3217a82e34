package hitchlamp.core.trial.airpath;

import hitchlamp.core.pack.MoveSpec;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.function.ToDoubleFunction;

/**
 * What one actuator did and what answered, worked out of the points of a run.
 *
 * @param spec what was moved
 * @param from where it was told to be before
 * @param there where it was told to be at the end of the way out
 * @param back where it was told to be after it came back
 * @param speed greatest way of the engine's speed from what is held, rpm
 * @param others greatest way that another actuator went meanwhile, in its unit
 * @param answers of each value that is expected, in the order of the set-up
 */
record AirMove(
    MoveSpec spec,
    double from,
    double there,
    double back,
    double speed,
    double others,
    List<Answer> answers) {
  /** Logarithm of the charge's ratio over the square of the turbocharger's speed in 1,000 rpm. */
  static final String HEAD = "head";

  /** The last seconds of each way are what is compared. */
  private static final double LAST_SECONDS = 2.5;

  private static final int FEWEST = 4;
  private static final double TWO_THIRDS = 0.632;

  /** Charge and speed of the turbocharger belong together from then on. */
  private static final double HEAD_AFTER_SECONDS = 3;

  /**
   * What one value answered.
   *
   * @param of by what the test calls it
   * @param expected of a nominal unit in this air
   * @param change that was seen, against the line between before and after
   * @param drift by how much what was before and after differ
   * @param error two standard errors of the change
   * @param seconds until two thirds of the change were there; not a number where not seen
   * @param usual the same of a nominal unit
   */
  record Answer(
      String of,
      double expected,
      double change,
      double drift,
      double error,
      double seconds,
      double usual) {
    /** The change relative to a nominal unit's. */
    double ratio() {
      return change / expected;
    }

    /** True where drift and noise leave something to be told. */
    boolean told(double share) {
      return Double.isFinite(ratio())
          && Math.abs(drift) <= share * 2 * Math.abs(expected)
          && error <= share * Math.abs(expected);
    }
  }

  /** Mean of some seconds with what its noise leaves unsure. */
  record Window(int count, double mean, double error) {}

  /** True where it was moved and came back, so that it can be judged. */
  boolean whole() {
    return answers.stream().anyMatch(a -> Double.isFinite(a.ratio()));
  }

  /** What a value answered; not there where nothing is expected of it. */
  Answer of(String value) {
    return answers.stream()
        .filter(a -> a.of().equals(value))
        .findFirst()
        .orElse(
            new Answer(
                value, Double.NaN, Double.NaN, Double.NaN, Double.NaN, Double.NaN, Double.NaN));
  }

  /** Share of the commanded way that its sensor told; not a number where it tells nothing. */
  double went() {
    return (there - from) / (spec.to() - spec.base());
  }

  /** What a move came to. */
  static AirMove of(AirPathSetup setup, AirSeen seen, int move, Gauge gauge) {
    MoveSpec spec = setup.moves().get(move);
    List<AirPoint> out = points(seen, AirStage.OUT, move);
    List<AirPoint> back = points(seen, AirStage.BACK, move);
    double begins = out.isEmpty() ? Double.NaN : out.get(0).at();
    List<AirPoint> before =
        seen.points().stream()
            .filter(p -> p.stage() != AirStage.OUT && p.at() < begins)
            .filter(p -> p.at() >= begins - LAST_SECONDS)
            .toList();
    List<AirPoint> end = last(out);
    List<AirPoint> after = last(back);
    ToDoubleFunction<AirPoint> position = p -> p.positions().get(move);
    List<Answer> answers = new ArrayList<>();
    for (MoveSpec.Response r : spec.expected()) {
      double expected = r.at(seen.airKpa(), seen.airCelsius());
      if (r.of().equals(HEAD)) {
        double comes = begins + HEAD_AFTER_SECONDS;
        Window w = window(out.stream().filter(p -> p.at() >= comes).toList(), gauge::head);
        answers.add(new Answer(HEAD, expected, w.mean(), 0, w.error(), Double.NaN, Double.NaN));
        continue;
      }
      ToDoubleFunction<AirPoint> value = value(r.of());
      Window was = window(before, value);
      Window is = window(end, value);
      Window comes = window(after, value);
      answers.add(
          new Answer(
              r.of(),
              expected,
              is.mean() - (was.mean() + comes.mean()) / 2,
              comes.mean() - was.mean(),
              2 * Math.hypot(is.error(), Math.hypot(was.error(), comes.error()) / 2),
              seconds(out, value, was.mean(), is.mean()),
              r.seconds()));
    }
    double speed = 0;
    for (List<AirPoint> part : List.of(before, end, after)) {
      double off = Math.abs(window(part, AirPoint::rpm).mean() - setup.rpm());
      speed = Math.max(speed, Double.isNaN(off) ? 0 : off);
    }
    double others = 0;
    for (int i = 0; i < setup.moves().size(); i++) {
      int other = i;
      if (!setup.moves().get(i).control().equals(spec.control())) {
        double way =
            window(end, p -> p.positions().get(other)).mean()
                - window(before, p -> p.positions().get(other)).mean();
        others = Math.max(others, Double.isNaN(way) ? 0 : Math.abs(way));
      }
    }
    return new AirMove(
        spec,
        window(before, position).mean(),
        window(end, position).mean(),
        window(after, position).mean(),
        speed,
        others,
        answers);
  }

  /** Time to two thirds of a way, by three readings in a row that lie beyond it. */
  private static double seconds(
      List<AirPoint> out, ToDoubleFunction<AirPoint> value, double from, double to) {
    double way = to - from;
    for (int i = 1; i < out.size() - 1; i++) {
      boolean beyond = true;
      for (int k = i - 1; k <= i + 1; k++) {
        beyond &= (value.applyAsDouble(out.get(k)) - from) / way >= TWO_THIRDS;
      }
      if (beyond) {
        return out.get(i - 1).at() - out.get(0).at();
      }
    }
    return Double.NaN;
  }

  private static ToDoubleFunction<AirPoint> value(String of) {
    return switch (of) {
      case AirPathScript.INTAKE -> AirPoint::intake;
      case AirPathScript.EXHAUST -> AirPoint::exhaust;
      case AirPathScript.FLOW -> AirPoint::flow;
      default -> AirPoint::turbo;
    };
  }

  private static List<AirPoint> points(AirSeen seen, AirStage stage, int move) {
    return seen.points().stream().filter(p -> p.stage() == stage && p.move() == move).toList();
  }

  /** The last seconds of a way, where it lasted for long enough to have them. */
  static List<AirPoint> last(List<AirPoint> way) {
    if (way.isEmpty()) {
      return way;
    }
    double end = way.get(way.size() - 1).at();
    return end - way.get(0).at() < 1.5 * LAST_SECONDS
        ? List.of()
        : way.stream().filter(p -> p.at() >= end - LAST_SECONDS).toList();
  }

  /** Mean of a value over points; not a number where too few tell it. */
  static Window window(List<AirPoint> points, ToDoubleFunction<AirPoint> value) {
    double[] all = points.stream().mapToDouble(value).filter(Double::isFinite).toArray();
    if (all.length < FEWEST) {
      return new Window(all.length, Double.NaN, Double.NaN);
    }
    double mean = Arrays.stream(all).average().orElse(Double.NaN);
    double squares = Arrays.stream(all).map(v -> (v - mean) * (v - mean)).sum();
    return new Window(all.length, mean, Math.sqrt(squares / (all.length - 1) / all.length));
  }

  /**
   * Pressures above the air, once the sensors' zeros are known.
   *
   * @param intakeZero what the sensor shows of the air, kPa
   * @param airKpa pressure of the air
   */
  record Gauge(double intakeZero, double airKpa) {
    private static final double THOUSAND = 1e3;

    double intake(AirPoint p) {
      return p.intake() - intakeZero;
    }

    double head(AirPoint p) {
      double ratio = (airKpa + intake(p)) / airKpa;
      double turbo = p.turbo() / THOUSAND;
      return Math.log(ratio) / (turbo * turbo);
    }
  }
}
