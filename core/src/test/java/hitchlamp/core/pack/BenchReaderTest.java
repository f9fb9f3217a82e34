package hitchlamp.core.pack;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import hitchlamp.core.quantity.UnitSystem;
import hitchlamp.core.trial.TestKinds;
import hitchlamp.core.words.Said;
import hitchlamp.yaml.YamlFault;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Controls, routines and tests of a pack: what is wrong is refused with its line and reason. */
class BenchReaderTest {
  private static final String HEAD =
      "pack: p\ntitle: T\nschema: 1\nlayer: maker\nversion: 1\nidentify: {maker: M, model: N}\n"
          + "parameters: [{spn: 190, name: Engine speed, pgn: 61444, byte: 4, bit: 1, bits: 16, scale: 0.125, offset: 0, unit: rpm}]\n"
          + "services: {identifiers: [{id: 0x0118, spn: 5001, name: Injected quantity, bits: 16, scale: 0.01, unit: mg}]}\n"
          + "controls:\n"
          + "  cylinders: {title: Cylinders, module: engine, identifier: 0x0305, mask: 4}\n"
          + "routines:\n"
          + "  purge: {title: Purge, module: engine, identifier: 0x0401, seconds: 60, results: yes}\n";

  private static final String CUTOUT =
      "tests:\n"
          + "  cutout: {kind: cutout, title: Cutout, answers: Which., system: Engine, module: engine, minutes: 3,"
          + " engine: idling, risk: 1, longest: 60, uses: {cylinders: cylinders}, reads: {fuelling: 0x0118},"
          + " values: [190], conditions: [{id: idle, of: 190, below: 1200, says: It idles., how: Start it.}],"
          + " guards: [{of: 190, below: 420, says: About to stall.}], figures: {weak-below: 0.75},"
          + " lists: {firing: [1, 3, 4, 2]}, source: none}\n";

  private static Pack shelved(String rest) {
    Pack base = PackReader.read("b", "pack: b\ntitle: B\nschema: 1\nlayer: base\nversion: 1\n");
    Pack pack =
        new PackLibrary(List.of(base, PackReader.read("packs/x.yaml", HEAD + rest))).with("p");
    TestKinds.check(pack);
    return pack;
  }

  @Test
  void aSoundTestIsReadWithItsConditionsGuardsAndFigures() {
    TestSpec t = shelved(CUTOUT).bench().tests().get("cutout");
    assertThat(t.minutes()).isEqualTo(3);
    assertThat(t.delaySeconds()).isZero();
    assertThat(t.conditions())
        .singleElement()
        .satisfies(c -> assertThat(c.below()).isEqualTo(1_200));
    assertThat(t.guards()).singleElement().satisfies(g -> assertThat(g.below()).isEqualTo(420));
    assertThat(t.figure("weak-below", 0, 1)).isEqualTo(0.75);
    assertThat(t.figure("settle", 0.5, 30, 3)).isEqualTo(3);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "kind: cutout|kind: smoke|there is no kind of test 'smoke'",
        "uses: {cylinders: cylinders}|uses: {cylinders: pistons}|there is no control and no routine 'pistons'",
        "uses: {cylinders: cylinders}|uses: {}|'uses.cylinders' must name a control with a mask of 4 bits",
        "uses: {cylinders: cylinders}|uses: {cylinders: purge}|'uses.cylinders' must name a control with a mask of 4 bits",
        "firing: [1, 3, 4, 2]|firing: [1, 3, 4, 2, 5]|'uses.cylinders' must name a control with a mask of 5 bits",
        "firing: [1, 3, 4, 2]|firing: [1, 3, 3, 2]|must name each cylinder once",
        "firing: [1, 3, 4, 2]|firing: []|must name each cylinder once",
        "fuelling: 0x0118|fuelling: 0x0999|the pack names no identifier 0x0999",
        "fuelling: 0x0118|other: 0x0118|'reads.fuelling' must name",
        "values: [190]|values: [4711]|no group of the pack carries SPN 4711",
        "of: 190, below: 420|of: 84, below: 420|no group of the pack carries SPN 84",
        "weak-below: 0.75|weak-below: 1.5|needs 'figures.weak-below' from 0",
        "weak-below: 0.75|settle: 3|needs 'figures.weak-below' from 0",
        "weak-below: 0.75|weak-below: 0.75, most: 2|needs 'figures.most' from 1",
        "of: 190, below: 1200, says|of: 190, says|a condition needs 'above', 'below' or 'steady'",
        "of: 190, below: 420, says|of: 190, says|a guard needs 'above', 'below' or 'silent'",
        "risk: 1|risk: 5|5 is outside 0 to 2",
        "longest: 60, |''|'longest' is missing",
        "source: none|sources: none|unknown name",
        "source: none|serves: [pump], source: none|there is no component 'pump'",
      })
  void aBrokenTestIsRefusedWithItsLine(String sound, String broken, String reason) {
    assertThat(CUTOUT).contains(sound);
    assertThatThrownBy(() -> shelved(CUTOUT.replace(sound, broken)))
        .isInstanceOfSatisfying(YamlFault.class, f -> assertThat(f.line()).isEqualTo(14))
        .hasMessageContaining("packs/x.yaml")
        .hasMessageContaining(reason);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "mask: 4|mask: 40|40 is outside 1 to 32",
        "mask: 4|bits: 8, unit: rpm, from: 5, to: 5|must be above 'from'",
        "mask: 4|bits: 8, unit: rpm, from: 5, to: 300|300.0 is outside 0.0 to 255.0",
        "mask: 4|mask: 4, bits: 4|'mask' or 'bits'",
        ", mask: 4|''|'mask' or 'bits'",
        "mask: 4|mask: 4, within: 0|0.0 is outside 0.1 to 120.0",
        "identifier: 0x0305|identifier: 0x10305|outside 0 to 65535",
      })
  void aBrokenControlIsRefusedWithItsLine(String sound, String broken, String reason) {
    assertThatThrownBy(() -> PackReader.read("packs/x.yaml", HEAD.replace(sound, broken)))
        .isInstanceOfSatisfying(YamlFault.class, f -> assertThat(f.line()).isEqualTo(10))
        .hasMessageContaining(reason);
  }

  private static RoutineSpec routine(String more) {
    return PackReader.read(
            "r.yaml",
            "pack: p\ntitle: T\nschema: 1\nlayer: maker\nversion: 1\nroutines:\n"
                + "  purge: {title: Purge, module: engine, identifier: 0x0401, seconds: 60"
                + more
                + "}\n")
        .bench()
        .routines()
        .get("purge");
  }

  @Test
  void aRoutineSaysHowItIsFollowedAndWhyItBreaksOff() {
    RoutineSpec plain = routine("");
    assertThat(plain.everySeconds()).as("its answer is waited for").isZero();
    assertThat(plain.stops()).isFalse();
    RoutineSpec followed =
        routine(
            ", stops: yes, every: 1, reasons: {1: the engine was started, 255: it is too cold}");
    assertThat(followed.everySeconds()).isEqualTo(1);
    assertThat(followed.stops()).isTrue();
    assertThat(followed.reasons())
        .containsEntry(1, "the engine was started")
        .containsEntry(255, "it is too cold");
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "every: 0.01|every",
        "every: 90|every",
        "reasons: {256: too far}|a reason has a code from 0 to 255, not '256'",
        "reasons: {cold: too cold}|a reason has a code from 0 to 255, not 'cold'",
        "reasons: {1: [too cold]}|reasons",
        "seconds-left: 3|seconds-left"
      })
  void aBrokenRoutineIsRefusedWithItsLine(String broken, String reason) {
    assertThatThrownBy(() -> routine(", " + broken))
        .isInstanceOf(YamlFault.class)
        .hasMessageContaining("r.yaml:7")
        .hasMessageContaining(reason);
  }

  @Test
  void aTestOfTheWholeUnitIsOfNoModule() {
    String lamps =
        "tests:\n  lamps: {kind: lamps, title: Lamps, answers: Which., system: Electrical, module: unit,"
            + " minutes: 1, engine: standing, risk: 0, longest: 300, source: none}\n";
    assertThatThrownBy(() -> shelved(lamps)).hasMessageContaining("names no 'lamps'");
    TestSpec t =
        shelved(
                lamps
                    + "modules: {engine: {title: Engine, function: 0, address: 0, conversion: v4}}\n"
                    + "lamps: {stop: {title: Stop lamp, by: [engine], fault: stop}}\n")
            .bench()
            .tests()
            .get("lamps");
    assertThat(t.ofUnit()).isTrue();
    assertThat(t.isFor("engine")).isFalse();
    assertThat(t.onceAKeyCycle()).isFalse();
  }

  @Test
  void aWorkshopLaysItsOwnTestOverTheMakersAndKeepsTheRest() {
    Pack base = PackReader.read("b", "pack: b\ntitle: B\nschema: 1\nlayer: base\nversion: 1\n");
    Pack maker = PackReader.read("packs/x.yaml", HEAD + CUTOUT);
    String ours =
        "pack: w\ntitle: W\nschema: 1\nlayer: workshop\nversion: 1\nidentify: {maker: M, model: N}\n"
            + CUTOUT.replace("weak-below: 0.75", "weak-below: 0.6");
    Pack pack =
        new PackLibrary(List.of(base, maker, PackReader.read("packs/w.yaml", ours))).with("p");
    TestKinds.check(pack);
    assertThat(pack.bench().tests().get("cutout").figure("weak-below", 0, 1)).isEqualTo(0.6);
    assertThat(pack.bench().controls()).containsKey("cylinders");
    assertThat(pack.bench().routines()).containsKey("purge");
    assertThat(pack.hash()).as("what was judged by is told apart").isNotEqualTo(maker.hash());
  }

  @Test
  void aTestIsForItsRoleOrForEachModule() {
    TestSpec t = shelved(CUTOUT).bench().tests().get("cutout");
    assertThat(t.isFor("engine")).isTrue();
    assertThat(t.isFor("brakes")).isFalse();
    TestSpec any =
        shelved(CUTOUT.replace("module: engine", "module: any")).bench().tests().get("cutout");
    assertThat(any.isFor("brakes")).isTrue();
    assertThat(shelved(CUTOUT.replace("risk: 1", "risk: 1, listed: no")).bench().listed())
        .isEmpty();
  }

  @Test
  void everyTestOfTheProjectsPacksHasWhatItsKindNeedsAndSaysItInTheReadersUnits() {
    PackLibrary shelf = PackLibrary.read(Path.of("../packs"));
    int tests = 0;
    for (Pack maker : shelf.packs()) {
      Pack pack = shelf.with(maker.id());
      TestKinds.check(pack);
      for (TestSpec t : pack.bench().tests().values()) {
        tests++;
        assertThat(t.source()).isNotBlank();
        for (ConditionSpec c : t.conditions()) {
          assertThat(new Said(c.says()).in(UnitSystem.US))
              .doesNotContain("°C")
              .doesNotContain("kPa");
          assertThat(c.how()).as("what to do where %s does not hold", c.id()).isNotBlank();
        }
      }
    }
    assertThat(tests).isPositive();
  }
}
