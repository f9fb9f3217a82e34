package hitchlamp.standin.scenario;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import hitchlamp.yaml.YamlFault;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ScenarioTest {
  private static final String HEAD =
      "scenario: s\ntitle: S\nunit: road-truck\nseed: 1\nvin: SMW0TPR1400018204\n";

  @Test
  void theScenariosOfTheProjectAreSound() throws IOException {
    try (Stream<Path> files = Files.list(Path.of("scenarios"))) {
      assertThat(files.map(Scenario::read).toList()).hasSizeGreaterThanOrEqualTo(4);
    }
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "defects: [{kind: rust, size: 1}]|'rust' is not one of",
        "defects: [{kind: coolant-loss, size: 2}]|outside 0.0 to 1.0",
        "defects: [{kind: wire-resistance, size: 2}]|'spn' is missing",
        "defects: [{kind: supply-load, size: 2, line: 4}]|outside 1 to 3",
        "bus: {delay: [5]}|shortest, longest",
        "bus: {delay: [50, 5]}|outside 50",
        "history: {from: 9, hours: 5}|outside 0.0 to 5.0",
        "colour: red|unknown name",
      })
  void aFaultIsToldWithFileLineAndReason(String line, String reason) {
    assertThatThrownBy(() -> Scenario.read("s.yaml", HEAD + line + "\n"))
        .isInstanceOfSatisfying(YamlFault.class, f -> assertThat(f.line()).isEqualTo(6))
        .hasMessageContaining(reason);
  }

  @Test
  void aVinThatCannotBeIsRefused() {
    assertThatThrownBy(() -> Scenario.read("s.yaml", HEAD.replace("SMW0TPR1400018204", "OOOO")))
        .hasMessageContaining("17 characters");
  }

  @Test
  void anIntermittentDefectComesAndGoesButAlwaysTheSameWay() {
    Defect d = new Defect(Defect.Kind.COOLANT_LOSS, 0.3, 0, 0, "", "", 10, 20, 0.3);
    long present = 0;
    for (int i = 0; i < 10_000; i++) {
      double hour = 10 + i / 1000.0;
      present += d.present(hour, 5) ? 1 : 0;
      assertThat(d.present(hour, 5)).isEqualTo(d.present(hour, 5));
    }
    assertThat(present).isBetween(2_000L, 4_000L);
    assertThat(d.present(9.99, 5)).isFalse();
    assertThat(d.present(20, 5)).isFalse();
  }
}
