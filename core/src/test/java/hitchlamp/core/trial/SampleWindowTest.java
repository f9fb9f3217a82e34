package hitchlamp.core.trial;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.SplittableRandom;
import java.util.function.DoubleUnaryOperator;
import org.junit.jupiter.api.Test;

/** The last values of a quantity, and what is made of them. */
class SampleWindowTest {
  private static final long SECOND = 1_000_000;

  private static SampleWindow of(double seconds, DoubleUnaryOperator value) {
    SampleWindow s = new SampleWindow();
    for (int i = 0; i * 0.02 < seconds; i++) {
      s.add(i * 20_000L, value.applyAsDouble(i * 0.02));
    }
    return s;
  }

  @Test
  void noiseFromStrokeToStrokeIsNoWandering() {
    SplittableRandom random = new SplittableRandom(3);
    SampleWindow s = of(4, t -> 600 + 16 * (random.nextDouble() - 0.5));
    assertThat(s.wander(2 * SECOND, 4 * SECOND, 4)).isLessThan(4);
  }

  @Test
  void anEngineThatHuntsWanders() {
    SampleWindow s = of(4, t -> 600 + 15 * Math.sin(Math.PI * t));
    assertThat(s.wander(2 * SECOND, 4 * SECOND, 4)).isGreaterThan(15);
  }

  @Test
  void aSpeedThatStillFallsWanders() {
    SampleWindow s = of(4, t -> 700 - 20 * t);
    // Means half a second apart at the ends of two seconds: one and a half seconds lie between.
    assertThat(s.wander(2 * SECOND, 4 * SECOND - 20_000, 4)).isCloseTo(30, within(1.0));
  }

  @Test
  void beforeTheWholeTimeIsSeenNothingIsKnown() {
    assertThat(of(1.2, t -> 600).wander(-SECOND, SECOND, 4)).isNaN();
    assertThat(new SampleWindow().wander(0, 2 * SECOND, 4)).isNaN();
  }

  @Test
  void theLeastAndTheLevelAreOfTheTimesAskedForAlone() {
    SampleWindow s = of(3, t -> t < 1 ? 500 : t < 2 ? 600 + t : 700);
    assertThat(s.least(SECOND, 2 * SECOND - 1)).isCloseTo(601, within(0.01));
    Level level = s.level(SECOND, 2 * SECOND - 1);
    assertThat(level.count()).isEqualTo(50);
    assertThat(level.mean()).isCloseTo(601.49, within(0.02));
    assertThat(s.level(10 * SECOND, 11 * SECOND).count()).isZero();
  }

  @Test
  void whatHasNoNumberOrComesFromThePastIsLeftOut() {
    SampleWindow s = of(1, t -> 600);
    long last = s.lastMicros();
    s.add(last + 1, Double.NaN);
    s.add(last - 1, 900);
    assertThat(s.lastMicros()).isEqualTo(last);
    assertThat(s.last()).isEqualTo(600);
  }

  @Test
  void theOldestGoWhenThereAreTooMany() {
    SampleWindow s = new SampleWindow();
    for (int i = 0; i < SampleWindow.MOST + 10; i++) {
      s.add(i, i);
    }
    assertThat(s.last()).isEqualTo(SampleWindow.MOST + 9);
    assertThat(s.least(0, Long.MAX_VALUE)).isGreaterThanOrEqualTo(SampleWindow.MOST / 2.0);
  }
}
