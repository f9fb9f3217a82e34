package hitchlamp.standin.unit;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import hitchlamp.standin.aftertreatment.Inducement;
import hitchlamp.standin.aftertreatment.Inducement.Cause;
import hitchlamp.standin.aftertreatment.Inducement.Stage;
import hitchlamp.standin.model.EngineState;
import hitchlamp.standin.scenario.Part;
import hitchlamp.standin.scenario.Scenario;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What the module remembers of a defect, while it lasts and once it is mended. */
class DosingRecordTest {
  private static final long SECOND = 1_000_000;

  private static SimUnit truck(double lived, String defects) {
    return new SimUnit(
        Scenario.read(
            "s",
            "scenario: s\ntitle: S\nunit: road-truck\nseed: 8\nvin: SMW0TPR1400018204\n"
                + "history: {from: "
                + (8_000 - lived)
                + ", hours: 8000}\nbus: {load: 0, delay: [5, 20]}\n"
                + "start: {key-on: yes, engine: yes}\ndefects: ["
                + defects
                + "]\n"));
  }

  private static Inducement of(SimUnit unit) {
    return unit.firstEngine().aftertreatment().inducement();
  }

  @Test
  void aSoundTruckHasCountedNothingInAllItsDays() {
    SimUnit unit = truck(120, "");
    assertThat(of(unit).stage()).isEqualTo(Stage.NONE);
    assertThat(of(unit).hours(Cause.QUALITY)).isZero();
    assertThat(of(unit).hours(Cause.DOSING)).isZero();
    unit.runUntil(60 * SECOND);
    assertThat(unit.state().allowedShare).isEqualTo(1);
  }

  @ParameterizedTest
  @CsvSource({"7995, WARNS, 1", "7987, LESS_POWER, 0.75", "7975, CRAWL, 0.3"})
  void waterInTheFluidTakesPowerStageByStage(double from, Stage stage, double left) {
    SimUnit unit = truck(40, "{kind: fluid-diluted, size: 0.4, from: " + from + "}");
    assertThat(of(unit).stage()).isEqualTo(stage);
    assertThat(of(unit).hours(Cause.QUALITY)).isBetween(8_000 - from - 1, 8_000 - from);
    unit.runUntil(60 * SECOND);
    assertThat(unit.state().allowedShare).isEqualTo(left);
    assertThat(unit.cab(1).lamps().get("warning")).isTrue();
  }

  @Test
  void aLowTankIsNoFault() {
    SimUnit unit = truck(2, "");
    unit.firstEngine().fillFluid(2);
    unit.runUntil(60 * SECOND);
    assertThat(of(unit).stage()).isEqualTo(Stage.LESS_POWER);
    assertThat(of(unit).counted()).isEqualTo(Stage.NONE);
    assertThat(unit.cab(1).lamps().get("warning")).isFalse();
  }

  @Test
  void aDeadPumpCountsAsNoDosing() {
    SimUnit unit = truck(40, "{kind: fluid-pump-worn, size: 0.9, from: 7985}");
    assertThat(of(unit).hours(Cause.DOSING)).isBetween(12.0, 15.0);
    assertThat(of(unit).hours(Cause.QUALITY)).isZero();
  }

  @Test
  void afterNewFluidTheHoursStayUntilTheyAreCleared() {
    SimUnit unit = truck(40, "{kind: fluid-diluted, size: 0.4, from: 7975}");
    Part.New fluid = Part.read("fluid");
    assertThatThrownBy(() -> unit.firstEngine().putIn(fluid)).hasMessageContaining("standing");
    unit.key(EngineState.Key.OFF);
    unit.runUntil(unit.now() + 5 * SECOND);
    unit.firstEngine().putIn(fluid);
    unit.key(EngineState.Key.ON);
    unit.runUntil(unit.now() + 120 * SECOND);
    assertThat(of(unit).stage()).isEqualTo(Stage.CRAWL);
    assertThat(of(unit).clear(Cause.QUALITY, unit.firstEngine().solver().readings(), 0)).isTrue();
    assertThat(of(unit).stage()).isEqualTo(Stage.NONE);
  }

  @Test
  void aNewGasSensorTellsTooMuchUntilItsModuleIsTold() {
    SimUnit sound = truck(2, "");
    SimUnit mended = truck(2, "");
    SimUnit taught = truck(2, "");
    for (SimUnit u : new SimUnit[] {mended, taught}) {
      u.key(EngineState.Key.OFF);
      u.runUntil(u.now() + 5 * SECOND);
      u.firstEngine().putIn(Part.read("sensor 3216"));
      u.key(EngineState.Key.ON);
    }
    taught.firstEngine().after().gas(false).taughtAsNew();
    double before = warm(sound);
    assertThat(warm(mended) / before).isBetween(1.04, 1.1);
    assertThat(warm(taught) / before).isBetween(0.97, 1.03);
  }

  private static double warm(SimUnit unit) {
    var sensor = unit.firstEngine().after().gas(false);
    for (int i = 0; i < 4_000; i++) {
      sensor.step(0.1, true, 200, 200, 500e-6, 0, 0.1, 0);
    }
    return sensor.ppm(new SplittableRandom(3));
  }
}
