package hitchlamp.standin.unit;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.standin.model.EngineState;
import hitchlamp.standin.scenario.Scenario;
import java.util.Map;
import org.junit.jupiter.api.Test;

class TelltalesTest {
  private static final long SECOND = 1_000_000;

  /** A truck whose key was turned off and on again a second ago. */
  private static SimUnit keyedOn(String defects) {
    SimUnit truck =
        new SimUnit(
            Scenario.read(
                "s.yaml",
                "scenario: s\ntitle: S\nunit: road-truck\nseed: 7\nvin: SMW0TPR1400018204\nhistory: {from: 100, hours: 100, kilometres: 5000}\n"
                    + defects));
    truck.runUntil(5 * SECOND);
    truck.key(EngineState.Key.OFF);
    truck.runUntil(8 * SECOND);
    assertThat(lit(truck)).as("key off").doesNotContainValue(true);
    truck.key(EngineState.Key.ON);
    truck.runUntil(9 * SECOND);
    return truck;
  }

  private static Map<String, Boolean> lit(SimUnit truck) {
    return truck.cab(1).lamps();
  }

  @Test
  void everyLampLightsAtKeyOnAndGoesOut() {
    SimUnit truck = keyedOn("");
    assertThat(lit(truck)).hasSize(7).doesNotContainValue(false);
    truck.runUntil(14 * SECOND);
    assertThat(lit(truck)).doesNotContainValue(true);
  }

  @Test
  void aLampStandsWithTheKeyOnBeforeTheSimulationBeganWithoutATest() {
    SimUnit truck =
        new SimUnit(
            Scenario.read(
                "s.yaml",
                "scenario: s\ntitle: S\nunit: road-truck\nseed: 7\nvin: SMW0TPR1400018204\n"));
    truck.runUntil(SECOND);
    assertThat(lit(truck)).doesNotContainValue(true);
  }

  @Test
  void aDeadLampStaysDarkAlone() {
    SimUnit truck = keyedOn("defects:\n  - {kind: lamp-dead, lamp: stop}\n");
    assertThat(lit(truck)).containsEntry("stop", false).containsEntry("warning", true);
  }

  @Test
  void theLampOfAModuleWithoutSupplyStaysDark() {
    SimUnit truck = keyedOn("defects:\n  - {kind: module-unpowered, module: brakes}\n");
    assertThat(lit(truck)).containsEntry("anti-lock", false).containsEntry("stop", true);
  }

  @Test
  void aFaultThatIsThereKeepsItsLampLit() {
    SimUnit truck = keyedOn("defects:\n  - {kind: wire-resistance, spn: 110, size: 5000000}\n");
    truck.runUntil(20 * SECOND);
    assertThat(lit(truck)).containsEntry("warning", true).containsEntry("stop", false);
  }

  @Test
  void withoutInstrumentsNoLampLights() {
    SimUnit truck = keyedOn("defects:\n  - {kind: module-unpowered, module: instruments}\n");
    assertThat(lit(truck)).doesNotContainValue(true);
  }
}
