package hitchlamp.core.trial.actuator;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.SplittableRandom;
import org.hipparchus.analysis.ParametricUnivariateFunction;
import org.hipparchus.fitting.SimpleCurveFitter;
import org.hipparchus.fitting.WeightedObservedPoints;
import org.junit.jupiter.api.Test;

/** The fit of a step's answer, against the Levenberg-Marquardt fit of Hipparchus. */
class StepFitTest {
  private static final ParametricUnivariateFunction LAG =
      new ParametricUnivariateFunction() {
        @Override
        public double value(double t, double... p) {
          double x = t - p[2];
          return x <= 0 ? p[0] : p[0] + p[1] * (1 - Math.exp(-x / p[3]));
        }

        @Override
        public double[] gradient(double t, double... p) {
          double x = t - p[2];
          if (x <= 0) {
            return new double[] {1, 0, 0, 0};
          }
          double e = Math.exp(-x / p[3]);
          return new double[] {1, 1 - e, -p[1] * e / p[3], -p[1] * e * x / (p[3] * p[3])};
        }
      };

  private static List<StepFit.Moment> answer(
      SplittableRandom r, double from, double way, double dead, double tau, double noise) {
    List<StepFit.Moment> all = new ArrayList<>();
    for (double t = 0.02; t < 3; t += 0.04 + 0.02 * r.nextDouble()) {
      double x = Math.max(0, t - dead);
      double n = noise * (r.nextDouble() + r.nextDouble() + r.nextDouble() - 1.5) * 2;
      all.add(new StepFit.Moment(t, from + way * (1 - Math.exp(-x / tau)) + n));
    }
    return all;
  }

  @Test
  void itFindsWhatTheFitOfHipparchusFinds() {
    SplittableRandom r = new SplittableRandom(11);
    for (int i = 0; i < 60; i++) {
      double dead = 0.12 + 0.1 * r.nextDouble();
      double tau = 0.15 + 0.6 * r.nextDouble();
      double way = (r.nextBoolean() ? 1 : -1) * (40 + 50 * r.nextDouble());
      List<StepFit.Moment> all = answer(r, 5, way, dead, tau, 0.3);
      StepFit ours = StepFit.of(all);
      WeightedObservedPoints points = new WeightedObservedPoints();
      all.forEach(m -> points.add(m.seconds(), m.position()));
      double[] theirs =
          SimpleCurveFitter.create(LAG, new double[] {5, way, dead, tau}).fit(points.toList());
      assertThat(ours.tau()).as("tau of %d", i).isCloseTo(theirs[3], within(0.01 * theirs[3]));
      assertThat(ours.way()).isCloseTo(theirs[1], within(0.3));
      assertThat(ours.dead()).isCloseTo(theirs[2], within(0.012));
      assertThat(ours.tau()).as("the truth").isCloseTo(tau, within(0.05 * tau));
    }
  }

  @Test
  void whatDoesNotMoveHasNoWay() {
    List<StepFit.Moment> still = new ArrayList<>();
    for (int i = 0; i < 40; i++) {
      still.add(new StepFit.Moment(i * 0.05, 12));
    }
    assertThat(StepFit.of(still).way()).isCloseTo(0, within(1e-6));
    assertThat(StepFit.of(still.subList(0, 3)).tau()).as("too few").isNaN();
  }
}
