package hitchlamp.standin.aftertreatment;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** The module fills the line once the exhaust warms, and remembers what it could not fill. */
class FluidControlTest {
  private final AfterReadings r = new AfterReadings();
  private final FluidControl control = new FluidControl();

  @BeforeEach
  void runsWarm() {
    r.running = true;
    r.scrInC = 300;
    r.tankC = 20;
    r.tankPercent = 50;
    r.noxIn = 600;
    r.flow = 0.2;
  }

  private void runs(double seconds, double kpa) {
    r.fluidKpa = kpa;
    for (double t = 0; t < seconds; t++) {
      control.step(1, r, false);
    }
  }

  /** It tries for 90 s, then waits for a minute. */
  @Test
  void whatCannotBeFilledIsTriedAgainAndCounted() {
    runs(500, 5);
    assertThat(control.failed()).isEqualTo(3);
  }

  @Test
  void oneThatIsFilledInTheEndHasNotFailedInARow() {
    runs(300, 5);
    assertThat(control.failed()).isPositive();
    runs(90, 900);
    assertThat(control.failed()).isZero();
    assertThat(control.stage()).isEqualTo(FluidControl.Stage.DOSE);
  }

  @ParameterizedTest
  @CsvSource({"0, 0", "2.4, 0", "10, 3", "NaN, 3"})
  void aLineThatAnEmptyTankLeavesDryHasNotFailed(double percent, int failed) {
    r.tankPercent = percent;
    runs(500, 5);
    assertThat(control.failed()).isEqualTo(failed);
  }

  @Test
  void nothingIsTriedWhileTheFluidIsIceOrTheExhaustIsCold() {
    r.tankC = -15;
    runs(100, 5);
    assertThat(control.stage()).isEqualTo(FluidControl.Stage.OFF);
    r.tankC = 20;
    r.scrInC = 100;
    runs(400, 5);
    assertThat(control.stage()).isEqualTo(FluidControl.Stage.OFF);
    assertThat(control.failed()).isZero();
  }

  @Test
  void aStopForgetsWhatFailedAndSucksTheLineEmpty() {
    runs(300, 5);
    runs(60, 900);
    r.running = false;
    runs(10, 900);
    assertThat(control.stage()).isEqualTo(FluidControl.Stage.EMPTY);
    runs(60, 0);
    assertThat(control.stage()).isEqualTo(FluidControl.Stage.OFF);
    assertThat(control.failed()).isZero();
  }

  /** What cannot be metered is not dosed: it fills again. */
  @Test
  void aPressureThatIsLostIsBuiltUpAgain() {
    runs(60, 900);
    runs(2, 300);
    assertThat(control.stage()).isEqualTo(FluidControl.Stage.PRIME);
    assertThat(control.wanted()).isZero();
  }
}
