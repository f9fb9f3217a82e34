package hitchlamp.core.pack;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import hitchlamp.yaml.YamlFault;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Stages and repairs as a pack states them, and what of them is refused. */
class InducementReaderTest {
  private static final Pack BASE =
      PackReader.read("b", "pack: b\ntitle: B\nschema: 1\nlayer: base\nversion: 1\n");
  private static final String HEAD =
      "pack: p\ntitle: P\nschema: 1\nlayer: maker\nversion: 1\nidentify: {maker: M, model: E}\n";
  private static final String STAGES =
      "inducement:\n  module: a\n  counters: [{identifier: 0x0101, title: No dosing, clears: CLEARS}]\n"
          + "  stages:\n    - {severity: 1, says: It warns., hours: 0, below: 10}\n"
          + "    - {severity: SEVERITY, says: It crawls., hours: HOURS, below: BELOW}\n";
  private static final String SERVICES =
      "services: {identifiers: [{id: 0x0101, name: Hours, bits: 16, scale: 0.1, unit: h}]}\n";

  private static Pack pack(String text) {
    return new PackLibrary(List.of(BASE, PackReader.read("p", HEAD + text))).with("p");
  }

  private static String stages(int severity, double hours, double below) {
    return STAGES
        .replace("SEVERITY", String.valueOf(severity))
        .replace("HOURS", String.valueOf(hours))
        .replace("BELOW", String.valueOf(below))
        .replace("CLEARS", "''");
  }

  @Test
  void stagesAreReadInTheirOrder() {
    InducementKind kind = pack(SERVICES + stages(3, 20, 2)).inducement();
    assertThat(kind.severity()).isEqualTo(InducementKind.STANDARD_SEVERITY);
    assertThat(kind.stage(3).orElseThrow().says()).isEqualTo("It crawls.");
    assertThat(kind.stage(2)).isEmpty();
    assertThat(kind.behind(1)).map(InducementKind.Stage::severity).hasValue(3);
    assertThat(kind.behind(2)).map(InducementKind.Stage::severity).hasValue(3);
    assertThat(kind.behind(3)).isEmpty();
  }

  @ParameterizedTest
  @CsvSource({"1, 20, 2", "3, 20, 11"})
  void aStageThatIsNoGraverIsRefused(int severity, double hours, double below) {
    String text = SERVICES + stages(severity, hours, below);
    assertThatThrownBy(() -> pack(text))
        .isInstanceOf(YamlFault.class)
        .hasMessageContaining("graver");
  }

  @Test
  void whatItNamesMustBeThere() {
    String noIdentifier = stages(3, 20, 2);
    assertThatThrownBy(() -> pack(noIdentifier)).hasMessageContaining("0x0101");
    String noTest =
        SERVICES
            + STAGES
                .replace("SEVERITY", "3")
                .replace("HOURS", "9")
                .replace("BELOW", "2")
                .replace("CLEARS", "wipe");
    assertThatThrownBy(() -> pack(noTest)).hasMessageContaining("'wipe'");
    String repair = "repairs:\n  pump: {title: Pump renewed, obliges: [dosing]}\n";
    assertThatThrownBy(() -> pack(repair)).hasMessageContaining("'dosing'");
  }

  @Test
  void aRepairMayOblige() {
    Pack p = pack("repairs:\n  pump: {title: Pump renewed, obliges: []}\n");
    assertThat(p.repairs().get("pump").title()).isEqualTo("Pump renewed");
    assertThat(p.repairs().get("pump").obliges()).isEmpty();
  }
}
