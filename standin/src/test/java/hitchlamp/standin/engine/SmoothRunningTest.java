package hitchlamp.standin.engine;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;

/** What the module gives each cylinder more so that an idling engine runs evenly. */
class SmoothRunningTest {
  private static final Layout EIGHT = Layout.EIGHT;
  private static final double TURN = Math.PI / 180;

  private final SegmentClock clock = new SegmentClock(EIGHT, new SplittableRandom(5));
  private final SmoothRunning smooth =
      new SmoothRunning(clock, EIGHT.cylinders(), new SplittableRandom(6));
  private double theta;

  /** A cycle from one speed to another; the crank is slower through one cylinder's segment. */
  private void cycle(double rpm, double until, int slow, double by) {
    for (int i = 0; i < 720; i++) {
      double now = rpm + (until - rpm) * i / 720;
      int slot = (int) (theta / clock.segment()) % EIGHT.cylinders();
      double omega = now * Math.PI / 30 * (clock.cylinderAt(slot) == slow ? 1 - by : 1);
      clock.turn(theta, TURN, TURN / omega);
      theta = (theta + TURN) % (4 * Math.PI);
    }
    smooth.step(until, 0.1, true, false);
  }

  private double most() {
    double most = 0;
    for (int i = 0; i < EIGHT.cylinders(); i++) {
      most = Math.max(most, Math.abs(smooth.share(i)));
    }
    return most;
  }

  @Test
  void aCylinderThatSlowsTheIdlingCrankGetsMoreUntilItsLimit() {
    for (int i = 0; i < 60; i++) {
      cycle(600, 600, 3, 0.01);
    }
    assertThat(smooth.share(3)).isGreaterThan(0.05).isLessThanOrEqualTo(SmoothRunning.MOST);
  }

  /** A set of 1,500 rpm would keep for ever what the start has taught. */
  @Test
  void aStartTeachesNothing() {
    for (double rpm = 250; rpm < 1_500; rpm += 100) {
      cycle(rpm, rpm + 100, -1, 0);
    }
    for (int i = 0; i < 20; i++) {
      cycle(1_500, 1_500, -1, 0);
    }
    assertThat(most()).isLessThan(0.01);
  }

  /** The starter turns it evenly, and against compressions that differ. */
  @Test
  void theStarterTeachesNothingEither() {
    for (int i = 0; i < 20; i++) {
      cycle(165, 165, 5, 0.05);
    }
    assertThat(most()).isZero();
  }

  @Test
  void anEngineThatStandsForgetsIt() {
    for (int i = 0; i < 60; i++) {
      cycle(600, 600, 3, 0.01);
    }
    smooth.step(0, 0, false, false);
    assertThat(most()).isZero();
  }
}
