package hitchlamp.core.pack;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import hitchlamp.yaml.YamlFault;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Guides and wires that a workshop writes: what is read, and what is refused with its line. */
class GuideReaderTest {
  private static final String HEAD =
      "pack: p\ntitle: T\nschema: 1\nlayer: maker\nversion: 1\nidentify: {maker: M}\n";
  private static final String END =
      "conclude: {finding: cannot-tell, next: [Think.]}, says: The end.";
  private static final String PART =
      "components: {pump: {title: Pump, kind: part, signs: [94/18]}}\nspn: {94: Fuel pressure}\n";

  private static Pack read(String rest) {
    return PackReader.read("packs/x.yaml", HEAD + rest);
  }

  private static Pack shelved(String rest) {
    Pack base = PackReader.read("b", "pack: b\ntitle: B\nschema: 1\nlayer: base\nversion: 1\n");
    return new PackLibrary(List.of(base, read(rest))).with("p");
  }

  private static String guide(String... checks) {
    return "guides:\n  g:\n    title: G\n    for: [pump]\n    begin: a\n    checks:\n      "
        + String.join("\n      ", checks)
        + "\n";
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "a: {says: x, ask: {yes: Y, no: N}, then: {yes: z}}|dead end: nothing follows when the outcome is 'no'",
        "a: {says: x, ask: {yes: Y, no: N}, then: {yes: z, no: q}}|'no' leads to 'q', and there is no such check",
        "a: {says: x, ask: {yes: Y, no: N}, then: {yes: z, no: z, perhaps: z}}|'perhaps' is not an outcome of it",
        "a: {says: x, ask: {yes: Y}, then: {yes: z}}|a question needs two answers",
        "a: {says: x, then: {yes: z}}|a check has one of",
        "a: {says: x, ask: {yes: Y, no: N}, do: Jump., then: {done: z}}|a check has one of",
        "a: {says: x, fault: {wait-for: later}, then: {there: z, gone: z}}|expected there or gone",
        "a: {says: x, fault: {signs: [part/40]}, then: {there: z, gone: z}}|an FMI goes to 31",
        "a: {says: x, value: {of: 94, from: 5, to: 4, when: [idles], source: s}, then: {in: z, out: z}}|must be above 'from'",
        "a: {says: x, value: {of: 94, when: [idles], source: s}, then: {in: z, out: z}}|needs 'from' or 'to'",
        "a: {says: x, value: {of: 94, from: 5, when: [], source: s}, then: {in: z, out: z}}|at least one state",
        "a: {says: x, value: {of: 94, from: 5, when: [idles]}, then: {in: z, out: z}}|'source' is missing",
        "a: {says: x, meter: {quantity: amps, red: R, black: B, to: 1, power: key-on, source: s}, then: {in: z, out: z}}|'amps' is not one of",
        "a: {says: x, conclude: {finding: found, next: [Mend it.]}}|what was found",
        "a: {says: x, conclude: {finding: not-here}}|names what to do next",
      })
  void aBrokenCheckIsRefusedWithItsLine(String check, String reason) {
    String text = guide(check, "z: {" + END + "}");
    assertThatThrownBy(() -> read(text))
        .isInstanceOfSatisfying(YamlFault.class, f -> assertThat(f.line()).isEqualTo(13))
        .hasMessageContaining("packs/x.yaml")
        .hasMessageContaining(reason);
  }

  @Test
  void aTestThatTheUnitDoesNotHaveIsRefused() {
    String text =
        guide(
            "a: {says: x, test: {kind: smoke}, then: {pass: z, fail: z, cannot-tell: z}}",
            "z: {" + END + "}");
    assertThatThrownBy(() -> shelved(PART + text))
        .isInstanceOfSatisfying(YamlFault.class, f -> assertThat(f.line()).isEqualTo(15))
        .hasMessageContaining("there is no test of kind 'smoke'");
  }

  @Test
  void aLoopWithoutAWayOutIsRefused() {
    String text =
        guide(
            "a: {says: x, ask: {yes: Y, no: N}, then: {yes: b, no: z}}",
            "b: {do: Turn., then: c}",
            "c: {do: Turn back., then: b}",
            "z: {" + END + "}");
    assertThatThrownBy(() -> read(text))
        .isInstanceOfSatisfying(YamlFault.class, f -> assertThat(f.line()).isEqualTo(14))
        .hasMessageContaining("loop without a way out");
  }

  @Test
  void aLoopThatCanBeLeftIsFine() {
    Pack p =
        read(
            guide(
                "a: {says: Again., ask: {again: Again, enough: Enough}, then: {again: a, enough: z}}",
                "z: {" + END + "}"));
    assertThat(p.guides().get("g").checks()).containsOnlyKeys("a", "z");
  }

  @Test
  void aCheckThatNobodyReachesIsRefused() {
    assertThatThrownBy(
            () -> read(guide("a: {do: x, then: z}", "lost: {do: y, then: z}", "z: {" + END + "}")))
        .hasMessageContaining("no way leads to this check");
  }

  @Test
  void aBeginningThatIsNotThereIsRefused() {
    assertThatThrownBy(() -> read(guide("b: {do: x, then: z}", "z: {" + END + "}")))
        .hasMessageContaining("there is no check 'a'");
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "a: {says: x, fault: {signs: [4711/3]}, then: {there: z, gone: z}}|unknown fault: nothing in the pack knows SPN 4711",
        "a: {says: x, value: {of: 95, to: 70, when: [runs], source: s}, then: {in: z, out: z}}|no module reports SPN 95",
        "a: {says: x, meter: {quantity: volts, red: part/signal, black: battery/minus, to: 1, power: key-on, source: s}, then: {in: z, out: z}}|for 'pump' there is no point 'part/signal'",
        "a: {says: x, conclude: {finding: found, part: engine-of-another, next: [Mend it.]}}|no component 'engine-of-another'",
      })
  void whatThePackDoesNotHaveIsToldWithItsLine(String check, String reason) {
    boolean ends = check.contains("conclude");
    String text = PART + (ends ? guide(check) : guide(check, "z: {" + END + "}"));
    assertThatThrownBy(() -> shelved(text))
        .isInstanceOfSatisfying(YamlFault.class, f -> assertThat(f.line()).isEqualTo(15))
        .hasMessageContaining(reason);
  }

  @Test
  void aGuideForAPartThatIsNotThereIsRefused() {
    assertThatThrownBy(() -> shelved(guide("a: {" + END + "}")))
        .hasMessageContaining("there is no component 'pump'");
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "{X1: {kind: plug, title: P}}|[]|'contacts' is missing",
        "{S1: {kind: splice, title: S, contacts: {1: {role: signal}}}}|[]|only a plug has contacts",
        "{X1: {kind: plug, title: P, contacts: {1: {role: magic}}}}|[]|'magic' is not one of",
        "{X 1: {kind: splice, title: S}}|[]|letters, digits and hyphens",
        "{X1: {kind: plug, title: P, contacts: {1: {role: signal, volts: [[0, 1], [0, 2]]}}}}|[]|the values must rise",
        "{S1: {kind: splice, title: S}, S2: {kind: splice, title: S}}|[[W1, S1, S2, red, 1], [W1, S2, S1, red, 1]]|wire W1 stands twice",
        "{S1: {kind: splice, title: S}}|[[W1, S1, S1/4, red, 1]]|there is no contact 'S1/4'",
        "{S1: {kind: splice, title: S}}|[[W1, S1, red, 1]]|a wire is [number",
        "{S1: {kind: splice, title: S}}|[[W1, S1, S1, red, 0]]|outside 0.05",
      })
  void aFaultInTheWiringIsToldWithItsLine(String fittings, String wires, String reason) {
    assertThatThrownBy(
            () -> read("wiring:\n  fittings: " + fittings + "\n  wires: " + wires + "\n"))
        .isInstanceOfSatisfying(YamlFault.class, f -> assertThat(f.line()).isBetween(8, 9))
        .hasMessageContaining(reason);
  }

  @Test
  void aWireThatEndsNowhereIsRefusedWhenTheLayersLieOverEachOther() {
    assertThatThrownBy(
            () ->
                shelved(
                    "wiring:\n  fittings: {S1: {kind: splice, title: S}}\n  wires: [[W1, S1, X9/3, red, 1]]\n"))
        .isInstanceOfSatisfying(YamlFault.class, f -> assertThat(f.line()).isEqualTo(9))
        .hasMessageContaining("wire W1 ends at 'X9/3', which is not there");
  }

  @Test
  void everySensorLineModuleAndPartOfTheProjectsPacksHasAGuide() {
    PackLibrary shelf = PackLibrary.read(Path.of("../packs"));
    for (String id :
        List.of("orrendale-haulward", "orrendale-gravelwright", "orrendale-tidewright")) {
      Pack pack = shelf.with(id);
      List<String> without =
          pack.components().values().stream()
              .filter(c -> pack.guidesFor(c).isEmpty())
              .map(Component::base)
              .distinct()
              .toList();
      assertThat(without).as("without a guide in %s", id).isEmpty();
    }
  }

  @Test
  void theVoltsOfAPressureAreReadOffItsCurve() {
    Wiring.Contact signal =
        PackLibrary.read(Path.of("../packs"))
            .with("orrendale-haulward")
            .wiring()
            .contactAt("X21/3")
            .orElseThrow();
    // Ratiometric, 10 to 90 % of 5 V over 0 to 1,000 kPa: by hand.
    assertThat(signal.volts(0)).isEqualTo(0.5);
    assertThat(signal.volts(250)).isEqualTo(1.5);
    assertThat(signal.volts(1_000)).isEqualTo(4.5);
    assertThat(signal.volts(5_000)).as("nothing beyond its end").isEqualTo(4.5);
    assertThat(signal.volts(Double.NaN)).isNaN();
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "a: {says: x, fault: {}, then: {there: z, gone: z}}|a symptom has no fault of its own",
        "a: {says: x, meter: {quantity: volts, red: part/signal, black: part/return, to: 1, power: key-on, source: s}, then: {in: z, out: z}}|for a symptom there is no point",
        "a: {says: x, ask: {f: F, g: G}, then: {f: found, g: z}}|no part is traced here",
      })
  void aGuideForASymptomSpeaksOfNoPart(String check, String reason) {
    String found = "found: {says: y, conclude: {finding: found, part: part, next: [Mend it.]}}";
    String[] checks =
        check.contains("found")
            ? new String[] {check, found, "z: {" + END + "}"}
            : new String[] {check, "z: {" + END + "}"};
    String text = guide(checks).replace("for: [pump]", "symptom: Rough idle");
    assertThatThrownBy(() -> shelved(text)).hasMessageContaining(reason);
  }

  @Test
  void namesAndSentencesThatCannotBeKeptAreRefused() {
    assertThatThrownBy(
            () ->
                read(
                    guide(
                        "a: {says: "
                            + "x".repeat(501)
                            + ", "
                            + END.substring(0, END.indexOf(", says"))
                            + "}")))
        .hasMessageContaining("at most 500 characters");
    assertThatThrownBy(
            () ->
                read(
                    guide(
                        "a: {says: x, ask: {" + "y".repeat(61) + ": Y, no: N}, then: {no: z}}",
                        "z: {" + END + "}")))
        .hasMessageContaining("small letters, digits and hyphens");
  }
}
