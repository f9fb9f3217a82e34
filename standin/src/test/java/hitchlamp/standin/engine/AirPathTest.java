package hitchlamp.standin.engine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;

/** The air path keeps its mass at every step, whatever is done to it. */
class AirPathTest {
  private final Cylinders cylinders = new Cylinders(Layout.SIX, 0.473);
  private final AirPath air = new AirPath(AirFigures.SIX, cylinders);
  private final double[] all = {1, 1, 1, 1, 1, 1};

  @Test
  void whatGoesInAndDoesNotComeOutIsThere() {
    SplittableRandom random = new SplittableRandom(11);
    air.coolantK = 360;
    double gas = air.held();
    double through = 0;
    for (int i = 0; i < 40_000; i++) {
      if (i % 400 == 0) {
        air.vanes = random.nextDouble();
        air.opened = random.nextDouble();
        air.shut = random.nextInt(4) == 0 ? random.nextDouble() : 0;
        air.flap = random.nextInt(4) == 0 ? random.nextDouble() : 0;
        air.leakArea = random.nextInt(4) == 0 ? 4e-4 * random.nextDouble() : 0;
        cylinders.inject(random.nextDouble() * 250e-6, all);
      }
      double dt = 0.001 + 0.009 * random.nextDouble();
      double left = dt;
      while (left > 1e-12) {
        double went = air.advance(left, 70 + 100 * ((i / 400) % 2), 1);
        gas += went * air.net();
        through += went * air.through();
        left -= went;
      }
      assertThat(air.intakePascal()).isBetween(20_000.0, 700_000.0);
    }
    assertThat(air.held()).isCloseTo(gas, within(1e-9 * through + 1e-9));
  }

  @Test
  void anEngineThatStandsIsFullOfAirOfThePressureOutside() {
    air.vanes = 0.6;
    cylinders.inject(200e-6, all);
    for (int i = 0; i < 4_000; i++) {
      air.step(0.005, 150, 1);
    }
    assertThat(air.intakePascal()).isGreaterThan(200_000);
    cylinders.cut();
    for (int i = 0; i < 40_000; i++) {
      air.step(0.005, 0, 1);
    }
    assertThat(air.intakePascal()).isCloseTo(100_000, within(500.0));
    assertThat(air.exhaustPascal()).isCloseTo(100_000, within(500.0));
    assertThat(air.omega()).isLessThan(1_500);
  }

  @Test
  void longStepsComeToRestWhereShortOnesDo() {
    air.vanes = 0.55;
    air.opened = 0.2;
    cylinders.inject(150e-6, all);
    for (int i = 0; i < 40_000; i++) {
      air.step(0.005, 146, 60);
    }
    AirPath other = new AirPath(AirFigures.SIX, cylinders);
    other.vanes = 0.55;
    other.opened = 0.2;
    for (int i = 0; i < 400; i++) {
      other.step(0.1, 146, 60);
    }
    assertThat(other.intakePascal()).isCloseTo(air.intakePascal(), within(600.0));
    assertThat(other.exhaustPascal()).isCloseTo(air.exhaustPascal(), within(600.0));
    assertThat(other.omega()).isCloseTo(air.omega(), within(40.0));
  }

  @Test
  void aLeakLetsTheTurbochargerSpinFasterForLessCharge() {
    double sound = settle(0);
    double speed = air.omega();
    double leaking = settle(200e-6);
    assertThat(leaking).isLessThan(sound - 15_000);
    Expected expected = new Expected(Layout.SIX, AirFigures.SIX);
    double needs =
        expected.turboRpm(
            146 * 30 / Math.PI, leaking / 1e3, air.intakeK() - Gas.ZERO_C, 0, 100, 20);
    assertThat(air.omega() * 30 / Math.PI).isGreaterThan(1.045 * needs);
    settle(0);
    assertThat(air.omega()).isCloseTo(speed, within(60.0));
  }

  private double settle(double leak) {
    air.vanes = 0.55;
    air.leakArea = leak;
    cylinders.inject(220e-6, all);
    for (int i = 0; i < 600; i++) {
      air.step(0.1, 146, 60);
    }
    return air.intakePascal();
  }
}
