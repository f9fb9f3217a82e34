package hitchlamp.standin.model;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;

/** What a sensor without wires of its own tells: its lag, what it is off by, noise, steps. */
class PickupTest {
  private final Condition condition = new Condition();
  private final SplittableRandom random = new SplittableRandom(8);

  private double mean(Pickup p) {
    double sum = 0;
    for (int i = 0; i < 2_000; i++) {
      sum += p.reading(random);
    }
    return sum / 2_000;
  }

  @Test
  void noSoundOneIsOffByMoreThanItsToleranceAndTheyDiffer() {
    double least = 1e9;
    double most = -1e9;
    for (int seed = 0; seed < 300; seed++) {
      Pickup p = new Pickup(157, 0.1, 2, 0.01, 0, 0.01, new SplittableRandom(seed));
      p.step(100, 200, condition);
      double reads = p.reading(random);
      assertThat(reads).isBetween(200 - 4.01, 200 + 4.01);
      least = Math.min(least, reads);
      most = Math.max(most, reads);
    }
    assertThat(most - least).as("no two are alike").isGreaterThan(4);
  }

  @Test
  void itFollowsWithItsLagAndAtOnceOverALongStep() {
    Pickup p = new Pickup(173, 4, 0, 0, 0, 0.01, random);
    p.step(0.02, 100, condition);
    for (int i = 0; i < 200; i++) {
      p.step(0.02, 500, condition);
    }
    // One time constant: 63 % of the way (any book on control).
    assertThat(p.reading(random)).isCloseTo(100 + 400 * 0.632, within(6.0));
    p.step(600, 300, condition);
    assertThat(p.reading(random)).isCloseTo(300, within(0.01));
  }

  @Test
  void itTellsInTheStepsOfItsConverter() {
    Pickup p = new Pickup(27, 0.1, 0, 0, 0.2, 0.4, random);
    p.step(100, 33.33, condition);
    for (int i = 0; i < 100; i++) {
      double steps = p.reading(random) / 0.4;
      assertThat(steps).isCloseTo(Math.rint(steps), within(1e-9));
    }
    assertThat(mean(p)).isCloseTo(33.33, within(0.2));
  }

  @Test
  void aShaftThatStandsReadsNone() {
    Pickup p = new Pickup(190, 0.005, 0, 0, 0.4, 0.125, random);
    p.step(0.02, 600, condition);
    p.step(0.02, 0, condition);
    for (int i = 0; i < 200; i++) {
      assertThat(p.reading(random)).isZero();
    }
  }

  @Test
  void oneThatDriftsReadsBesideTheTruthByThat() {
    Pickup p = new Pickup(157, 0.1, 0, 0, 0, 0.01, random);
    condition.drift.put(157, -12.0);
    p.step(100, 180, condition);
    assertThat(p.reading(random)).isCloseTo(168, within(0.01));
    condition.drift.clear();
    p.step(0.1, 180, condition);
    assertThat(p.reading(random)).isCloseTo(180, within(0.01));
  }

  @Test
  void theMeanOfALongStepIsQuieterThanOneLook() {
    Pickup p = new Pickup(103, 0.05, 0, 0, 100, 1, random);
    p.step(0.02, 90_000, condition);
    double loud = spread(p);
    p.step(20, 90_000, condition);
    assertThat(spread(p)).isLessThan(0.2 * loud);
  }

  private double spread(Pickup p) {
    double least = 1e9;
    double most = -1e9;
    for (int i = 0; i < 500; i++) {
      double r = p.reading(random);
      least = Math.min(least, r);
      most = Math.max(most, r);
    }
    return most - least;
  }
}
