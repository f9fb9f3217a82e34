package hitchlamp.standin.wiring;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import hitchlamp.standin.model.EngineState;
import hitchlamp.standin.scenario.Scenario;
import hitchlamp.standin.unit.SimUnit;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What a meter shows on the harness, sound and broken, and what hands at a plug change. */
class HarnessTest {
  private static final String MINUS = "battery/minus";
  private static final long SECOND = 1_000_000;

  private static SimUnit unit(String kind, String defect) {
    SimUnit u =
        new SimUnit(
            Scenario.read(
                "s",
                "scenario: s\ntitle: S\nunit: "
                    + kind
                    + "\nseed: 7\nvin: SMW0TPR1400018204\nhistory: {from: 900, hours: 1000}\n"
                    + "bus: {load: 0}\nstart: {key-on: yes, engine: no}\ndefects: ["
                    + defect
                    + "]\n"));
    u.runUntil(5 * SECOND);
    return u;
  }

  private static double volts(SimUnit u, String red, String black) {
    return u.meter(red, black, false).value();
  }

  @Test
  void aSoundTruckReadsAsItShould() {
    SimUnit u = unit("road-truck", "");
    for (int plug = 21; plug <= 27; plug++) {
      assertThat(volts(u, "X" + plug + "/1", "X" + plug + "/2"))
          .as("supply at X%d", plug)
          .isBetween(4.75, 5.25);
      assertThat(volts(u, "X" + plug + "/2", MINUS)).isBetween(0.0, 0.1);
    }
    assertThat(volts(u, "battery/plus", "X7/1")).isBetween(0.0, 0.5);
    assertThat(volts(u, "X7/1", "X7/4")).isBetween(22.0, 30.0);
    u.key(EngineState.Key.OFF);
    assertThat(u.meter("X7/5", "X7/6", true).value()).isCloseTo(60, within(1.0));
    assertThat(u.meter("X21/3", MINUS, true).value()).isGreaterThan(20_000);
  }

  /**
   * Meter and module see one truth: the two ways of working a circuit out, the network and the
   * sensor's own formula, agree at the module's contact. Not so for a bad return of the
   * thermistors: the formula takes each by itself, in the network the current of all four flows
   * there.
   */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "''|0.1",
        "{kind: wire-resistance, spn: 102, size: 250000}|0.1",
        "{kind: wire-resistance, spn: 110, size: 2000000}|0.1",
        "{kind: supply-load, line: 2, size: 1}|0.15",
        "{kind: ground-resistance, line: 1, size: 100}|0.35",
        "{kind: sensor-drift, spn: 110, size: 20}|0.1",
      })
  void theMeterAgreesWithWhatTheModuleSees(String defect, double most) {
    SimUnit u = unit("road-truck", defect);
    for (SensorRun r : u.harness().runs()) {
      if (r.sensor().spn() == 110 || r.sensor().line() == 2 || r.sensor().line() == 1) {
        assertThat(volts(u, r.signal(), MINUS))
            .as("SPN %d", r.sensor().spn())
            .isCloseTo(r.sensor().volts(), within(most));
      }
    }
  }

  @Test
  void aShortedSensorPullsItsSupplyDownUntilItIsUnplugged() {
    SimUnit u = unit("road-truck", "{kind: supply-load, line: 2, size: 0.15, spn: 1209}");
    assertThat(volts(u, "X25/1", MINUS)).isLessThan(1);
    u.harness().hands("X25", Harness.Hand.OFF);
    assertThat(volts(u, "X1/12", MINUS)).as("another one").isLessThan(1);
    u.harness().hands("X26", Harness.Hand.OFF);
    assertThat(volts(u, "X1/12", MINUS)).as("the one").isGreaterThan(4.75);
  }

  @Test
  void aJumperTurnsLowIntoHighWhereTheWiringIsSound() {
    SimUnit u = unit("road-truck", "");
    SensorRun r = u.harness().runs().get(0);
    u.harness().hands("X21", Harness.Hand.OFF);
    u.runUntil(u.now() + SECOND);
    assertThat(r.sensor().tooLow()).isTrue();
    u.harness().hands("X21", Harness.Hand.BRIDGED);
    u.runUntil(u.now() + SECOND);
    assertThat(r.sensor().tooHigh()).isTrue();
    assertThat(volts(u, "X1/31", MINUS)).isGreaterThan(4.5);
    u.harness().hands("X21", Harness.Hand.IN);
    u.runUntil(u.now() + SECOND);
    assertThat(r.sensor().tooLow() || r.sensor().tooHigh()).isFalse();
  }

  @Test
  void throughABrokenWireTheJumperChangesNothing() {
    SimUnit u = unit("road-truck", "{kind: wire-resistance, spn: 100, size: 3000000}");
    u.harness().hands("X21", Harness.Hand.BRIDGED);
    u.runUntil(u.now() + SECOND);
    assertThat(u.harness().runs().get(0).sensor().tooHigh()).isFalse();
    assertThat(volts(u, "X21/3", MINUS)).isGreaterThan(4.5);
    assertThat(volts(u, "X1/31", MINUS)).isLessThan(0.5);
  }

  @Test
  void aThermistorsBridgePullsTheModulesOwnFiveVoltsDown() {
    SimUnit u = unit("road-truck", "{kind: wire-resistance, spn: 110, size: 50000}");
    u.harness().hands("X28", Harness.Hand.BRIDGED);
    assertThat(volts(u, "X1/38", MINUS)).as("lost in the wire, under load").isGreaterThan(4);
    SimUnit sound = unit("road-truck", "");
    sound.harness().hands("X28", Harness.Hand.BRIDGED);
    assertThat(volts(sound, "X1/38", MINUS)).isLessThan(0.3);
  }

  @Test
  void aLooseConnectorOpensWhenAHandMovesIt() {
    SimUnit u = unit("road-truck", "{kind: loose-connector, spn: 110}");
    assertThat(u.harness().runs().get(7).sensor().tooHigh()).isFalse();
    u.harness().hands("X28", Harness.Hand.WIGGLED);
    u.runUntil(u.now() + SECOND);
    assertThat(u.harness().runs().get(7).sensor().tooHigh()).isTrue();
  }

  @Test
  void aBlownFuseACutStubAndACorrodedHolderShowAtTheirPlaces() {
    SimUnit dark = unit("road-truck", "{kind: module-unpowered, module: retarder}");
    dark.harness().hands("X7", Harness.Hand.OFF);
    assertThat(volts(dark, "F31/1", MINUS)).isGreaterThan(22);
    assertThat(volts(dark, "F31/2", MINUS)).isLessThan(1);
    SimUnit cut = unit("road-truck", "{kind: bus-stub-cut, module: brakes}");
    cut.key(EngineState.Key.OFF);
    assertThat(cut.meter("X6/5", "X6/6", true).noEnd()).isTrue();
    assertThat(cut.meter("X7/5", "X7/6", true).value()).isCloseTo(60, within(1.0));
    SimUnit weak = unit("road-truck", "{kind: supply-drop, module: transmission, size: 6}");
    assertThat(volts(weak, "F28/1", "F28/2")).isCloseTo(6, within(0.3));
  }

  @Test
  void aModuleWhosePlugIsPulledIsSilent() {
    SimUnit u = unit("road-truck", "");
    long all = u.poweredModules();
    u.harness().hands("X9", Harness.Hand.OFF);
    u.runUntil(u.now() + SECOND);
    assertThat(u.poweredModules()).isEqualTo(all - 1);
    u.harness().hands("X9", Harness.Hand.IN);
    u.runUntil(u.now() + SECOND);
    assertThat(u.poweredModules()).isEqualTo(all);
  }

  @Test
  void anOhmmeterOnALiveCircuitIsRefusedAndSoIsAPlaceThatIsNotThere() {
    SimUnit u = unit("road-truck", "");
    assertThatThrownBy(() -> u.meter("X21/1", MINUS, true)).hasMessageContaining("key off");
    assertThatThrownBy(() -> u.meter("X99/1", MINUS, false)).hasMessageContaining("X99/1");
    assertThatThrownBy(() -> u.harness().hands("X99", Harness.Hand.OFF))
        .hasMessageContaining("no plug 'X99'");
    assertThatThrownBy(() -> u.harness().hands("X7", Harness.Hand.BRIDGED))
        .hasMessageContaining("not bridged");
  }

  @Test
  void theShovelsHydraulicsHaveWiresOfTheirOwn() {
    SimUnit u = unit("loading-shovel", "{kind: supply-load, line: 3, size: 0.2}");
    assertThat(volts(u, "X42/1", MINUS)).isLessThan(1);
    assertThat(volts(u, "X21/1", MINUS)).as("the engine's are sound").isGreaterThan(4.75);
    assertThat(u.harness().plugs()).contains("X42", "X43", "X41");
  }

  @Test
  void aLostGroundOfTheEnginesThermistorsLeavesTheHydraulicsAlone() {
    SimUnit u = unit("loading-shovel", "{kind: ground-resistance, line: 3, size: 100000}");
    for (SensorRun r : u.harness().runs()) {
      boolean engines = r.signal().startsWith("X1/");
      assertThat(r.sensor().tooHigh())
          .as("SPN %d at %s", r.sensor().spn(), r.signal())
          .isEqualTo(engines && r.sensor().groundNumber() == 3);
    }
  }
}
