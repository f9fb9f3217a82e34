package hitchlamp.standin.unit;

import static org.assertj.core.api.Assertions.assertThatCode;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import hitchlamp.standin.scenario.Scenario;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ScenarioCheckTest {
  private static SimUnit unit(String kind, String more) {
    return new SimUnit(
        Scenario.read(
            "s",
            "scenario: s\ntitle: S\nunit: "
                + kind
                + "\nseed: 3\nvin: SMW0TPR1400018204\nhistory: {hours: 50}\n"
                + more
                + "\n"));
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "road-truck|defects: [{kind: module-unpowered, module: gearbox}]|has no module 'gearbox'; it has [",
        "road-truck|defects: [{kind: bus-stub-cut, module: Engine}]|has no module 'Engine'",
        "road-truck|defects: [{kind: sensor-drift, spn: 9999, size: 3}]|has no spn '9999'",
        "road-truck|defects: [{kind: supply-load, line: 2, size: 9, spn: 7}]|has no spn '7'",
        "road-truck|defects: [{kind: lamp-dead, lamp: disco}]|has no lamp 'disco'",
        "road-truck|defects: [{kind: injector-weak, size: 0.5, cylinder: 4, side: port}]|has no side 'port'",
        "ferry|defects: [{kind: propeller-heavy, size: 1.3, side: middle}]|has no side 'middle'; it has [port, starboard]",
        "loading-shovel|trouble: {deaf: [radio]}|trouble deaf: a loading-shovel has no module 'radio'",
        "road-truck|trouble: {no-trail: [engine, motor]}|has no module 'motor'",
      })
  void whatTheUnitDoesNotHaveIsRefusedWithWhatItHas(String kind, String more, String says) {
    assertThatThrownBy(() -> unit(kind, more))
        .isInstanceOf(IllegalArgumentException.class)
        .hasMessageContaining("scenario 's'")
        .hasMessageContaining(says);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "road-truck|defects: [{kind: module-unpowered, module: retarder}]",
        "road-truck|defects: [{kind: wire-resistance, spn: 100, size: 1000000}]",
        "ferry|defects: [{kind: propeller-heavy, size: 1.3, side: starboard}]",
        "road-truck|trouble: {deaf: [engine], strangers: yes}",
      })
  void whatItHasIsTaken(String kind, String more) {
    assertThatCode(() -> unit(kind, more)).doesNotThrowAnyException();
  }
}
