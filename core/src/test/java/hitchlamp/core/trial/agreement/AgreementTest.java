package hitchlamp.core.trial.agreement;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import hitchlamp.core.agreement.SensorReading;
import hitchlamp.core.judge.Judgement;
import hitchlamp.core.judge.Verdict;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.PackLibrary;
import hitchlamp.core.pack.PackReader;
import hitchlamp.yaml.YamlFault;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;

/** The agreement of sensors as a test: what it reads, what it says, which packs it refuses. */
class AgreementTest {
  private static final Pack PACK = PackLibrary.read(Path.of("../packs")).with("orrendale-haulward");
  private static final Agreement KIND = new Agreement();
  private static final Agreement.Setup COLD =
      KIND.read(PACK.bench().tests().get("agreement"), PACK);

  private static AgreementSeen seen(boolean complete, double... spnAndValue) {
    List<SensorReading> readings = new ArrayList<>();
    for (int i = 0; i < spnAndValue.length; i += 2) {
      readings.add(new SensorReading((int) spnAndValue[i], spnAndValue[i + 1], 0.1, 9));
    }
    return new AgreementSeen("engine", complete, readings, List.of());
  }

  @Test
  void oneThatDisagreesIsNamedInTheJudgementAndInItsPart() {
    Judgement j =
        KIND.judge(COLD, seen(true, 110, 17, 175, 17, 105, 24.6, 171, 17, 412, 17, 100, 0));
    assertThat(j.verdict()).isEqualTo(Verdict.FAIL);
    assertThat(j.says().toString())
        .startsWith("Intake temperature sensor: 24.6 °C where 4 others say 17.0 °C");
    assertThat(j.part("105").orElseThrow().verdict()).isEqualTo(Verdict.FAIL);
    assertThat(j.part("105").orElseThrow().next().toString())
        .contains("The sensor or its own wire");
    assertThat(j.part("110").orElseThrow().verdict()).isEqualTo(Verdict.PASS);
    assertThat(j.named("Temperatures")).hasSize(5);
  }

  @Test
  void allThatToldANumberAgree() {
    Judgement j = KIND.judge(COLD, seen(true, 110, 17, 175, 17, 105, 17, 171, 17));
    assertThat(j.verdict()).isEqualTo(Verdict.PASS);
    assertThat(j.says().toString())
        .isEqualTo("The 4 sensors that told a number agree; 17 were asked.");
  }

  @Test
  void aWarmUnitCannotBeTold() {
    Judgement j = KIND.judge(COLD, seen(true, 110, 80, 175, 84, 105, 30, 171, 17, 412, 40));
    assertThat(j.verdict()).isEqualTo(Verdict.CANNOT_TELL);
    assertThat(j.next().toString()).contains("stand for a night");
  }

  @Test
  void aRunThatWasCutShortSaysNothing() {
    Judgement j = KIND.judge(COLD, seen(false, 110, 17, 175, 17, 105, 24.6, 171, 17));
    assertThat(j.verdict()).isEqualTo(Verdict.CANNOT_TELL);
    assertThat(KIND.saw(seen(false, 110, 17))).isFalse();
  }

  @Test
  void withoutAnyNumberThereIsNothingToCompare() {
    assertThat(KIND.judge(COLD, seen(true)).verdict()).isEqualTo(Verdict.CANNOT_TELL);
    assertThat(KIND.saw(seen(true))).isFalse();
  }

  @Test
  void aSensorThatThePackNoLongerKnowsIsLeftOut() {
    assertThat(KIND.judge(COLD, seen(true, 110, 17, 175, 17, 4_000, 3)).verdict())
        .isEqualTo(Verdict.PASS);
  }

  private static Pack pack(String relations) {
    return PackReader.read(
        "p",
        "pack: p\ntitle: T\nschema: 1\nlayer: maker\nversion: 1\nidentify: {maker: M, model: N}\n"
            + "parameters: [{spn: 110, name: Coolant, pgn: 65262, byte: 1, bits: 8, scale: 1, offset: -40, unit: \"°C\"}]\n"
            + "tests:\n  a: {kind: agreement, title: A, answers: Which., system: S, module: engine, minutes: 1, engine: off,"
            + " risk: 0, longest: 60, values: [110], relations: ["
            + relations
            + "], source: none}\n");
  }

  private static void refused(String relations, String why) {
    assertThatThrownBy(
            () -> {
              Pack p = pack(relations);
              KIND.read(p.bench().tests().get("a"), p);
            })
        .isInstanceOf(YamlFault.class)
        .hasMessageContaining(why);
  }

  @Test
  void relationsThatMakeNoSenseAreRefusedWithTheReason() {
    refused("", "names no relations");
    refused("{id: x, title: X, of: 110, reason: R., source: s}", "needs from or to");
    refused("{id: x, title: X, of: 110, from: 5, to: 5, reason: R., source: s}", "to");
    refused(
        "{id: x, title: X, of: 110, from: 5, alike: {110: 1, 5: 1}, reason: R., source: s}",
        "either");
    refused("{id: x, title: X, alike: {110: 1}, reason: R., source: s}", "can be alike");
    refused("{id: x, title: X, alike: {110: 1, bad: 1}, reason: R., source: s}", "SPN");
    refused("{id: x, title: X, alike: {110: 0, 5: 1}, reason: R., source: s}", "110");
    refused(
        "{id: x, title: X, alike: {110: 1, 5: 1}, slow: [7], reason: R., source: s}", "not among");
    refused(
        "{id: x, title: X, of: 94, from: 5, reason: R., source: s}", "neither reads nor listens");
    refused(
        "{id: x, title: X, of: 110, from: 5, reason: R., source: s}, {id: x, title: X, of: 110, from: 5, reason: R., source: s}",
        "twice");
  }

  @Test
  void whatWasNotReadIsNoReading() {
    assertThatThrownBy(() -> new SensorReading(110, Double.NaN, 0, 3))
        .isInstanceOf(IllegalArgumentException.class);
    assertThatThrownBy(() -> new SensorReading(110, 3, 0, 0))
        .isInstanceOf(IllegalArgumentException.class);
  }
}
