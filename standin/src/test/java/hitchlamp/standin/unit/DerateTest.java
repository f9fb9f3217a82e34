package hitchlamp.standin.unit;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.standin.model.EngineState;
import hitchlamp.standin.scenario.Scenario;
import org.junit.jupiter.api.Test;

/** A module that says it takes power away does so, and gives it back with the next start. */
class DerateTest {
  private static final long SECOND = 1_000_000;

  private static SimUnit set(String defects) {
    return new SimUnit(
        Scenario.read(
            "s",
            "scenario: s\ntitle: S\nunit: loading-shovel\nseed: 11\nvin: SMW0TPR1400018204\n"
                + "ambient: {celsius: 20, kpa: 100}\nhistory: {from: 999, hours: 1000}\n"
                + "bus: {load: 0, delay: [5, 20]}\nstart: {key-on: yes, engine: yes}\n"
                + defects));
  }

  @Test
  void aSoundOneHasAllOfIt() {
    SimUnit unit = set("");
    unit.pedal(1);
    unit.runUntil(60 * SECOND);
    assertThat(unit.state().allowedShare).isEqualTo(1);
  }

  @Test
  void aStuckRecirculationValveTakesPowerUntilTheNextStart() {
    SimUnit unit = set("defects:\n  - {kind: egr-stuck, size: 0.9, from: 0}\n");
    unit.runUntil(60 * SECOND);
    assertThat(unit.first.memory().kept()).anyMatch(f -> f.spn() == 1569 && f.active());
    assertThat(unit.state().allowedShare).isEqualTo(0.7);
    unit.pedal(1);
    unit.runUntil(90 * SECOND);
    assertThat(unit.state().loadShare).as("at full pedal").isLessThan(0.72);
    unit.key(EngineState.Key.OFF);
    unit.runUntil(110 * SECOND);
    unit.key(EngineState.Key.ON);
    unit.runUntil(112 * SECOND);
    assertThat(unit.state().allowedShare).isEqualTo(1);
  }
}
