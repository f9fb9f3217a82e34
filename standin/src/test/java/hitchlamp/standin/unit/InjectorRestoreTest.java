package hitchlamp.standin.unit;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.standin.aftertreatment.FluidControl;
import hitchlamp.standin.aftertreatment.InjectorRestore;
import hitchlamp.standin.aftertreatment.InjectorRestore.End;
import hitchlamp.standin.aftertreatment.InjectorRestore.Stage;
import hitchlamp.standin.model.EngineState;
import hitchlamp.standin.scenario.Scenario;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** The module washes its fluid injector free, parked, with its own sensors. */
class InjectorRestoreTest {
  private static final long SECOND = 1_000_000;
  private final List<Stage> stages = new ArrayList<>();
  private final List<Double> flows = new ArrayList<>();
  private SimUnit unit;
  private double longest;
  private FluidControl control;

  private void truck(String defect, double celsius) {
    unit =
        new SimUnit(
            Scenario.read(
                "s",
                "scenario: s\ntitle: S\nunit: road-truck\nseed: 8\nvin: SMW0TPR1400018204\nambient: {celsius: "
                    + celsius
                    + "}\nhistory: {from: 3990, hours: 4000}\nbus: {load: 0, delay: [5, 20]}\n"
                    + "start: {key-on: yes, engine: yes}\ndefects: ["
                    + (defect.isEmpty() ? "" : "{kind: " + defect + ", from: 3999.9}")
                    + "]\n"));
    unit.runUntil(20 * SECOND);
    control = unit.firstEngine().aftertreatment().fluid();
  }

  /** Seconds until it ends, at most 40 minutes. */
  private double restores() {
    control.beginRestore();
    return goesOn(2_400);
  }

  private double goesOn(double most) {
    InjectorRestore r = control.restore();
    long from = unit.now();
    while (r.runs() && unit.now() < from + most * SECOND) {
      unit.runUntil(unit.now() + SECOND / 2);
      longest = Math.max(longest, r.whole());
      if (stages.isEmpty() || stages.get(stages.size() - 1) != r.stage()) {
        stages.add(r.stage());
        if (r.stage() == Stage.FLUSH || r.stage() == Stage.NONE) {
          flows.add(r.flow());
        }
      }
    }
    return (unit.now() - from) / 1e6;
  }

  @Test
  void aSoundInjectorIsMeasuredOnceAndLeftAlone() {
    truck("", 20);
    restores();
    assertThat(stages).containsExactly(Stage.HEAT, Stage.HOLD, Stage.MEASURE, Stage.NONE);
    assertThat(control.restore().ended()).isEqualTo(End.BACK);
    assertThat(flows).singleElement().satisfies(f -> assertThat(f).isBetween(0.94, 1.06));
  }

  @ParameterizedTest
  @CsvSource({"20, 0.3", "-5, 0.3", "20, 0.6"})
  void crystalsDissolveCycleByCycleUntilTheFlowIsBack(double celsius, double size) {
    truck("fluid-injector-crystals, size: " + size, celsius);
    double took = restores();
    assertThat(control.restore().ended()).isEqualTo(End.BACK);
    assertThat(flows).isSorted();
    assertThat(flows.get(0)).isBetween(1 - size - 0.06, 1 - size + 0.08);
    assertThat(took / 60).as("minutes").isBetween(3.0, 25.0);
  }

  @Test
  void aCrustThatDoesNotDissolveUsesTheTriesUp() {
    truck("fluid-injector-fouled, size: 0.3", 20);
    double took = restores();
    assertThat(control.restore().ended()).isEqualTo(End.TRIES_USED_UP);
    assertThat(flows).hasSize(InjectorRestore.TRIES + 1);
    assertThat(flows.get(InjectorRestore.TRIES)).isBetween(0.6, 0.8);
    assertThat(took / 60).as("minutes").isLessThan(25);
    assertThat(longest - control.restore().whole())
        .as("what it said beforehand that it would take at most, s")
        .isBetween(-30.0, 120.0);
  }

  @Test
  void aWornPumpThatHoldsNoPressureEndsIt() {
    truck("fluid-pump-worn, size: 0.95", 20);
    restores();
    assertThat(control.restore().ended()).isEqualTo(End.NO_PRESSURE);
  }

  /** What is asked for while the module washes is not done by itself once nobody stands by. */
  @Test
  void aRegenerationThatIsAskedForMeanwhileDoesNotBeginAfterwards() {
    truck("", 20);
    control.beginRestore();
    goesOn(60);
    unit.regenerate();
    goesOn(600);
    assertThat(control.restore().ended()).isEqualTo(End.BACK);
    unit.runUntil(unit.now() + 60 * SECOND);
    assertThat(unit.regenerates()).isFalse();
    unit.regenerate();
    unit.runUntil(unit.now() + 5 * SECOND);
    assertThat(unit.regenerates()).as("asked for again").isTrue();
  }

  @Test
  void whoDrivesOffOrStopsTheEngineEndsIt() {
    truck("", 20);
    control.beginRestore();
    goesOn(60);
    assertThat(control.inHand()).isTrue();
    assertThat(unit.firstEngine().state().seenRpm()).as("raised idle").isBetween(950.0, 1_150.0);
    unit.pedal(0.5);
    goesOn(60);
    assertThat(control.restore().ended()).isEqualTo(End.NOT_PARKED);
    unit.pedal(0);
    control.beginRestore();
    goesOn(30);
    unit.key(EngineState.Key.OFF);
    control.breakOff();
    assertThat(control.inHand()).isFalse();
  }
}
