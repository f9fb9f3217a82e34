package hitchlamp.standin.unit;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.standin.aftertreatment.Aftertreatment;
import hitchlamp.standin.aftertreatment.HeatUp;
import hitchlamp.standin.aftertreatment.HeatUp.End;
import hitchlamp.standin.aftertreatment.HeatUp.Stage;
import hitchlamp.standin.model.EngineState;
import hitchlamp.standin.scenario.Scenario;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** The module burns its filter clean, parked, when a tester asks for it; and what ends it. */
class ParkedRegenerationTest {
  private static final long SECOND = 1_000_000;
  private final List<Stage> stages = new ArrayList<>();
  private SimUnit unit;
  private HeatUp heat;

  private void truck(double soot, String defect) {
    unit =
        new SimUnit(
            Scenario.read(
                "s",
                "scenario: s\ntitle: S\nunit: road-truck\nseed: 8\nvin: SMW0TPR1400018204\n"
                    + "history: {from: 3998, hours: 4000}\nbus: {load: 0, delay: [5, 20]}\n"
                    + "start: {key-on: yes, engine: yes}\ndefects: ["
                    + (defect.isEmpty() ? "" : "{kind: " + defect + ", from: 3999.9}")
                    + "]\n"));
    Aftertreatment after = unit.firstEngine().aftertreatment();
    after.filter().soot(soot * after.fullKg());
    after.estimate().begin(soot * after.fullKg());
    heat = after.heatUp();
    unit.runUntil(20 * SECOND);
  }

  private int start() {
    return new RegenerationOutputs(unit.first, this::inhibits).parked().start(0xF9);
  }

  private Set<Inhibit> inhibits() {
    return Inhibit.of(unit.first, !unit.cab(1).driving().get("gear").endsWith("n"));
  }

  /** Goes on until it ends, at most 90 minutes; gives the minutes. */
  private double goesOn() {
    long from = unit.now();
    while (heat.goesOn() && unit.now() < from + 5_400 * SECOND) {
      unit.runUntil(unit.now() + SECOND);
      if (stages.isEmpty() || stages.get(stages.size() - 1) != heat.stage()) {
        stages.add(heat.stage());
      }
    }
    return (unit.now() - from) / 60e6;
  }

  @Test
  void aSoundOneGoesThroughItsStagesAndIsClean() {
    truck(0.8, "");
    assertThat(inhibits()).isEmpty();
    assertThat(start()).isZero();
    double minutes = goesOn();
    assertThat(stages)
        .containsExactly(Stage.WARM_UP, Stage.LIGHT_OFF, Stage.BURN, Stage.COOL_DOWN, Stage.NONE);
    assertThat(heat.end()).isEqualTo(End.CLEAN);
    assertThat(minutes).isBetween(25.0, 45.0);
    assertThat(unit.firstEngine().aftertreatment().estimate().share()).isLessThan(0.15);
  }

  @ParameterizedTest
  @CsvSource({"'doser-fouled, size: 0.97', NOT_HOT", "'catalyst-aged, size: 0.97', NOT_HOT"})
  void whatDoesNotGetHotIsGivenUp(String defect, End end) {
    truck(0.8, defect);
    start();
    double minutes = goesOn();
    assertThat(heat.end()).isIn(end, End.NOT_LIT);
    assertThat(minutes).isBetween(15.0, 60.0);
  }

  @Test
  void theFootEndsItAndItIsToldWhy() {
    truck(0.8, "");
    start();
    unit.runUntil(unit.now() + 300 * SECOND);
    unit.pedal(0.3);
    unit.runUntil(unit.now() + 2 * SECOND);
    assertThat(heat.end()).isEqualTo(End.PEDAL);
    assertThat(heat.goesOn()).isFalse();
  }

  @Test
  void whatForbidsItIsToldAndRefused() {
    truck(0.8, "");
    unit.pedal(0.4);
    unit.runUntil(unit.now() + 2 * SECOND);
    assertThat(inhibits()).isEqualTo(EnumSet.of(Inhibit.ACCELERATOR));
    assertThat(start()).isEqualTo(0x22);
    unit.pedal(0);
    unit.runUntil(unit.now() + 2 * SECOND);
    assertThat(start()).isZero();
    assertThat(start()).as("it goes on already").isEqualTo(0x24);
  }

  @ParameterizedTest
  @CsvSource({"0.05", "1.3"})
  void tooLittleAndTooMuchSootIsRefused(double soot) {
    truck(soot, "");
    assertThat(start()).isEqualTo(0x22);
  }

  @Test
  void withTheEngineStandingNothingBegins() {
    truck(0.8, "");
    unit.key(EngineState.Key.OFF);
    unit.runUntil(unit.now() + 5 * SECOND);
    assertThat(start()).isEqualTo(0x84);
    assertThat(heat.goesOn()).isFalse();
  }
}
