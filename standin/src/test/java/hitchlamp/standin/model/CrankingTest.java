package hitchlamp.standin.model;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.standin.engine.Layout;
import hitchlamp.standin.engine.SegmentClock;
import java.util.SplittableRandom;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/**
 * Turned by the starter, fuel off, good batteries: common practice, no source. The first half
 * second, in which a standing starter draws all it can, is left out of the supply.
 */
class CrankingTest {
  private static final double WIDER = 0.2;

  private final Condition condition = new Condition();
  private double meanRpm;
  private double dipRpm;
  private double leastVolts;
  private double restVolts;
  private int dips;

  private void crank(EngineParameters p, double celsius) {
    EngineState s = new EngineState();
    s.cylinders = p.layout().cylinders();
    s.key = EngineState.Key.CRANK;
    s.oilC = celsius;
    s.coolantC = celsius;
    s.theta = 2 * Math.PI / p.layout().cylinders();
    restVolts = 24 + 2 * s.batteryShare;
    CrankSolver crank = new CrankSolver();
    leastVolts = restVolts;
    double sum = 0;
    double peak = 0;
    double last = 0;
    double fallen = 0;
    boolean rises = false;
    dips = 0;
    for (int i = 0; i < 3_000; i++) {
      crank.step(0.002, s, p, condition);
      if (i > 250) {
        leastVolts = Math.min(leastVolts, s.batteryV);
      }
      if (i > 1_000) {
        sum += s.rpm();
        if (s.rpm() > last && !rises) {
          fallen += peak - last;
          dips++;
        }
        rises = s.rpm() > last;
        peak = rises ? s.rpm() : peak;
        last = s.rpm();
      } else {
        last = s.rpm();
        peak = last;
      }
    }
    meanRpm = sum / 1_999;
    dipRpm = fallen / dips;
  }

  static Stream<EngineParameters> units() {
    return Stream.concat(
        Stream.of(EngineParameters.nominal(), EngineParameters.nominal(Layout.EIGHT, 600)),
        IntStream.range(0, 50).mapToObj(i -> EngineParameters.of(new SplittableRandom(3_000 + i))));
  }

  @ParameterizedTest
  @MethodSource("units")
  void itCranksWithinTheCorridor(EngineParameters p) {
    boolean nominal = p.inertia() == EngineParameters.nominal().inertia();
    double wider = nominal ? 0 : WIDER;
    crank(p, 20);
    assertThat(meanRpm).as("mean rpm").isBetween(180 * (1 - wider), 230 * (1 + wider));
    assertThat(dipRpm).as("dip a compression, rpm").isBetween(15 * (1 - wider), 40 * (1 + wider));
    assertThat(leastVolts / restVolts).as("supply of rest").isGreaterThan(0.8 - wider / 4);
  }

  @Test
  void eachCompressionIsSeen() {
    crank(EngineParameters.nominal(), 20);
    double seconds = 1_999 * 0.002;
    double compressions = meanRpm / 60 * seconds * 3;
    assertThat(dips).isBetween((int) compressions - 2, (int) compressions + 2);
  }

  @Test
  void fourCylindersDipDeeperThanSixAndSixThanEight() {
    crank(EngineParameters.nominal(Layout.FOUR, 700), 20);
    double four = dipRpm;
    crank(EngineParameters.nominal(), 20);
    double six = dipRpm;
    crank(EngineParameters.nominal(Layout.EIGHT, 600), 20);
    assertThat(four).isGreaterThan(six * 1.3);
    assertThat(six).isGreaterThan(dipRpm * 1.3);
  }

  @Test
  void weakBatteriesAndThickOilTurnItSlower() {
    crank(EngineParameters.nominal(), 20);
    double good = meanRpm;
    crank(EngineParameters.nominal(), -20);
    assertThat(meanRpm).as("thick oil").isLessThan(good * 0.9);
    condition.batteryOhmsFactor = 3;
    crank(EngineParameters.nominal(), 20);
    assertThat(meanRpm).as("weak batteries").isLessThan(good * 0.85);
    assertThat(leastVolts / restVolts).isLessThan(0.75);
  }

  @Test
  void theStarterGivesNoMorePowerThanItTakes() {
    Starter starter = new Starter();
    for (double omega = 0; omega < 60; omega += 1.5) {
      double torque = starter.turns(omega, 25.6, 0.008, 0, Starter.STALL_NM);
      assertThat(torque * omega).isLessThan(starter.amps() * starter.volts() * 0.8);
      assertThat(starter.amps()).isPositive();
    }
  }

  @Test
  void itPullsHardestStandingAndLessTheFasterItTurns() {
    Starter starter = new Starter();
    double before = Double.POSITIVE_INFINITY;
    for (double omega = 0; omega < 60; omega += 2) {
      double torque = starter.turns(omega, 25.6, 0.008, 0, Starter.STALL_NM);
      assertThat(torque).isPositive().isLessThan(before);
      before = torque;
    }
    assertThat(starter.turns(0, 24, 0, 0, Starter.STALL_NM))
        .as("on a supply that gives all it is asked for")
        .isGreaterThan(Starter.STALL_NM);
  }

  /**
   * What relative compression has to find: times of the raw wheel, one cylinder unlike the rest.
   */
  @Test
  void aLeakingCylinderIsTurnedOverFasterThanTheOthers() {
    for (double rings : new double[] {1, 6}) {
      condition.ringShare[2] = rings;
      EngineParameters p = EngineParameters.nominal();
      EngineState s = new EngineState();
      s.key = EngineState.Key.CRANK;
      s.theta = Math.PI / 3;
      CrankSolver crank = new CrankSolver();
      SegmentClock clock = new SegmentClock(p.layout(), new SplittableRandom(4));
      crank.times(clock);
      for (int i = 0; i < 2_000; i++) {
        crank.step(0.002, s, p, condition);
      }
      // Before and behind its top dead centre each has its own compression alone.
      int[] before = {3, 5, 4, 1, 0, 2};
      double sum = 0;
      double[] around = new double[6];
      for (int c = 0; c < 6; c++) {
        around[c] =
            clock.part(before[c], 2)
                + clock.part(before[c], 3)
                + clock.part(c, 0)
                + clock.part(c, 1);
        sum += around[c];
      }
      for (int c = 0; c < 6; c++) {
        double share = around[c] / sum * 6;
        if (rings > 1 && c == 2) {
          assertThat(share).as("the one that leaks").isLessThan(0.975);
        } else {
          assertThat(share)
              .as("the others")
              .isBetween(rings > 1 ? 0.985 : 0.998, rings > 1 ? 1.02 : 1.002);
        }
      }
    }
  }
}
