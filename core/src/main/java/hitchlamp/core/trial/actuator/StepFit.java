package hitchlamp.core.trial.actuator;

import java.util.List;

/**
 * Fit of a first-order lag with a dead time to the answer to a step, {@code p = from + way (1 -
 * exp(-(t - dead) / tau))} behind the dead time: least squares, the two lengths of time by golden
 * section, start and way by the normal equations. Checked against the Levenberg-Marquardt fit of
 * Hipparchus.
 *
 * @param from where it began
 * @param way that it goes in the end
 * @param dead time before it begins, s
 * @param tau time constant, s; not a number where nothing moved
 * @param error standard deviation of what is left, in the unit of the position
 */
public record StepFit(double from, double way, double dead, double tau, double error) {
  private static final double GOLDEN = (Math.sqrt(5) - 1) / 2;
  private static final int ROUNDS = 22;
  private static final int FEWEST = 6;
  private static final double SHORTEST = 0.02;
  private static final double LONGEST = 8;
  private static final double MOST_DEAD = 0.4;
  private static final StepFit NONE =
      new StepFit(Double.NaN, Double.NaN, Double.NaN, Double.NaN, Double.NaN);

  /** A moment: seconds since the step, and the position. */
  public record Moment(double seconds, double position) {}

  /**
   * Fits.
   *
   * @param moments at least six, from before it moves until it rests
   */
  public static StepFit of(List<Moment> moments) {
    if (moments.size() < FEWEST) {
      return NONE;
    }
    double low = 0;
    double high = MOST_DEAD;
    double a = high - GOLDEN * (high - low);
    double b = low + GOLDEN * (high - low);
    StepFit atA = at(moments, a);
    StepFit atB = at(moments, b);
    for (int i = 0; i < ROUNDS; i++) {
      if (atA.error < atB.error) {
        high = b;
        b = a;
        atB = atA;
        a = high - GOLDEN * (high - low);
        atA = at(moments, a);
      } else {
        low = a;
        a = b;
        atA = atB;
        b = low + GOLDEN * (high - low);
        atB = at(moments, b);
      }
    }
    StepFit none = at(moments, 0);
    StepFit best = atA.error < atB.error ? atA : atB;
    return none.error <= best.error ? none : best;
  }

  private static StepFit at(List<Moment> moments, double dead) {
    double low = Math.log(SHORTEST);
    double high = Math.log(LONGEST);
    double a = high - GOLDEN * (high - low);
    double b = low + GOLDEN * (high - low);
    StepFit atA = lag(moments, dead, Math.exp(a));
    StepFit atB = lag(moments, dead, Math.exp(b));
    for (int i = 0; i < ROUNDS; i++) {
      if (atA.error < atB.error) {
        high = b;
        b = a;
        atB = atA;
        a = high - GOLDEN * (high - low);
        atA = lag(moments, dead, Math.exp(a));
      } else {
        low = a;
        a = b;
        atA = atB;
        b = low + GOLDEN * (high - low);
        atB = lag(moments, dead, Math.exp(b));
      }
    }
    return atA.error < atB.error ? atA : atB;
  }

  /** Start and way for given times. */
  private static StepFit lag(List<Moment> moments, double dead, double tau) {
    int n = moments.size();
    double sx = 0;
    double sy = 0;
    double sxx = 0;
    double sxy = 0;
    for (Moment m : moments) {
      double x = went(m.seconds, dead, tau);
      sx += x;
      sy += m.position;
      sxx += x * x;
      sxy += x * m.position;
    }
    double spread = n * sxx - sx * sx;
    double way = spread > 1e-12 ? (n * sxy - sx * sy) / spread : 0;
    double from = (sy - way * sx) / n;
    double squares = 0;
    for (Moment m : moments) {
      double left = m.position - from - way * went(m.seconds, dead, tau);
      squares += left * left;
    }
    return new StepFit(from, way, dead, tau, Math.sqrt(squares / n));
  }

  private static double went(double seconds, double dead, double tau) {
    return seconds <= dead ? 0 : 1 - Math.exp(-(seconds - dead) / tau);
  }
}
