package hitchlamp.standin.model;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.offset;

import hitchlamp.standin.engine.Layout;
import hitchlamp.standin.engine.SegmentClock;
import hitchlamp.standin.engine.SmoothRunning;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Torque within a turn, what the toothed wheel makes of it, and what the module does about it. */
class SegmentsTest {
  private final Condition condition = new Condition();
  private EngineState state;
  private EngineSolver engine;

  private static Layout layout(int cylinders) {
    return switch (cylinders) {
      case 4 -> Layout.FOUR;
      case 8 -> Layout.EIGHT;
      default -> Layout.SIX;
    };
  }

  private void idles(int cylinders) {
    EngineParameters p = EngineParameters.nominal(layout(cylinders), 600);
    state = new EngineState();
    state.cylinders = cylinders;
    state.key = EngineState.Key.ON;
    state.running = true;
    state.omega = 600 * Math.PI / 30;
    state.governorIntegral = 17;
    state.coolantC = 86;
    state.oilC = 92;
    state.exhaustC = 130;
    engine = new EngineSolver(p, new SplittableRandom(3));
    engine.rest(state);
  }

  private void run(double seconds) {
    for (int i = 0; i < seconds / 0.02; i++) {
      engine.step(0.02, state, condition, Load.NONE);
    }
  }

  /** Segment times of a while, relative to their mean. */
  private double[] slow(double seconds) {
    double[] sum = new double[state.cylinders];
    int last = engine.crank().clock().cycles();
    double all = 0;
    for (int i = 0; i < seconds / 0.02; i++) {
      engine.step(0.02, state, condition, Load.NONE);
      if (engine.crank().clock().cycles() != last) {
        last = engine.crank().clock().cycles();
        for (int c = 0; c < sum.length; c++) {
          sum[c] += engine.crank().clock().seconds(c);
          all += engine.crank().clock().seconds(c);
        }
      }
    }
    for (int c = 0; c < sum.length; c++) {
      sum[c] = sum[c] / (all / sum.length) - 1;
    }
    return sum;
  }

  @Test
  void theWheelTimesATurnExactly() {
    SegmentClock clock = new SegmentClock(Layout.SIX, new SplittableRandom(1));
    double omega = 60;
    double theta = 0;
    SplittableRandom r = new SplittableRandom(2);
    for (int i = 0; i < 20_000; i++) {
      double dt = 0.0002 + 0.03 * r.nextDouble();
      clock.turn(theta, omega * dt, dt);
      theta = (theta + omega * dt) % (4 * Math.PI);
    }
    double sum = 0;
    for (int c = 0; c < 6; c++) {
      sum += clock.seconds(c);
      assertThat(clock.seconds(c)).isCloseTo(4 * Math.PI / 6 / omega, offset(4e-5));
    }
    assertThat(sum).as("a cycle").isCloseTo(4 * Math.PI / omega, offset(4e-6));
  }

  @ParameterizedTest
  @ValueSource(ints = {4, 6, 8})
  void alikeTheyTurnAlike(int cylinders) {
    idles(cylinders);
    run(40);
    for (double s : slow(20)) {
      assertThat(s).isBetween(-0.002, 0.002);
    }
  }

  @ParameterizedTest
  @ValueSource(ints = {4, 6, 8})
  void theModuleHidesAWeakCylinderAsFarAsItReaches(int cylinders) {
    idles(cylinders);
    condition.injectorShare[2] = 0.92;
    run(90);
    assertThat(engine.crank().smooth().share(2)).as("a little weak").isBetween(0.04, 0.10);
    condition.injectorShare[2] = 0.6;
    run(90);
    assertThat(engine.crank().smooth().share(2)).as("weak").isGreaterThan(0.1);
    double[] slow = slow(20);
    for (int c = 0; c < cylinders; c++) {
      assertThat(engine.crank().smooth().share(c))
          .isBetween(-SmoothRunning.MOST, SmoothRunning.MOST);
      assertThat(slow[2]).isGreaterThanOrEqualTo(slow[c] - 0.006);
    }
  }

  @Test
  void whatACutCylinderLeavesOutShowsInItsSegmentAndItsCorrectionStays() {
    idles(6);
    run(60);
    double before = engine.crank().smooth().share(4);
    state.cutOut = 1 << 4;
    run(15);
    assertThat(engine.crank().smooth().share(4)).isEqualTo(before);
    double[] slow = slow(15);
    // Cylinder 5 fires after cylinder 1 and before 3: the crank is slowest at the end of it.
    assertThat(slow[4] - slow[0]).isGreaterThan(0.004);
    assertThat(slow[2] - slow[1]).isGreaterThan(0.001);
  }

  @Test
  void overACycleTheWorkIsWhatTheCylindersDo() {
    idles(6);
    run(60);
    double mean = 0;
    for (int i = 0; i < 3_000; i++) {
      engine.step(0.02, state, condition, Load.NONE);
      mean += state.rpm() / 3_000;
    }
    assertThat(mean).as("governed").isCloseTo(600, offset(3.0));
  }
}
