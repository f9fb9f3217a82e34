package hitchlamp.standin.unit;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.standin.scenario.Scenario;
import java.util.List;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What the module stores of the circuits of its injectors while it drives them. */
class InjectorFaultsTest {
  private static List<String> faults(String unit, String defects) {
    SimUnit u =
        new SimUnit(
            Scenario.read(
                "s",
                "scenario: s\ntitle: S\nunit: "
                    + unit
                    + "\nseed: 11\nvin: SMW0TPR1400018204\nhistory: {from: 990, hours: 1000}\n"
                    + "bus: {load: 0, delay: [5, 20]}\nstart: {key-on: yes, engine: yes}\n"
                    + "defects: ["
                    + defects
                    + "]\n"));
    u.runUntil(30_000_000);
    return u.firstEngine().memory().kept().stream()
        .map(k -> k.spn() + "/" + k.fmi())
        .sorted()
        .collect(Collectors.toList());
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "coil-open, cylinder: 3 | 653/5",
        "coil-to-supply, size: 1, cylinder: 2 | 652/3",
        "coil-to-ground, size: 2, cylinder: 4 | 654/4",
        "coil-turns-shorted, size: 0.7, cylinder: 1 | 651/6",
      })
  void itNamesTheCylinderAndWhatIsWrongWithItsCircuit(String defect, String fault) {
    assertThat(faults("road-truck", "{kind: " + defect + ", from: 999.9}")).contains(fault);
  }

  @Test
  void aDriverThatMakesNoBoostIsAWholeBank() {
    assertThat(
            faults("generating-set", "{kind: driver-weak, size: 0.85, cylinder: 6, from: 999.9}"))
        .contains("655/5", "656/5", "657/5", "658/5")
        .doesNotContain("651/5", "652/5", "653/5", "654/5");
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "coil-slow, size: 0.3, cylinder: 3",
        "coil-resistance, size: 0.3, cylinder: 2",
        "injector-stuck, cylinder: 5",
        "injector-weak, size: 0.5, cylinder: 1",
      })
  void whatItsCurrentDoesNotShowItDoesNotStore(String defect) {
    assertThat(faults("road-truck", "{kind: " + defect + ", from: 999.9}"))
        .noneMatch(f -> f.startsWith("65"));
  }
}
