package hitchlamp.standin.aftertreatment;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;

/** The check of the fluid's circuit as the module runs it, by the pressure that it sees. */
class FluidCheckTest {
  private final AfterReadings r = new AfterReadings();
  private final FluidControl control = new FluidControl();
  private final FluidLine line = new FluidLine(0.07, 1, 0);
  private final AfterWear wear = new AfterWear();
  private final List<FluidCheck.Stage> stages = new ArrayList<>();

  private void runs(double seconds) {
    for (int i = 0; i < seconds / 0.02; i++) {
      control.step(0.02, r, false);
      line.step(0.02, control.mode(), control.duty(1), true, r.fluidKpa, wear);
      r.fluidKpa = line.kpa();
      FluidCheck.Stage now = control.check().stage();
      if (stages.isEmpty() || stages.get(stages.size() - 1) != now) {
        stages.add(now);
      }
    }
  }

  @Test
  void itGoesThroughItsStagesAndLeavesTheLineEmpty() {
    control.beginCheck();
    runs(200);
    assertThat(stages)
        .containsExactly(
            FluidCheck.Stage.FILL,
            FluidCheck.Stage.HOLD,
            FluidCheck.Stage.REST,
            FluidCheck.Stage.DOSE_LITTLE,
            FluidCheck.Stage.DOSE_MUCH,
            FluidCheck.Stage.EMPTY,
            FluidCheck.Stage.NONE);
    assertThat(line.filled()).isZero();
    assertThat(control.mode()).isEqualTo(FluidLine.Mode.OFF);
    assertThat(control.check().gaveUp()).isFalse();
  }

  @Test
  void withoutPressureItGivesUpAndStillEmptiesTheLine() {
    wear.pump = 0.05;
    control.beginCheck();
    runs(80);
    assertThat(stages).containsExactly(FluidCheck.Stage.FILL, FluidCheck.Stage.EMPTY);
    assertThat(control.check().gaveUp()).isTrue();
    runs(40);
    assertThat(control.check().runs()).isFalse();
  }

  @Test
  void brokenOffItIsEmptiedAsAfterAStop() {
    control.beginCheck();
    runs(60);
    control.breakOff();
    assertThat(control.mode()).isEqualTo(FluidLine.Mode.EMPTY);
    runs(60);
    assertThat(line.filled()).isZero();
    assertThat(control.mode()).isEqualTo(FluidLine.Mode.OFF);
    control.breakOff();
    assertThat(control.mode()).as("a second time does nothing").isEqualTo(FluidLine.Mode.OFF);
  }

  @Test
  void howLongItTakesIsKnownBetterTheLongerItRuns() {
    control.beginCheck();
    runs(1);
    double early = control.check().whole();
    runs(60);
    double late = control.check().whole();
    runs(60);
    assertThat(control.check().whole())
        .isCloseTo(late, org.assertj.core.api.Assertions.within(0.5));
    assertThat(early).isBetween(0.7 * late, 1.4 * late);
  }
}
